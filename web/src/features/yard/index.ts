export { BuiltPage } from "./BuiltPage";
export { HivePage } from "./HivePage";
export { VisitPage } from "./VisitPage";
export { YardPage, YardsPage } from "./YardPage";
