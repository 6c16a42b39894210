export { BenchPage } from "./BenchPage";
export { Rail } from "./Rail";
export { PrintPage } from "./PrintPage";
