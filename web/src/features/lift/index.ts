export { LiftStep } from "./LiftStep";
