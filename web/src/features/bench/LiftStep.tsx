import { useLifting } from "../../api/queries";
import type { LiftingReport } from "../../api/types";
import { Numbers } from "../../drawing/Numbers";
import { Sheet } from "../../drawing/Sheet";
import { percentOf, sentence, wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { FieldSet } from "./Fields";
import { Judged } from "./Judged";
import { readyEdit } from "./edits";
import type { Bench } from "./useBench";

type LiftOut = LiftingReport["lifts"][number];
type SeasonOut = LiftingReport["here"];

/** Lifting: the keeper beside the hive, each lift against its limit, a season here and at the stack it replaces. */
export function LiftStep({ bench }: { bench: Bench }) {
  const lifting = useLifting(bench.document);
  const report = lifting.data;
  return (
    <>
      <main id="sheet" className="flex min-h-0 flex-col overflow-auto bg-base-100 md:border-r md:border-base-content">
        <div className="px-5 pt-4">
          <h1 className="text-3xl leading-tight">Lift</h1>
          <p className="soft">
            {report
              ? "You at the hive, each lift against what the equation recommends, and the same season at a stack."
              : "Weighing … "}
          </p>
          {lifting.error ? (
            <p role="alert" className="font-medium text-error">
              {lifting.error.message}
            </p>
          ) : null}
          {report?.note ? (
            <p className="border-l-4 border-error pl-2 font-semibold" data-testid="lift-note">
              {report.note}
            </p>
          ) : null}
        </div>
        {report ? (
          <div className="min-h-0 grow md:grid md:grid-cols-[minmax(0,5fr)_minmax(0,4fr)]">
            <Sheet
              drawing={report.figure}
              className="h-96 md:h-full md:min-h-96"
              overlay={(t) => <Numbers drawing={report.figure} t={t} />}
            />
            <Compared report={report} />
          </div>
        ) : null}
      </main>
      <aside aria-label="Ledger" className="min-h-0 overflow-auto bg-base-200 px-4 py-3">
        {report ? <Advice report={report} bench={bench} /> : null}
        {bench.report.forms
          .filter((group) => group.tab === "lifting")
          .map((group) => (
            <FieldSet key={group.id} group={group} bench={bench} />
          ))}
        {report?.cautions.map((words) => (
          <p key={words} className="mb-1 text-xs text-error">
            {words}
          </p>
        ))}
      </aside>
    </>
  );
}

function Compared({ report }: { report: LiftingReport }) {
  const { units } = useSettings();
  return (
    <div role="group" aria-label="Lifts" tabIndex={0} className="min-h-0 overflow-auto px-5 pb-4">
      <h2 className="text-lg">A season here, and at the stack</h2>
      <table className="w-full text-sm" data-testid="lift-seasons">
        <thead>
          <tr className="border-b border-base-content text-right align-bottom text-xs">
            <th scope="col" className="text-left font-normal" />
            <th scope="col" className="font-normal">
              {report.here.name}
            </th>
            {report.there ? (
              <th scope="col" className="font-normal">
                {report.there.name}
              </th>
            ) : null}
          </tr>
        </thead>
        <tbody>
          <Row label="Visits" of={(s) => String(s.visits)} report={report} />
          <Row label="Lifts" of={(s) => String(s.count)} report={report} />
          <Row label="Lifted in all" of={(s) => wrote(s.total, units)} report={report} />
          <Row label="Heaviest" of={(s) => wrote(s.heaviest, units)} report={report} />
          <Row label="Worst index" of={(s) => s.worst_index.toFixed(2)} report={report} />
          <Row label="Lifts over an index of 1" of={(s) => String(s.over)} report={report} />
          <Row label="Minutes open" of={(s) => String(s.minutes)} report={report} />
        </tbody>
      </table>
      <h2 className="mt-3 text-lg">Lifts against their limit</h2>
      <ul data-testid="lifts">
        {report.lifts.map((lift, index) => (
          <Bar key={`${lift.name} ${String(index)}`} lift={lift} />
        ))}
      </ul>
      <p className="soft text-xs">
        The mark is the recommended limit; an index over 1 is too much for some backs, over 3 for most.
      </p>
      <h2 className="mt-3 text-lg">On one visit</h2>
      <table className="w-full text-sm">
        <tbody>
          {report.tasks.map((task) => (
            <tr key={task.name} className="border-t border-[var(--line)]">
              <th scope="row" className="py-0.5 text-left font-normal">
                {task.name}
              </th>
              <td className="text-right">{task.count} lifts</td>
              <td className="text-right">{wrote(task.total, units)}</td>
              <td className="text-right">{task.minutes} min</td>
              <td className="text-right">{task.open_combs} open</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Row({ label, of, report }: { label: string; of: (season: SeasonOut) => string; report: LiftingReport }) {
  return (
    <tr className="border-b border-[var(--line)]">
      <th scope="row" className="py-0.5 text-left font-normal">
        {label}
      </th>
      <td className="text-right font-semibold">{of(report.here)}</td>
      {report.there ? <td className="text-right">{of(report.there)}</td> : null}
    </tr>
  );
}

/** A lift as a bar: its index as length, the limit as a mark. */
function Bar({ lift }: { lift: LiftOut }) {
  const { units } = useSettings();
  const { over } = lift;
  return (
    <li
      className="py-0.5 text-sm"
      title={[
        `hands ${wrote(lift.out, units)} out`,
        `${wrote(lift.height, units)} high`,
        `turned ${wrote(lift.turn, units)}`,
      ].join(", ")}
    >
      <span className="flex justify-between gap-2">
        <span>{lift.name}</span>
        <span className={over ? "font-semibold text-error" : ""}>
          {wrote(lift.load, units)} of {wrote(lift.limit, units)}, index {lift.index.toFixed(2)}
        </span>
      </span>
      <span className="relative block h-2 bg-base-300" aria-hidden="true">
        <span
          className={`absolute inset-y-0 left-0 ${over ? "bg-error" : "bg-primary"}`}
          style={{ width: percentOf(lift.index, 3) }}
        />
        <span className="absolute inset-y-[-2px] w-0.5 bg-base-content" style={{ left: percentOf(1, 3) }} />
      </span>
    </li>
  );
}

function Advice({ report, bench }: { report: LiftingReport; bench: Bench }) {
  const { units } = useSettings();
  return (
    <>
      <h2 className="text-lg">What would lower the worst lift</h2>
      <ul className="mb-3 border-t border-[var(--line)]" data-testid="lift-changes">
        {report.changes.length === 0 ? (
          <li className="text-accent">Nothing tried lowers it: it is as good as it gets.</li>
        ) : null}
        {report.changes.map((change) => (
          <li key={change.label} className="flex items-start gap-2 border-b border-[var(--line)] py-1">
            <span className="grow">
              {change.label} <span className="soft">index {change.index.toFixed(2)}</span>
            </span>
            <button
              type="button"
              className="min-h-7 shrink-0 rounded border border-base-content px-2"
              onClick={() => void bench.commit(readyEdit(change.edit), change.label, "lift")}
            >
              Do it
            </button>
          </li>
        ))}
      </ul>
      <Judged title="Stand and reach" rows={report.stand} testId="lift-stand" />
      {report.legs.length > 0 ? (
        <>
          <h3 className="text-base">Legs</h3>
          <ul className="mb-3 border-t border-[var(--line)]" data-testid="legs">
            {report.legs.map((leg) => (
              <li key={leg.name} className="flex justify-between">
                <span>{leg.name}</span>
                <span className="font-semibold">
                  {wrote(leg.length, units)}, foot bevel {wrote(leg.bevel, units)}
                </span>
              </li>
            ))}
          </ul>
        </>
      ) : null}
      <Judged title="Other loads" rows={report.loads} testId="lift-loads" />
      {bench.trouble?.source === "lift" ? (
        <p role="alert" className="text-error">
          {sentence({ template: bench.trouble.reason, values: {} }, units)}
        </p>
      ) : null}
    </>
  );
}
