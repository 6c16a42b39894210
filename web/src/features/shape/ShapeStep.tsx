import { Desk, type DeskProps } from "./Desk";
import { Ledger, type LedgerProps } from "./Ledger";

interface ShapeStepProps extends Omit<LedgerProps, "thing">, Pick<DeskProps, "view" | "onView" | "thing" | "onThing"> {
  /** A mark on the drawing was pointed at: its finding is read. */
  onMark: (finding: string) => void;
}

/** The chamber and the whole hive, drawn and set. */
export function ShapeStep({ onMark, view, onView, thing, onThing, ...ledger }: ShapeStepProps) {
  return (
    <>
      <Desk
        bench={ledger.bench}
        view={view}
        onView={onView}
        thing={thing}
        onThing={onThing}
        pointed={ledger.pointed}
        onPoint={onMark}
      />
      <Ledger {...ledger} whole={view === "whole"} thing={thing} />
    </>
  );
}
