export { RunStep } from "./RunStep";
