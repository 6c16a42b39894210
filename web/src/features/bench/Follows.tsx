import { useFollows } from "../../api/queries";
import { sentence, wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { STEPS } from "./steps";
import type { Bench } from "./useBench";

/** What the last change did to each step, from the steps’ own numbers. */
export function Follows({ bench }: { bench: Bench }) {
  const { reading } = useSettings();
  const said = useFollows(bench.document, bench.before, bench.report.box);
  if (!bench.before) return null;
  const lines = said.data?.tables.find((table) => table.key === "follows")?.lines ?? [];
  return (
    <section className="mb-4 border-t border-[var(--line)] pt-1" aria-label="What follows">
      <h2 className="named text-base">What follows</h2>
      <p className="soft text-xs">{bench.undoLabel ? `After “${bench.undoLabel}”.` : ""}</p>
      {said.error ? <p className="text-error">{said.error.message}</p> : null}
      <dl className="grid grid-cols-[4.5rem_minmax(0,1fr)] gap-x-2 gap-y-1">
        {lines.map(({ key, cells, notes }) => (
          <div key={key} className="contents">
            <dt className="font-semibold">{STEPS.find(({ study }) => study === key)?.name}</dt>
            <dd title={notes.map((note) => sentence(note, reading)).join("; ")}>
              {cells.map((cell, index) => (
                <span key={index} className="block">
                  {"template" in cell ? sentence(cell, reading) : wrote(cell, reading)}
                </span>
              ))}
              {notes.length > 0 ? <span className="soft text-xs">and {notes.length} more</span> : null}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
