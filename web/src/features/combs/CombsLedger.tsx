import type { Chapter } from "../../api/types";
import { told } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Problem } from "../../ui/Problem";
import { DataTable, FieldSet, StepFindings, tableOf, type Bench } from "../bench";

interface CombsLedgerProps {
  bench: Bench;
  chapter: Chapter | undefined;
  onChoose: (of: string) => void;
}

const TABLES = ["holds", "fit", "parts"];
const CATALOGUE = "catalogue:";
// What was put in last, by whatever id the core gave it.
const NEWEST = "hive:";

/** Beside the frame: what it holds, how it fits here, what it is made of, and what can be set. */
export function CombsLedger({ bench, chapter, onChoose }: CombsLedgerProps) {
  const { reading } = useSettings();
  const of = chapter?.of ?? "";
  const standard = of.startsWith(CATALOGUE) ? of.slice(CATALOGUE.length) : null;
  const take = (ident: string) => {
    void bench.commit({ do: "add-frame", standard: ident }, "Frame of the catalogue put in", "combs").then((taken) => {
      if (taken) onChoose(NEWEST);
    });
  };
  return (
    <aside aria-label="Ledger" className="min-h-0 overflow-auto bg-base-200 px-4 py-3" tabIndex={0}>
      <StepFindings step="combs" bench={bench} />
      {TABLES.flatMap((key) => tableOf(chapter, key) ?? []).map((table) => (
        <DataTable key={table.key} table={table} />
      ))}
      <p className="soft my-2 text-xs">{told("Makers differ by 1 to 3 mm: measure your own.", reading)}</p>
      {chapter?.forms.map((group) => (
        <FieldSet key={group.id} group={group} bench={bench} />
      ))}
      {standard ? (
        <button
          type="button"
          className="btn btn-neutral btn-sm"
          onClick={() => {
            take(standard);
          }}
        >
          Put it in this hive
        </button>
      ) : null}
      <Problem id="combs-problem">{bench.trouble?.source === "combs" ? bench.trouble.reason : null}</Problem>
    </aside>
  );
}
