import type { Chapter, Metric } from "../../api/types";
import { Plate } from "../../drawing/Plate";
import { wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { ChapterForms, DataTable, Helps, MetricGroups, Page, StepFrame, ToMend, type StepProps } from "../bench";

const SEASON = ["visits", "count", "total_kg", "heaviest_kg", "worst_index", "over", "minutes"];

/** Lifting: the keeper beside the hive, each lift against its limit, a season here and at the stack it replaces. */
export function LiftStep(props: StepProps) {
  return (
    <StepFrame {...props} waits="Weighing … " ledger={(chapter) => <Ledger chapter={chapter} bench={props.bench} />}>
      {(chapter) => {
        const figure = chapter.drawings["lift-figure"];
        return (
          <div className="min-h-0 grow md:grid md:grid-cols-[minmax(0,5fr)_minmax(0,4fr)]">
            {figure ? <Plate drawing={figure} className="h-96 md:h-full md:min-h-96" /> : null}
            <div role="group" aria-label="Lifts" tabIndex={0} className="min-h-0 overflow-auto px-5 pb-4">
              <Seasons metrics={chapter.metrics} />
              {["one-visit", "one-year", "lifts", "tasks"].map((key) => (
                <Named key={key} chapter={chapter} name={key} />
              ))}
              <p className="soft text-xs">An index over 1 is too much for some backs, over 3 for most.</p>
            </div>
          </div>
        );
      }}
    </StepFrame>
  );
}

function Ledger({ chapter, bench }: { chapter: Chapter; bench: StepProps["bench"] }) {
  const stand = Object.values(chapter.metrics).filter((metric) => metric.group === "You and the stand");
  return (
    <Page>
      <ToMend chapter={chapter} bench={bench} />
      <Helps title="What would lower the worst lift" helps={chapter.helps} bench={bench} />
      <MetricGroups metrics={stand} titled />
      <div className="mt-3">
        {["order", "legs", "combs", "loads"].map((key) => (
          <Named key={key} chapter={chapter} name={key} />
        ))}
      </div>
      <ChapterForms chapter={chapter} bench={bench} />
    </Page>
  );
}

function Named({ chapter, name }: { chapter: Chapter; name: string }) {
  const table = chapter.tables.find((each) => each.key === name);
  return table && table.lines.length > 0 ? <DataTable table={table} /> : null;
}

/** The season's numbers here beside those at the stack. */
function Seasons({ metrics }: { metrics: Record<string, Metric> }) {
  const { reading } = useSettings();
  const said = (metric: Metric | undefined) => (metric ? wrote(metric, reading) : "");
  return (
    <section className="mb-3">
      <h2 className="text-lg">A season here, and at the stack</h2>
      <table className="w-full text-sm" data-testid="lift-seasons">
        <thead>
          <tr className="soft border-b border-[var(--line)] text-right text-xs">
            <th scope="col" aria-label="What" />
            <th scope="col" className="font-normal">
              this hive
            </th>
            <th scope="col" className="font-normal">
              the stack
            </th>
          </tr>
        </thead>
        <tbody>
          {SEASON.map((key) => (
            <tr key={key} className="border-b border-[var(--line)]">
              <th scope="row" className="py-0.5 text-left font-normal">
                {metrics[`lifting.${key}`]?.label}
              </th>
              <td className="text-right font-semibold">{said(metrics[`lifting.${key}`])}</td>
              <td className="text-right">{said(metrics[`lifting.stack.${key}`])}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
