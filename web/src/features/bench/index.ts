export { BenchPage } from "./BenchPage";
export { PrintPage } from "./PrintPage";
