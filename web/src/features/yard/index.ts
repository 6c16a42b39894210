export { BuiltPage } from "./BuiltPage";
export { HivePage } from "./HivePage";
export { ReckonedPage } from "./ReckonedPage";
export { VisitPage } from "./VisitPage";
export { YardPage, YardsPage } from "./YardPage";
