export { BriefPage } from "./BriefPage";
