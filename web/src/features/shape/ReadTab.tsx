import { useState } from "react";
import { useWorkings } from "../../api/queries";
import { FindingList, MetricGroups, type Bench } from "../bench";

interface ReadTabProps {
  bench: Bench;
  pointed: string | null;
  onPoint: (finding: string | null) => void;
}

/** Key numbers, each with its working, and what wants mending. */
export function ReadTab({ bench, pointed, onPoint }: ReadTabProps) {
  const [all, setAll] = useState(false);
  const [asked, setAsked] = useState(false);
  const worked = useWorkings(bench.document, "shape", bench.report.box, asked || all);
  const { metrics = {}, values = {} } = bench.shape ?? {};
  const shown = Object.values(all && worked ? worked : metrics).map((metric) => {
    const value = values[metric.key] ?? metrics[metric.key]?.value ?? metric.value;
    const found = worked?.[metric.key] ?? metric;
    // A working belongs to its number: while another is typed or dragged, it isn't known yet.
    return found.value === value ? found : { ...metric, value, working: null };
  });
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
      <MetricGroups
        metrics={shown}
        titled={all}
        onAsk={() => {
          setAsked(true);
        }}
      />
      <div className="mt-4 flex items-baseline justify-between border-b border-[var(--line)]">
        <h2 className="text-lg">To mend</h2>
        <span className="soft" aria-live="polite">
          {bench.looking && !bench.unlooked ? "looking …" : bench.findings.length}
        </span>
      </div>
      {bench.unlooked ? (
        <p className="py-2 font-medium text-error">
          It couldn’t be looked at whether the parts go together: {bench.unlooked}
        </p>
      ) : null}
      {bench.findings.length > 0 || bench.unlooked ? null : bench.looking ? (
        <p className="soft py-2">Looking whether the parts go together …</p>
      ) : (
        <p className="py-2 text-accent">Nothing to mend.</p>
      )}
      <FindingList
        findings={bench.findings}
        bench={bench}
        pointed={pointed}
        onPoint={onPoint}
        waits={bench.looking && bench.unlooked === null}
      />
      {bench.document.notes ? (
        <section>
          <h2 className="mt-4 border-b border-[var(--line)] text-lg">Notes</h2>
          <p className="py-1 break-words whitespace-pre-line">{bench.document.notes}</p>
        </section>
      ) : null}
    </>
  );
}
