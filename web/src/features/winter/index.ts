export { WinterStep } from "./WinterStep";
