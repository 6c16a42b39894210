export { BuildStep } from "./BuildStep";
