import { useState } from "react";
import type { Metric } from "../../api/types";
import { written } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Worked, sourceWords } from "./Worked";

interface MetricGroupsProps {
  metrics: Metric[];
  titled: boolean;
  /** Asks how numbers came about, where they came without. */
  onAsk?: () => void;
}

/** Numbers by group, each to be asked how it came about. */
export function MetricGroups({ metrics, titled, onAsk }: MetricGroupsProps) {
  const groups = [...new Set(metrics.map((metric) => metric.group))];
  return groups.map((group) => (
    <section key={group}>
      {titled ? <h3 className="mt-3 text-base">{group}</h3> : null}
      <ul className={titled || group === groups[0] ? "border-t border-[var(--line)]" : ""}>
        {metrics
          .filter((metric) => metric.group === group)
          .map((metric) => (
            <MetricRow key={metric.key} metric={metric} onAsk={onAsk} />
          ))}
      </ul>
    </section>
  ));
}

function MetricRow({ metric, onAsk }: { metric: Metric; onAsk: (() => void) | undefined }) {
  const { reading } = useSettings();
  const [open, setOpen] = useState(false);
  const { number, unit } = written(metric, reading);
  return (
    <li data-metric={metric.key}>
      <button
        type="button"
        aria-expanded={open}
        className="flex min-h-6 w-full items-baseline gap-1.5 text-left leading-5"
        title={metric.gloss || "How is this worked out?"}
        onClick={() => {
          setOpen(!open);
          onAsk?.();
        }}
      >
        <span className="grow">{metric.label}</span>
        <span className="font-semibold">{number}</span>
        <span className="soft min-w-7 text-xs">{unit}</span>
        <span className="text-xs text-primary underline decoration-dotted underline-offset-4">
          {open ? "close" : "how?"}
        </span>
      </button>
      {open ? (
        <div className="mb-2 border-l-2 border-primary pl-3 text-xs leading-relaxed" data-testid="working">
          {metric.gloss ? <p>{metric.gloss}</p> : null}
          {metric.working ? <Worked working={metric.working} /> : <p>Asking how …</p>}
          <p className="soft">Source: {sourceWords(metric.source)}</p>
          {metric.caution ? <p className="font-semibold text-error">{metric.caution}</p> : null}
        </div>
      ) : null}
    </li>
  );
}
