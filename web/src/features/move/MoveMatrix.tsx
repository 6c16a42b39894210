import { useState } from "react";
import { useMatrix } from "../../api/queries";
import type { Matrix } from "../../api/types";
import { wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import type { Bench } from "../bench";

type Cell = Matrix["cells"][number];

/** Marks of the chart: how much of the square is filled says how much of the comb comes along. */
const MARKS: Record<string, { words: string; className: string; sign: string }> = {
  goes: { words: "hangs as it is", className: "bg-neutral text-neutral-content", sign: "whole" },
  parts: { words: "comb whole, with parts to make", className: "border-2 border-base-content", sign: "parts" },
  cut: { words: "comb is cut", className: "border border-dashed border-error text-error", sign: "cut" },
  bees: { words: "bees only", className: "soft", sign: "bees" },
};

/** Every catalogue frame against every starting point. */
export function MoveMatrix({ bench }: { bench: Bench }) {
  const { reading } = useSettings();
  const chart = useMatrix();
  const [picked, setPicked] = useState<Cell | null>(null);
  if (chart.error)
    return (
      <p role="alert" className="p-5 text-error">
        {chart.error.message}
      </p>
    );
  if (!chart.data) return <p className="soft p-5">Trying every pair …</p>;
  const { frames, hives, cells } = chart.data;
  const at = new Map(cells.map((cell) => [`${cell.frame} ${cell.hive}`, cell]));
  const spare = (margin: number) => wrote({ value: margin, unit: "mm" }, reading);
  const named = (id: string) => hives.find((hive) => hive.id === id)?.name.replace(/^New /, "") ?? id;
  return (
    <div className="px-5 py-3">
      <p className="flex flex-wrap gap-x-4 gap-y-1 text-xs">
        {Object.entries(MARKS).map(([key, mark]) => (
          <span key={key} className="flex items-center gap-1.5">
            <span className={`inline-block rounded-sm px-1 ${mark.className}`}>{mark.sign}</span>
            {mark.words}
          </span>
        ))}
      </p>
      <p className="min-h-9 py-1 text-sm" aria-live="polite" data-testid="matrix-said">
        {picked
          ? [
              `${frames.find((frame) => frame.id === picked.frame)?.name ?? ""} into ${named(picked.hive)}: `,
              picked.words,
              picked.tightest ? `; ${picked.tightest.toLowerCase()}, ${spare(picked.margin_mm)} to spare.` : ".",
            ].join("")
          : [
              "Best way for one comb into each starting point.",
              "Click a square for its number, a frame’s name to move from it.",
            ].join(" ")}
      </p>
      <div className="overflow-x-auto">
        <table className="text-xs" data-testid="matrix">
          <thead>
            <tr className="align-bottom">
              <th scope="col" className="min-w-36" aria-label="Frame" />
              {hives.map((hive) => (
                <th key={hive.id} scope="col" className="h-32 w-12 font-normal">
                  <span className="inline-block max-h-32 rotate-180 [writing-mode:vertical-rl]">{named(hive.id)}</span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {frames.map((frame) => (
              <tr key={frame.id} className="border-t border-[var(--line)]">
                <th scope="row" className="pr-2 text-left font-normal">
                  <button
                    type="button"
                    className="text-left underline decoration-dotted underline-offset-4"
                    onClick={() =>
                      void bench.commit(
                        { do: "move-from", bees: "frames", standard: frame.id },
                        `Bees on ${frame.name}`,
                        "move-from",
                      )
                    }
                  >
                    {frame.name}
                  </button>
                </th>
                {hives.map((hive) => {
                  const cell = at.get(`${frame.id} ${hive.id}`);
                  const mark = cell ? MARKS[cell.kind] : undefined;
                  return (
                    <td key={hive.id} className="p-0.5 text-center">
                      {cell && mark ? (
                        <button
                          type="button"
                          title={cell.words}
                          aria-label={`${frame.name} into ${named(hive.id)}: ${cell.words}`}
                          className={`w-11 rounded-sm px-0.5 ${mark.className}
                            ${picked === cell ? "outline-2 outline-primary" : ""}`}
                          onClick={() => {
                            setPicked(cell);
                          }}
                        >
                          {mark.sign}
                        </button>
                      ) : null}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}
