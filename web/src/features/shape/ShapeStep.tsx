import { Desk } from "./Desk";
import { Ledger, type LedgerProps } from "./Ledger";

interface ShapeStepProps extends LedgerProps {
  /** A mark on the drawing was pointed at: its finding is read. */
  onMark: (finding: string) => void;
}

/** The chamber and the whole hive, drawn and set. */
export function ShapeStep({ onMark, ...ledger }: ShapeStepProps) {
  return (
    <>
      <Desk bench={ledger.bench} pointed={ledger.pointed} onPoint={onMark} />
      <Ledger {...ledger} />
    </>
  );
}
