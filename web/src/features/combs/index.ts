export { CombsStep } from "./CombsStep";
