import type { LiftingReport } from "../../api/types";
import { sentence } from "../../lib/format";
import { useSettings } from "../../lib/settings";

/** Sizes and loads, each with whether it is right and why. */
export function Judged({ title, rows, testId }: { title: string; rows: LiftingReport["stand"]; testId: string }) {
  const { units } = useSettings();
  return (
    <>
      <h3 className="text-base">{title}</h3>
      <ul className="mb-3 border-t border-[var(--line)]" data-testid={testId}>
        {rows.map((row) => {
          const said = sentence(row.words, units);
          return (
            <li key={said} className="border-b border-[var(--line)] py-1" data-good={row.good}>
              <span className={row.good ? "" : "font-semibold text-error"}>
                {row.good ? "" : "! "}
                {said}
              </span>
              <span className="soft block text-xs">{row.why}</span>
            </li>
          );
        })}
      </ul>
    </>
  );
}
