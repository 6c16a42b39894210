import { useState } from "react";
import { useWinter } from "../../api/queries";
import type { WinterReport } from "../../api/types";
import { Sheet } from "../../drawing/Sheet";
import { sentence, wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { FieldSet } from "./Fields";
import { readyEdit } from "./edits";
import { WeatherOfPlace } from "./WeatherOfPlace";
import type { Bench } from "./useBench";
import { Worked } from "./Worked";

/** Winter: where the heat goes, honey on each comb, what wets, what would save; the summer's sun as well. */
export function WinterStep({ id, bench }: { id: string; bench: Bench }) {
  const [month, setMonth] = useState<number | null>(null);
  const { units } = useSettings();
  const winter = useWinter(bench.document, month);
  const report = winter.data;
  return (
    <>
      <main id="sheet" className="flex min-h-0 flex-col overflow-auto bg-base-100 md:border-r md:border-base-content">
        <div className="px-5 pt-4">
          <h1 className="text-3xl leading-tight">Winter</h1>
          <p className="soft">
            {report
              ? `${report.place}; ${String(report.combs)} combs, ${String(report.days)} days in cluster. `
              : "Reckoning the winter … "}
          </p>
          <p className="no-print">
            <a
              className="underline underline-offset-4"
              href={`/api/designs/${id}/winter-card?measure=${units}`}
              download
            >
              Winter card (PDF)
            </a>
            <span className="soft"> as it was last kept</span>
          </p>
          {winter.error ? (
            <p role="alert" className="font-medium text-error">
              {winter.error.message}
            </p>
          ) : null}
        </div>
        {report ? <Drawings report={report} onMonth={setMonth} /> : null}
      </main>
      <aside aria-label="Ledger" className="min-h-0 overflow-auto bg-base-200 px-4 py-3">
        {report ? <Ledger report={report} bench={bench} /> : null}
        <h2 className="mt-3 text-lg">Its weather</h2>
        <WeatherOfPlace bench={bench} />
        {bench.report.forms
          .filter((group) => group.tab === "winter")
          .map((group) =>
            group.id === "winter-model" ? (
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
          )}
        {report?.assumptions.map((words) => (
          <p key={words} className="soft mt-1 text-xs">
            {words}
          </p>
        ))}
        {report?.cautions.map((words) => (
          <p key={words} className="mt-1 text-xs text-error">
            {words}
          </p>
        ))}
      </aside>
    </>
  );
}

function Drawings({ report, onMonth }: { report: WinterReport; onMonth: (month: number) => void }) {
  const { units } = useSettings();
  const now = report.months[report.month];
  if (!now) return null;
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 px-5 py-2">
        <input
          type="range"
          aria-label="Month"
          aria-valuetext={now.name}
          className="range range-xs min-w-40 grow"
          min={0}
          max={11}
          value={report.month}
          onChange={(event) => {
            onMonth(Number(event.target.value));
          }}
        />
        <span className="named w-28 text-lg" data-testid="month">
          {now.name}
        </span>
      </div>
      <ul className="flex flex-wrap gap-x-5 gap-y-1 px-5 text-sm" data-testid="month-reads">
        <Read label="outside" value={wrote({ value: now.out_c, unit: "C" }, units)} />
        <Read label="air round the cluster" value={wrote({ value: now.in_c, unit: "C" }, units)} />
        <Read label="heat" value={wrote({ value: now.heat_w, unit: "W" }, units)} />
        <Read label="honey" value={wrote(now.honey, units)} />
        <Read label="humidity" value={wrote({ value: now.humidity, unit: "%" }, units)} />
        <Read label="wet days" value={String(now.wet_days)} />
      </ul>
      <div className="grid min-h-56 grow md:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
        <Sheet drawing={report.section} className="h-80 md:h-full" />
        <figure className="flex min-h-0 flex-col">
          <Sheet drawing={report.comb_drawing} className="h-64 md:h-auto md:min-h-0 md:grow" />
          <figcaption className="soft px-3 text-xs">
            Each comb of the winter run: honey (slant) over where the bees sit (dots).
          </figcaption>
        </figure>
      </div>
      <Sheet drawing={report.year} stretch className="h-40 shrink-0" />
    </>
  );
}

function Read({ label, value }: { label: string; value: string }) {
  return (
    <li>
      <span className="soft">{label} </span>
      <span className="font-semibold">{value}</span>
    </li>
  );
}

function Ledger({ report, bench }: { report: WinterReport; bench: Bench }) {
  const { units } = useSettings();
  return (
    <>
      <h2 className="text-lg">The winter</h2>
      <ul className="mb-3 border-t border-[var(--line)]" data-testid="winter-summary">
        {report.summary.map((words) => {
          const said = sentence(words, units);
          return (
            <li key={said} className="leading-6">
              {said}
            </li>
          );
        })}
      </ul>
      <ul className="mb-3" data-testid="winter-findings">
        {report.findings.map((found) => (
          <li key={found.code} data-finding={found.code} className="border-l-4 border-[var(--line)] py-0.5 pl-2">
            <span className={`font-semibold ${found.severity === "error" ? "text-error" : ""}`}>
              {sentence(found.words, units)}
            </span>
            <span className="soft block text-xs">{found.why}</span>
          </li>
        ))}
      </ul>
      <h2 className="text-lg">What would save honey</h2>
      <ul className="mb-3 border-t border-[var(--line)]" data-testid="savings">
        {report.savings.length === 0 ? <li>Nothing tried saves any.</li> : null}
        {report.savings.map((saving) => (
          <li key={saving.label} className="flex items-start gap-2 border-b border-[var(--line)] py-1">
            <span className="grow">
              <span className="font-semibold">{wrote(saving.saves, units)}</span> {saving.label}
              <span className="soft block text-xs">
                then {wrote(saving.honey, units)} over the winter, {saving.wet_days} wet days
              </span>
            </span>
            <button
              type="button"
              className="min-h-7 shrink-0 rounded border border-base-content px-2"
              onClick={() => void bench.commit(readyEdit(saving.edit), saving.label, "winter")}
            >
              Do it
            </button>
          </li>
        ))}
      </ul>
      <h3 className="text-base">Nest</h3>
      <ul className="mb-3 border-t border-[var(--line)]">
        {report.nest.map((words) => {
          const said = sentence(words, units);
          return (
            <li key={said} className="border-b border-[var(--line)] py-0.5">
              {said}
            </li>
          );
        })}
      </ul>
      <details className="mb-3">
        <summary className="named cursor-pointer text-base">Comb by comb</summary>
        <ul data-testid="bands">
          {report.bands.map((band) => (
            <li key={band.number} className="border-b border-[var(--line)] py-0.5">
              <span className="font-semibold">
                {band.number}: {band.verdict}
              </span>
              , {wrote(band.honey, units)} of honey, a band of {wrote(band.band, units)}
              <span className="soft block text-xs">{band.why}</span>
            </li>
          ))}
        </ul>
      </details>
      <h3 className="text-base">Heat by part, {report.months[report.month]?.name}</h3>
      <ul className="mb-3 text-sm">
        {report.parts.map((part) => (
          <li key={part.name} className="border-t border-[var(--line)]">
            <details>
              <summary className="flex cursor-pointer gap-2">
                <span className="grow">
                  {part.name}{" "}
                  <span className="text-xs text-primary underline decoration-dotted underline-offset-4">how?</span>
                </span>
                <span>{wrote({ value: part.ua, unit: "W/K" }, units)}</span>
                <span className="font-semibold">{wrote({ value: part.heat_w, unit: "W" }, units)}</span>
                <span className="soft w-12 text-right">{part.wet_days} wet</span>
              </summary>
              <div className="mb-2 border-l-2 border-primary pl-3 text-xs leading-relaxed" data-testid="working">
                <Worked working={part.working} />
              </div>
            </details>
          </li>
        ))}
      </ul>
      <h3 className="text-base">In other walls</h3>
      <table className="mb-3 w-full text-sm" data-testid="other-walls">
        <tbody>
          {report.walls.map((walls) => (
            <tr key={walls.name} className="border-t border-[var(--line)]">
              <th scope="row" className="text-left font-normal">
                {walls.name}
              </th>
              <td className="text-right">{wrote(walls.honey, units)}</td>
              <td className="soft text-right">{walls.wet_days} wet</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h3 className="text-base">Sun on the roof</h3>
      <ul className="mb-3 border-t border-[var(--line)]">
        {report.summer.map((words) => {
          const said = sentence(words, units);
          return <li key={said}>{said}</li>;
        })}
      </ul>
    </>
  );
}
