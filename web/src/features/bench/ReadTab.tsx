import { useEffect, useRef, useState } from "react";
import type { Finding, Metric } from "../../api/types";
import { ordinal, sentence, wrote, written } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { ground } from "./Flags";
import type { Bench } from "./useBench";
import { Worked, sourceWords } from "./Worked";

interface ReadTabProps {
  bench: Bench;
  pointed: string | null;
  onPoint: (finding: string | null) => void;
}

/** Key numbers, each with its working, and what wants mending. */
export function ReadTab({ bench, pointed, onPoint }: ReadTabProps) {
  const [all, setAll] = useState(false);
  const metrics = Object.values(bench.report.metrics);
  const shown = all ? metrics : metrics.filter((metric) => metric.headline);
  const groups = [...new Set(shown.map((metric) => metric.group))];
  return (
    <>
      <div className="flex items-baseline justify-between">
        <h2 className="text-lg">Reads</h2>
        <button
          type="button"
          className="text-xs text-primary underline decoration-dotted underline-offset-4"
          onClick={() => {
            setAll(!all);
          }}
        >
          {all ? "only the key numbers" : "every number"}
        </button>
      </div>
      {groups.map((group) => (
        <section key={group}>
          {all ? <h3 className="mt-3 text-base">{group}</h3> : null}
          <ul className={all || group === groups[0] ? "border-t border-[var(--line)]" : ""}>
            {shown
              .filter((metric) => metric.group === group)
              .map((metric) => (
                <MetricRow key={metric.key} metric={metric} />
              ))}
          </ul>
        </section>
      ))}
      <div className="mt-4 flex items-baseline justify-between border-b border-[var(--line)]">
        <h2 className="text-lg">To mend</h2>
        <span className="soft" aria-live="polite">
          {bench.looking && !bench.unlooked ? "looking …" : bench.report.findings.length}
        </span>
      </div>
      {bench.unlooked ? (
        <p className="py-2 font-medium text-error">
          It couldn’t be looked at whether the parts go together: {bench.unlooked}
        </p>
      ) : null}
      {bench.report.findings.length > 0 || bench.unlooked ? null : bench.looking ? (
        <p className="soft py-2">Looking whether the parts go together …</p>
      ) : (
        <p className="py-2 text-accent">Nothing to mend.</p>
      )}
      <ol>
        {bench.report.findings.map((finding, index) => (
          <FindingRow
            key={finding.id}
            finding={finding}
            number={ordinal(index)}
            bench={bench}
            pointed={pointed === finding.id}
            onPoint={onPoint}
          />
        ))}
      </ol>
    </>
  );
}

function MetricRow({ metric }: { metric: Metric }) {
  const { units } = useSettings();
  const [open, setOpen] = useState(false);
  const { number, unit } = written(metric, units);
  return (
    <li data-metric={metric.key}>
      <button
        type="button"
        aria-expanded={open}
        className="flex min-h-6 w-full items-baseline gap-1.5 text-left leading-5"
        title={metric.gloss || "How is this worked out?"}
        onClick={() => {
          setOpen(!open);
        }}
      >
        <span className="grow">{metric.label}</span>
        <span className="font-semibold">{number}</span>
        <span className="soft w-7 text-xs">{unit}</span>
        <span className="text-xs text-primary underline decoration-dotted underline-offset-4">
          {open ? "close" : "how?"}
        </span>
      </button>
      {open ? (
        <div className="mb-2 border-l-2 border-primary pl-3 text-xs leading-relaxed" data-testid="working">
          {metric.gloss ? <p>{metric.gloss}</p> : null}
          <Worked working={metric.working} />
          <p className="soft">Source: {sourceWords(metric.source)}</p>
          {metric.caution ? <p className="font-semibold text-error">{metric.caution}</p> : null}
        </div>
      ) : null}
    </li>
  );
}

const SEVERITY: Record<Finding["severity"], string> = { error: "Wrong", warning: "Check", note: "Note" };

interface FindingRowProps {
  finding: Finding;
  number: string;
  bench: Bench;
  pointed: boolean;
  onPoint: (finding: string | null) => void;
}

function FindingRow({ finding, number, bench, pointed, onPoint }: FindingRowProps) {
  const { units } = useSettings();
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (pointed) row.current?.scrollIntoView({ block: "nearest" });
  }, [pointed]);
  return (
    <li
      ref={row}
      data-finding={finding.code}
      className={`border-b border-[var(--line)] py-2 ${pointed ? "bg-base-100" : ""}`}
      onMouseEnter={() => {
        onPoint(finding.id);
      }}
      onMouseLeave={() => {
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
            <span className="font-semibold">{SEVERITY[finding.severity]}.</span> {sentence(finding.text, units)}
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
          </p>
          <details className="text-xs">
            <summary className="w-max cursor-pointer text-primary underline decoration-dotted underline-offset-4">
              why?
            </summary>
            <p className="mt-1">{finding.why}</p>
            <p>
              Is {wrote(finding.number, units)}; should be {sentence(finding.limit, units)}.
            </p>
            {finding.school ? <p>School: {finding.school}.</p> : null}
            <p className="soft">Source: {sourceWords(finding.source)}</p>
          </details>
          <div className="no-print mt-1 flex flex-wrap gap-2">
            {finding.mends.map((mend) => {
              const words = sentence(mend.label, units);
              return (
                <button
                  key={words}
                  type="button"
                  data-mend
                  disabled={bench.looking && bench.unlooked === null}
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
