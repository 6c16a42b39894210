import type { Chapter } from "../../api/types";
import { LazyChart } from "../../drawing/LazyChart";
import { nearest } from "../../drawing/transform";
import { sentence } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Tabs } from "../../ui/Tabs";
import {
  ChapterForms,
  DataTable,
  MetricGroups,
  Moments,
  StepFrame,
  tableOf,
  ToMend,
  WeatherOfPlace,
  useLedgerTab,
  type StepProps,
} from "../bench";
import { SeenForm } from "./SeenForm";
import { Years } from "./Years";

/** The year: charts, a week to look at with its followers on the rod, visits, and what the plan is made from. */
export function SeasonStep(props: StepProps) {
  return (
    <StepFrame {...props} waits="Reckoning the year … " ledger={(chapter) => <Ledger {...props} chapter={chapter} />}>
      {(chapter) => (
        <>
          <Charts chapter={chapter} onAt={props.onAt} />
          <Years bench={props.bench} />
        </>
      )}
    </StepFrame>
  );
}

function Charts({ chapter, onAt }: { chapter: Chapter; onAt: (week: number) => void }) {
  const { moments, charts } = chapter;
  const at = moments?.places[moments.at] ?? null;
  return (
    <>
      <Moments chapter={chapter} onAt={onAt} stepped />
      {["season-combs", "season-bees"].map((name) => {
        const chart = charts[name];
        return chart ? (
          <LazyChart
            key={name}
            chart={chart}
            aligned
            className="h-64 shrink-0 px-2 md:h-auto md:min-h-48 md:shrink md:grow"
            at={at}
            onPlace={(day) => {
              if (moments) onAt(nearest(moments.places, day));
            }}
          />
        ) : null;
      })}
    </>
  );
}

function Ledger(props: StepProps & { chapter: Chapter }) {
  const { bench, chapter } = props;
  const { reading } = useSettings();
  const [tab, setTab] = useLedgerTab<string>("plan");
  const { moments } = chapter;
  const tabs = [
    { name: "plan", title: "Plan", panel: <Plan {...props} /> },
    {
      name: "seen",
      title: "Seen",
      panel: <SeenForm bench={bench} day={(moments && moments.days[moments.at]) ?? ""} reading={reading} />,
    },
    {
      name: "set",
      title: "Set",
      panel: (
        <>
          <WeatherOfPlace bench={bench} />
          <ChapterForms chapter={chapter} bench={bench} folded="model" />
        </>
      ),
    },
  ];
  return <Tabs label="Ledger" tabs={tabs} at={tab} onAt={setTab} />;
}

function Plan({ bench, chapter, onAt, typed, onTyped }: StepProps & { chapter: Chapter }) {
  const { reading } = useSettings();
  const weeks = tableOf(chapter, "weeks");
  const rooms = chapter.tables.filter((table) => table.key !== "weeks");
  return (
    <>
      <ToMend chapter={chapter} bench={bench} onAt={onAt} />
      <MetricGroups metrics={Object.values(chapter.metrics)} titled />
      <label className="mt-1 flex items-center gap-2">
        <span className="grow">Against a run as long as</span>
        <input
          placeholder={reading.units === "mm" ? "1500" : "4 ft"}
          className="h-7 w-24 rounded border border-[var(--line)] bg-base-100 px-1.5 text-right"
          value={typed}
          onChange={(event) => {
            onTyped(event.target.value);
          }}
        />
      </label>
      {rooms.map((table) => (
        <DataTable key={table.key} table={table} />
      ))}
      <h2 className="mt-3 text-lg">Visits</h2>
      {chapter.agenda.length === 0 ? (
        <p className="soft border-t border-[var(--line)]">Nothing to move or take.</p>
      ) : null}
      <ol className="mb-3 border-t border-[var(--line)]" data-testid="visits">
        {chapter.agenda.map((visit) => (
          <li
            key={visit.day}
            className={`border-b border-[var(--line)] py-1.5 ${visit.at === chapter.moments?.at ? "bg-base-100" : ""}`}
          >
            <button
              type="button"
              className="font-semibold underline decoration-dotted underline-offset-4"
              onClick={() => {
                if (visit.at !== null) onAt(visit.at);
              }}
            >
              {visit.label}
            </button>
            <ul>
              {visit.doings.map((each) => (
                <li key={each.words.template} data-step={each.id}>
                  {sentence(each.words, reading)}
                  <span className="soft block text-xs">{each.why}</span>
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ol>
      {weeks ? <DataTable table={weeks} /> : null}
    </>
  );
}
