import { useState } from "react";
import type { HiveSystem, Ranking } from "../../api/types";
import { ordinal } from "../../lib/format";
import { Problem } from "../../ui/Problem";

interface RankingPanelProps {
  ranking: Ranking | undefined;
  busy: boolean;
  problem: string | null;
  onBegin: (system: HiveSystem, name: string) => void;
}

/** The systems in their order, each with what speaks for and against it, and a way to begin. */
export function RankingPanel({ ranking, busy, problem, onBegin }: RankingPanelProps) {
  const [open, setOpen] = useState<HiveSystem | null>(null);
  const [name, setName] = useState("");
  if (!ranking) return <aside className="bg-base-200 p-4">Weighing …</aside>;
  const shown = open ?? ranking.systems[0]?.system;
  return (
    <aside aria-label="What suits you" className="min-h-0 overflow-auto bg-base-200 px-4 py-3" tabIndex={0}>
      <h2 className="text-lg">What suits you</h2>
      <ol className="border-t border-base-content">
        {ranking.systems.map((one, index) => {
          const here = one.system === shown;
          return (
            <li key={one.system} data-system={one.system} className="border-b border-[var(--line)] py-1.5">
              <button
                type="button"
                aria-expanded={here}
                className="flex min-h-7 w-full items-baseline gap-2 text-left"
                onClick={() => {
                  setOpen(one.system);
                }}
              >
                <span className="soft w-5 text-right">{ordinal(index)}</span>
                <span className={`grow first-letter:uppercase ${here ? "named text-lg font-semibold" : ""}`}>
                  {one.label}
                </span>
                <span className="soft text-xs">
                  {one.points > 0 ? `+${String(one.points)}` : String(one.points).replace("-", "−")}
                </span>
              </button>
              {here ? (
                <div className="pl-7">
                  <p className="mb-1">{one.words}</p>
                  <ul className="mb-2 grid gap-0.5">
                    {one.reasons.map((reason) => (
                      <li key={reason.rule} data-rule={reason.rule} className="flex gap-2">
                        <span className={`shrink-0 font-semibold ${reason.points > 0 ? "text-accent" : "text-error"}`}>
                          {reason.points > 0 ? "for" : "but"}
                        </span>
                        {reason.words}
                      </li>
                    ))}
                  </ul>
                  <form
                    className="flex flex-wrap gap-2"
                    onSubmit={(event) => {
                      event.preventDefault();
                      onBegin(one.system, name);
                    }}
                  >
                    <input
                      aria-label="Name of the hive"
                      placeholder="Name of the hive"
                      required
                      maxLength={80}
                      className="h-8 min-w-0 grow rounded border border-[var(--line)] bg-base-100 px-1.5"
                      value={name}
                      onChange={(event) => {
                        setName(event.target.value);
                      }}
                    />
                    <button type="submit" className="btn btn-neutral btn-sm" disabled={busy}>
                      Begin with this
                    </button>
                  </form>
                  <Problem id="begin-problem">{problem}</Problem>
                </div>
              ) : null}
            </li>
          );
        })}
      </ol>
      <h2 className="mt-4 text-lg">What would change it</h2>
      {ranking.turns.length === 0 ? <p className="soft">No single other answer puts another hive first.</p> : null}
      <ul className="grid gap-1 border-t border-[var(--line)] pt-1" data-testid="turns">
        {ranking.turns.map((turn) => (
          <li key={`${turn.question} ${turn.answer}`}>
            <span className="soft">{turn.title}:</span> {turn.words} →{" "}
            <span className="font-semibold">{turn.label}</span>
          </li>
        ))}
      </ul>
      <p className="soft mt-3 text-xs">
        Weighed by common practice, in plain sight: every reason is one rule of the table in data/brief.toml. Local law
        and your bee inspector come first.
      </p>
    </aside>
  );
}
