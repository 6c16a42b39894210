import type { Finding, Metric } from "../../api/types";
import { ordinal, sentence, written } from "../../lib/format";
import { useSettings } from "../../lib/settings";

/** Numbers on paper, one under the other. */
export function PrintedNumbers({ metrics }: { metrics: Metric[] }) {
  const { reading } = useSettings();
  return (
    <ul>
      {metrics.map((metric) => {
        const { number, unit } = written(metric, reading);
        return (
          <li key={metric.key} className="flex">
            <span className="grow">{metric.label}</span>
            <span className="font-semibold">{number}</span>
            <span className="w-10 pl-1">{unit}</span>
          </li>
        );
      })}
    </ul>
  );
}

/** What is to mend, on paper. */
export function PrintedFindings({ findings }: { findings: Finding[] }) {
  const { reading } = useSettings();
  return (
    <>
      <h2 className="border-b border-base-content text-base">To mend</h2>
      {findings.length === 0 ? <p>Nothing to mend.</p> : null}
      <ol>
        {findings.map((finding, index) => (
          <li key={finding.id}>
            <b>{ordinal(index)}.</b> {sentence(finding.text, reading)}
          </li>
        ))}
      </ol>
    </>
  );
}
