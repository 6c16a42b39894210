export { MoveStep } from "./MoveStep";
