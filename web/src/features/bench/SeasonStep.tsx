import { useState } from "react";
import { Sheet } from "../../drawing/Sheet";
import { spot, type Transform } from "../../drawing/transform";
import { useSeason } from "../../api/queries";
import type { SeasonReport } from "../../api/types";
import { sentence, step as stepTo, system, wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { FieldSet } from "./Fields";
import { SeenForm } from "./SeenForm";
import { WeatherOfPlace } from "./WeatherOfPlace";
import type { Bench } from "./useBench";

interface SeasonStepProps {
  id: string;
  bench: Bench;
  week: number;
  onWeek: (week: number) => void;
}

/** The year: charts, a week to look at with its followers on the rod, visits, and what the plan is made from. */
export function SeasonStep({ id, bench, week, onWeek }: SeasonStepProps) {
  const { units } = useSettings();
  const [other, setOther] = useState("");
  const season = useSeason(bench.document, other, system(units));
  const report = season.data;
  return (
    <>
      <main id="sheet" className="flex min-h-0 flex-col overflow-auto bg-base-100 md:border-r md:border-base-content">
        <div className="px-5 pt-4">
          <h1 className="text-3xl leading-tight">Season</h1>
          <p className="soft">
            {report ? `${report.place}; ${report.start}. ` : "Reckoning the year … "}
            {report?.saying}
          </p>
          <p className="no-print">
            <a
              className="underline underline-offset-4"
              href={`/api/designs/${id}/season-card?measure=${units}`}
              download
            >
              Season card (PDF)
            </a>
            <span className="soft"> as it was last kept</span>
          </p>
          {season.error ? (
            <p role="alert" className="font-medium text-error">
              {season.error.message}
            </p>
          ) : null}
        </div>
        {report ? <Charts report={report} week={week} onWeek={onWeek} /> : null}
      </main>
      <SeasonLedger bench={bench} report={report} week={week} onWeek={onWeek} other={other} onOther={setOther} />
    </>
  );
}

function Charts({ report, week, onWeek }: { report: SeasonReport; week: number; onWeek: (week: number) => void }) {
  const { units } = useSettings();
  const here = report.weeks[week] ?? report.weeks[0];
  const [combs, bees] = [report.charts["combs"], report.charts["bees"]];
  if (!here || !combs || !bees) return null;
  const last = report.weeks.length;
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 px-5 py-2">
        <button
          type="button"
          aria-label="A week earlier"
          className="min-h-8 rounded border border-base-content px-2.5"
          onClick={() => {
            onWeek(stepTo(week, -1, last));
          }}
        >
          ◂
        </button>
        <input
          type="range"
          aria-label="Week of the plan"
          aria-valuetext={here.label}
          className="range range-xs min-w-40 grow"
          min={0}
          max={report.weeks.at(-1)?.week ?? 0}
          value={week}
          onChange={(event) => {
            onWeek(Number(event.target.value));
          }}
        />
        <button
          type="button"
          aria-label="A week later"
          className="min-h-8 rounded border border-base-content px-2.5"
          onClick={() => {
            onWeek(stepTo(week, 1, last));
          }}
        >
          ▸
        </button>
        <span className="named w-24 text-lg" data-testid="week">
          {here.label}
        </span>
      </div>
      <ul className="flex flex-wrap gap-x-5 gap-y-1 px-5 pb-1 text-sm" data-testid="week-reads">
        <Read label="bees" value={wrote({ value: here.bees, unit: "count" }, units)} />
        <Read
          label="combs needed"
          value={wrote({ value: here.need_combs, unit: "boxes" }, units).replace(" boxes", "")}
        />
        <Read label="given" value={wrote({ value: here.given_combs, unit: "count" }, units)} />
        <Read label="honey" value={wrote({ value: here.honey_kg, unit: "kg" }, units)} />
        {report.moves ? (
          <Read
            label="far follower’s face"
            value={`${wrote({ value: here.far_mm, unit: "mm" }, units)}, after comb ${String(here.last_comb)}`}
          />
        ) : null}
        {report.moves ? <Read label="near face" value={wrote({ value: here.near_mm, unit: "mm" }, units)} /> : null}
        <Read
          label="open"
          value={here.open_entrances.length > 0 ? `entrance ${here.open_entrances.join(", ")}` : "no entrance"}
        />
      </ul>
      <Sheet
        drawing={combs}
        stretch
        className="h-64 md:h-auto md:min-h-44 md:grow"
        marks={(t) => <Now t={t} x={here.chart_x} />}
      />
      <Sheet
        drawing={bees}
        stretch
        className="h-56 md:h-auto md:min-h-40 md:grow"
        marks={(t) => <Now t={t} x={here.chart_x} />}
      />
    </>
  );
}

/** The week that lies on the rod, as a line through a chart. */
function Now({ t, x }: { t: Transform; x: number }) {
  const [foot, head] = [spot(t, [x, 0]), spot(t, [x, -100])];
  return <line x1={foot.x} x2={head.x} y1={foot.y} y2={head.y} className="layer layer-curve-now" data-now />;
}

function Read({ label, value }: { label: string; value: string }) {
  return (
    <li>
      <span className="soft">{label} </span>
      <span className="font-semibold">{value}</span>
    </li>
  );
}

