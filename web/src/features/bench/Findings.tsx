import { useEffect, useRef } from "react";
import type { Finding } from "../../api/types";
import { ordinal, sentence, wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { ground } from "./Flags";
import type { Bench } from "./useBench";
import { sourceWords } from "./Worked";

interface FindingListProps {
  findings: Finding[];
  bench: Bench;
  pointed: string | null;
  onPoint: (finding: string | null) => void;
  waits?: boolean;
  /** Goes to the moment that shows a finding. */
  onAt?: ((at: number) => void) | undefined;
}

/** What is wrong or worth knowing, numbered as its flags are, each with its mends. */
export function FindingList({ findings, bench, pointed, onPoint, waits = false, onAt }: FindingListProps) {
  return (
    <ol data-testid="findings">
      {findings.map((finding, index) => (
        <FindingRow
          key={finding.id}
          finding={finding}
          number={ordinal(flagged(bench.findings, finding) ?? index)}
          bench={bench}
          pointed={pointed === finding.id}
          onPoint={onPoint}
          waits={waits}
          onAt={onAt}
        />
      ))}
    </ol>
  );
}

/** Where a finding stands among those that are flagged on the drawings. */
function flagged(findings: Finding[], finding: Finding): number | null {
  const at = findings.indexOf(finding);
  return at < 0 ? null : at;
}

const SEVERITY: Record<Finding["severity"], string> = { error: "Wrong", warning: "Check", note: "Note" };

interface FindingRowProps {
  finding: Finding;
  number: string;
  bench: Bench;
  pointed: boolean;
  onPoint: (finding: string | null) => void;
  /** Whether its mends are still being tried. */
  waits: boolean;
  onAt: ((at: number) => void) | undefined;
}

function FindingRow({ finding, number, bench, pointed, onPoint, waits, onAt }: FindingRowProps) {
  const { reading } = useSettings();
  const row = useRef<HTMLLIElement>(null);
  const { at } = finding;
  // What is under the pointer stays where it is, or a click would miss its button.
  const under = useRef(false);
  useEffect(() => {
    if (pointed && !under.current) row.current?.scrollIntoView({ block: "nearest" });
  }, [pointed]);
  return (
    <li
      ref={row}
      data-finding={finding.code}
      className={`border-b border-[var(--line)] py-2 ${pointed ? "bg-base-100" : ""}`}
      onMouseEnter={() => {
        under.current = true;
        onPoint(finding.id);
      }}
      onMouseLeave={() => {
        under.current = false;
        onPoint(null);
      }}
    >
      <div className="flex gap-2">
        <span
          className={`h-5 min-w-5 shrink-0 rounded-sm px-1 text-center text-xs leading-5 font-semibold text-base-100
            ${ground(finding)}`}
        >
          {number}
        </span>
        <div className="min-w-0">
          <p>
            <span className="font-semibold">{SEVERITY[finding.severity]}.</span> {sentence(finding.text, reading)}
            {finding.chamber && finding.box !== bench.report.box ? (
              <button
                type="button"
                className="ml-1 text-xs text-primary underline decoration-dotted underline-offset-4"
                onClick={() => {
                  bench.enter(finding.box);
                }}
              >
                in {finding.chamber.replace(/-/g, " ")}
              </button>
            ) : null}
            {at !== null && onAt ? (
              <button
                type="button"
                className="ml-1 text-xs text-primary underline decoration-dotted underline-offset-4"
                onClick={() => {
                  onAt(at);
                }}
              >
                show it
              </button>
            ) : null}
          </p>
          <details className="text-xs">
            <summary className="w-max cursor-pointer text-primary underline decoration-dotted underline-offset-4">
              why?
            </summary>
            <p className="mt-1">{finding.why}</p>
            <p>
              Is {wrote(finding.number, reading)}; should be {sentence(finding.limit, reading)}.
            </p>
            {finding.school ? <p>School: {finding.school}.</p> : null}
            <p className="soft">Source: {sourceWords(finding.source)}</p>
          </details>
          <div className="no-print mt-1 flex flex-wrap gap-2">
            {finding.mends.map((mend) => {
              const words = sentence(mend.label, reading);
              return (
                <button
                  key={words}
                  type="button"
                  data-mend
                  disabled={waits}
                  className="min-h-7 rounded border border-base-content bg-base-100 px-2 text-left font-semibold
                    disabled:opacity-60"
                  onClick={() => void bench.commit({ do: "patch", patch: mend.patch }, words, "mend")}
                >
                  {words}
                </button>
              );
            })}
          </div>
        </div>
      </div>
    </li>
  );
}
