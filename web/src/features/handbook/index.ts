export { Glossary } from "./Glossary";
export { HandbookPage } from "./HandbookPage";