const TABS = [
  ["plan", "Plan"],
  ["seen", "Seen"],
  ["set", "Set"],
] as const;

interface SeasonLedgerProps extends Omit<SeasonStepProps, "id"> {
  report: SeasonReport | undefined;
  other: string;
  onOther: (other: string) => void;
}

function SeasonLedger({ bench, report, week, onWeek, other, onOther }: SeasonLedgerProps) {
  const { units } = useSettings();
  const [tab, setTab] = useState<(typeof TABS)[number][0]>("plan");
  return (
    <aside aria-label="Ledger" className="flex min-h-0 flex-col bg-base-200">
      <div role="tablist" aria-label="Ledger" className="no-print flex border-b border-[var(--line)] px-4">
        {TABS.map(([name, words]) => (
          <button
            key={name}
            type="button"
            role="tab"
            id={`season-${name}`}
            aria-selected={tab === name}
            aria-controls="season-panel"
            className={`min-h-9 border-b-2 px-3
              ${tab === name ? "border-base-content font-semibold" : "soft border-transparent"}`}
            onClick={() => {
              setTab(name);
            }}
          >
            {words}
          </button>
        ))}
      </div>
      <div
        id="season-panel"
        role="tabpanel"
        aria-labelledby={`season-${tab}`}
        tabIndex={0}
        className="min-h-0 grow overflow-auto px-4 py-3"
      >
        {tab === "plan" && report ? (
          <PlanTab report={report} week={week} onWeek={onWeek} other={other} onOther={onOther} />
        ) : null}
        {tab === "seen" ? <SeenForm bench={bench} day={report?.weeks[week]?.day ?? ""} units={units} /> : null}
        {tab === "set" ? <WeatherOfPlace bench={bench} /> : null}
        {tab === "set"
          ? bench.report.forms
              .filter((group) => group.tab === "season")
              .map((group) =>
                group.id === "model" ? (
                  <details key={group.id}>
                    <summary className="named cursor-pointer text-base">For experts</summary>
                    <p className="soft mb-1 text-xs">
                      Every constant of the model, with its range and where it comes from.
                    </p>
                    <FieldSet group={group} bench={bench} />
                  </details>
                ) : (
                  <FieldSet key={group.id} group={group} bench={bench} />
                ),
              )
          : null}
      </div>
    </aside>
  );
}

interface PlanTabProps {
  report: SeasonReport;
  week: number;
  onWeek: (week: number) => void;
  other: string;
  onOther: (other: string) => void;
}

function PlanTab({ report, week, onWeek, other, onOther }: PlanTabProps) {
  const { units } = useSettings();
  return (
    <>
      <h2 className="text-lg">The year</h2>
      <ul className="border-t border-[var(--line)]">
        {report.summary.map((words) => {
          const said = sentence(words, units);
          return (
            <li key={said} className="leading-6">
              {said}
            </li>
          );
        })}
      </ul>
      <h2 className="mt-3 text-lg">How big must it be?</h2>
      <ul className="border-t border-[var(--line)]">
        {report.sizes.map((size) => {
          const said = sentence(size.words, units);
          return (
            <li key={said} className="leading-6">
              {said}
            </li>
          );
        })}
      </ul>
      <label className="mt-1 flex items-center gap-2">
        <span className="grow">Against a run as long as</span>
        <input
          placeholder={units === "mm" ? "1500" : "4 ft"}
          className="h-7 w-24 rounded border border-[var(--line)] bg-base-100 px-1.5 text-right"
          value={other}
          onChange={(event) => {
            onOther(event.target.value);
          }}
        />
      </label>
      <h2 className="mt-3 text-lg">Visits</h2>
      {report.visits.length === 0 ? (
        <p className="soft border-t border-[var(--line)]">Nothing to move or take.</p>
      ) : null}
      <ol className="border-t border-[var(--line)]" data-testid="visits">
        {report.visits.map((visit) => (
          <li
            key={visit.day}
            className={`border-b border-[var(--line)] py-1.5 ${visit.week === week ? "bg-base-100" : ""}`}
          >
            <button
              type="button"
              className="font-semibold underline decoration-dotted underline-offset-4"
              onClick={() => {
                onWeek(visit.week);
              }}
            >
              {visit.label}
            </button>
            <ul>
              {visit.steps.map((each) => (
                <li key={each.words} data-step={each.kind}>
                  {each.words}
                  <span className="soft block text-xs">{each.why}</span>
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ol>
      <h2 className="mt-3 text-lg">Look out</h2>
      {report.warnings.length === 0 ? (
        <p className="border-t border-[var(--line)] text-accent">Nothing goes wrong.</p>
      ) : null}
      <ul className="border-t border-[var(--line)]" data-testid="season-warnings">
        {report.warnings.map((each) => (
          <li
            key={`${each.code} ${each.first}`}
            data-warning={each.code}
            className="border-b border-[var(--line)] py-1.5"
          >
            <button
              type="button"
              className="font-semibold text-error underline decoration-dotted underline-offset-4"
              onClick={() => {
                onWeek(each.week);
              }}
            >
              {each.label}
            </button>{" "}
            {each.words}
            <span className="soft block text-xs">{each.why}</span>
          </li>
        ))}
      </ul>
    </>
  );
}
