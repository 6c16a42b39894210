import { LazyChart } from "../../drawing/LazyChart";
import { Plate } from "../../drawing/Plate";
import type { Cell, Chapter, Table } from "../../api/types";
import { useRead } from "../../lib/reading";
import { sentence, wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Heads } from "./DataTable";
import { PrintedFindings, PrintedNumbers } from "./Printed";
import { STEPS, type BenchStep } from "./steps";

interface StepPageProps {
  chapter: Chapter;
  step: BenchStep;
  name: string;
  revision: number;
}

/** What a step shows, on paper: what is drawn, its numbers, what to mend, its tables, what is done when. */
export function StepPage({ chapter: given, step, name, revision }: StepPageProps) {
  const { reading } = useSettings();
  const chapter = useRead<Chapter>()(given);
  const title = STEPS.find(({ path }) => path === step)?.name ?? step;
  return (
    <main
      className="mx-auto w-[186mm] bg-base-100 p-[6mm] text-[3.4mm] leading-snug print:bg-white print:p-0"
      data-testid="page"
    >
      <header className="mb-2 flex items-baseline gap-3 border-b border-base-content pb-1">
        <h1 className="text-2xl">
          {name}: {title}
        </h1>
        <p className="grow" />
        <p className="soft">Sabaka, revision {revision}</p>
      </header>
      <p className="mb-2">{sentence(chapter.lead, reading)}</p>
      {Object.values(chapter.drawings).map((drawing) => (
        <figure key={drawing.name} className="mb-2 break-inside-avoid">
          <Plate drawing={drawing} className={drawing.name === "rod" ? "h-[26mm]" : "h-[80mm]"} />
        </figure>
      ))}
      {Object.values(chapter.charts).map((chart) => (
        <LazyChart key={chart.name} chart={chart} className="mb-2 h-[70mm] break-inside-avoid" />
      ))}
      <div className="grid grid-cols-2 gap-6">
        <Numbers chapter={chapter} />
        <section>
          <PrintedFindings findings={chapter.findings} />
        </section>
      </div>
      {chapter.agenda.length > 0 ? (
        <section className="mt-3">
          <h2 className="border-b border-base-content text-base">{chapter.agenda_title}</h2>
          {chapter.agenda.map((occasion, index) => (
            <div key={index} className="break-inside-avoid py-0.5">
              <b>{occasion.label}</b>
              <ul>
                {occasion.doings.map((doing) => (
                  <li key={doing.id}>
                    {doing.title}
                    {doing.title ? ". " : ""}
                    {sentence(doing.words, reading)}
                  </li>
                ))}
              </ul>
            </div>
          ))}
        </section>
      ) : null}
      {chapter.tables.map((table) => (
        <Listed key={table.key} table={table} />
      ))}
      <div className="mt-3 border-t border-base-content pt-1 text-[2.9mm]">
        {[...chapter.notes, ...chapter.cautions].map((words) => (
          <p key={words}>{words}</p>
        ))}
      </div>
    </main>
  );
}

function Numbers({ chapter }: { chapter: Chapter }) {
  const metrics = Object.values(chapter.metrics);
  const groups = [...new Set(metrics.map((metric) => metric.group))];
  return (
    <section>
      <h2 className="border-b border-base-content text-base">Numbers</h2>
      {groups.map((group) => (
        <div key={group} className="break-inside-avoid">
          {groups.length > 1 ? <h3 className="soft mt-1">{group}</h3> : null}
          <PrintedNumbers metrics={metrics.filter((metric) => metric.group === group)} />
        </div>
      ))}
    </section>
  );
}

function Listed({ table }: { table: Table }) {
  const { reading } = useSettings();
  const said = (cell: Cell) => ("template" in cell ? sentence(cell, reading) : wrote(cell, reading));
  return (
    <section className="mt-3">
      <h2 className="text-base">{table.title}</h2>
      <table className="w-full text-[2.9mm]">
        <Heads table={table} className="border-b border-base-content" />
        <tbody>
          {table.lines.map((line, row) => (
            <tr key={row} className="break-inside-avoid border-b border-[var(--line)] align-top">
              {line.cells.map((cell, index) => (
                <td
                  key={index}
                  className={`${index === 0 ? "text-left" : "pl-2 text-right"}
                    ${"template" in cell ? "" : "whitespace-nowrap"}`}
                >
                  {said(cell)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
