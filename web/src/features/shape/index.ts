export { ShapeStep } from "./ShapeStep";
export type { LedgerTab } from "./Ledger";
