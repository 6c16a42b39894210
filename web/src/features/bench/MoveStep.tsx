import { useState } from "react";
import { Link } from "react-router";
import { Plate } from "../../drawing/Plate";
import { useKeepBox, useMoving } from "../../api/queries";
import type { MovingReport, WayOut } from "../../api/types";
import { sentence, share, wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { FieldSet } from "./Fields";
import { MoveMaking } from "./MoveMaking";
import { MoveMatrix } from "./MoveMatrix";
import { setEdit } from "./edits";
import type { Bench } from "./useBench";

interface MoveStepProps {
  id: string;
  bench: Bench;
  stage: number;
  onStage: (stage: number) => void;
}

const VIEWS = [
  ["ways", "Ways"],
  ["drawn", "Drawn"],
  ["days", "Days"],
  ["making", "Making"],
  ["all", "All frames"],
] as const;
type View = (typeof VIEWS)[number][0];
type LedgerView = "set" | "way";

/** Moving in: what the bees are on, every way into this hive, and the chosen one with its parts and days. */
export function MoveStep({ id, bench, stage, onStage }: MoveStepProps) {
  const [view, setView] = useState<View>("ways");
  const [tab, setTab] = useState<LedgerView>("set");
  const moving = useMoving(bench.document);
  const report = moving.data;
  const choose = (way: WayOut) => {
    onStage(0);
    setTab("way");
    void bench.commit(setEdit("/moving/way", way.id), `Way: ${way.name}`, "/moving/way");
  };
  return (
    <>
      <main id="sheet" className="flex min-h-0 flex-col bg-base-100 md:border-r md:border-base-content">
        <div className="px-5 pt-4">
          <h1 className="text-3xl leading-tight">Move in</h1>
          <p className="soft">
            {report ? `${report.bees} into this hive; first wish: ${report.wish}.` : "Reckoning every way … "}
          </p>
          {moving.error ? (
            <p role="alert" className="font-medium text-error">
              {moving.error.message}
            </p>
          ) : null}
          {report?.troubles.map((each) => (
            <p key={each.words} className="border-l-4 border-error pl-2 text-sm" data-trouble={each.code}>
              <span className="font-semibold text-error">{each.words}</span> {each.nearest}
            </p>
          ))}
        </div>
        <Tabs label="Views" now={view} tabs={VIEWS} onTab={setView} />
        <div className="min-h-0 grow overflow-auto">
          {report && view === "ways" ? <Ways report={report} onChoose={choose} /> : null}
          {report && view === "drawn" ? <Drawn report={report} /> : null}
          {report && view === "days" ? <Days id={id} report={report} /> : null}
          {report && view === "making" ? <MoveMaking report={report} /> : null}
          {view === "all" ? <MoveMatrix bench={bench} /> : null}
        </div>
        {report && report.stages.length > 0 ? (
          <Stages report={report} bench={bench} stage={stage} onStage={onStage} />
        ) : null}
      </main>
      <aside aria-label="Ledger" className="flex min-h-0 flex-col bg-base-200">
        <Tabs
          label="Ledger"
          now={tab}
          tabs={
            [
              ["set", "From and wishes"],
              ["way", "Chosen way"],
            ] as const
          }
          onTab={setTab}
        />
        <div role="tabpanel" tabIndex={0} className="min-h-0 grow overflow-auto px-4 py-3">
          {tab === "set"
            ? bench.report.forms
                .filter((group) => group.tab === "moving")
                .map((group) => <FieldSet key={group.id} group={group} bench={bench} />)
            : null}
          {tab === "way" && report ? <Chosen id={id} report={report} /> : null}
        </div>
      </aside>
    </>
  );
}

interface TabsProps<T extends string> {
  label: string;
  now: T;
  tabs: readonly (readonly [T, string])[];
  onTab: (tab: T) => void;
}

function Tabs<T extends string>({ label, now, tabs, onTab }: TabsProps<T>) {
  return (
    <div
      role="tablist"
      aria-label={label}
      className="no-print flex shrink-0 overflow-x-auto border-b border-[var(--line)] px-4"
    >
      {tabs.map(([name, words]) => (
        <button
          key={name}
          type="button"
          role="tab"
          aria-selected={now === name}
          className={`min-h-9 shrink-0 border-b-2 px-3
            ${now === name ? "border-base-content font-semibold" : "soft border-transparent"}`}
          onClick={() => {
            onTab(name);
          }}
        >
          {words}
        </button>
      ))}
    </div>
  );
}

const KIND_WORDS: Record<string, string> = {
  goes: "whole",
  parts: "whole, with parts",
  cut: "comb cut",
  bees: "bees only",
};

function Ways({ report, onChoose }: { report: MovingReport; onChoose: (way: WayOut) => void }) {
  const { units } = useSettings();
  return (
    <div className="md:grid md:h-full md:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
      <Plate drawing={report.over} className="h-72 md:h-full" />
      <div className="min-h-0 overflow-auto px-3 pb-3">
        <table className="w-full text-sm" data-testid="ways">
          <thead>
            <tr className="border-b border-base-content text-left align-bottom text-xs">
              <th scope="col" className="w-6 font-normal" aria-label="Rank" />
              <th scope="col" className="font-normal">
                Way
              </th>
              <th scope="col" className="w-[4.6rem] text-right font-normal">
                to spare
              </th>
              <th scope="col" className="w-12 text-right font-normal">
                parts
              </th>
              <th scope="col" className="w-12 text-right font-normal">
                days
              </th>
              <th scope="col" className="w-14 text-right font-normal">
                lost
              </th>
            </tr>
          </thead>
          <tbody>
            {report.ways.map((way) => (
              <tr
                key={way.id}
                data-way={way.id}
                data-feasible={way.feasible}
                className={`border-b border-[var(--line)] align-top ${way.id === report.chosen ? "bg-base-300" : ""}`}
              >
                <td className="py-1 text-right">{way.place}</td>
                <td className="py-1 pl-2">
                  <button
                    type="button"
                    aria-pressed={way.id === report.chosen}
                    className={`text-left underline decoration-dotted underline-offset-4
                      ${way.feasible ? "font-semibold" : "soft"}`}
                    onClick={() => {
                      onChoose(way);
                    }}
                  >
                    {way.name}
                  </button>
                  <span className="soft text-xs"> {way.feasible ? KIND_WORDS[way.kind] : ""}</span>
                  <span className="soft block text-xs">
                    {way.why} {way.nearest}
                  </span>
                </td>
                <td
                  className={`py-1 text-right ${way.feasible ? "" : "font-semibold text-error"}`}
                  title={way.tightest}
                >
                  {wrote(way.margin, units)}
                </td>
                <td className="py-1 text-right">{way.pieces}</td>
                <td className="py-1 text-right">{way.days}</td>
                <td className="py-1 text-right">{share(way.lost_part)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="soft mt-1 text-xs">
          To spare: the tightest gap of that way, at the worst end of tolerance, over what it has to be; below nothing
          it doesn’t go.
        </p>
      </div>
    </div>
  );
}

function Drawn({ report }: { report: MovingReport }) {
  return (
    <div className="flex h-full min-h-96 flex-col md:flex-row">
      {report.drawings.map((drawing) => (
        <figure key={drawing.name} className="flex min-h-80 min-w-0 grow basis-0 flex-col">
          <Plate drawing={drawing} className="min-h-0 grow" />
          <figcaption className="soft px-5 pb-2 text-sm">{drawing.title}</figcaption>
        </figure>
      ))}
    </div>
  );
}

function Days({ id, report }: { id: string; report: MovingReport }) {
  const { units } = useSettings();
  return (
    <div className="px-5 py-3">
      <p className="no-print mb-2 flex flex-wrap gap-x-5">
        <a
          className="underline underline-offset-4"
          href={`/api/designs/${id}/moving-calendar?measure=${units}`}
          download
        >
          Calendar file (.ics)
        </a>
        <a className="underline underline-offset-4" href={`/api/designs/${id}/moving-page?measure=${units}`} download>
          The plan to print (PDF)
        </a>
        <span className="soft">as it was last kept</span>
      </p>
      <ol data-testid="move-steps">
        {report.steps.map((step) => (
          <li
            key={step.id}
            data-step={step.id}
            className="grid grid-cols-[4.5rem_minmax(0,1fr)] border-t border-[var(--line)] py-1.5"
          >
            <span className="font-semibold">{step.label}</span>
            <span className="max-w-prose">
              <span className="font-semibold">{step.title}. </span>
              {step.words}
              {step.caution ? <span className="block text-xs text-error">{step.caution}</span> : null}
            </span>
          </li>
        ))}
      </ol>
      <p className="soft mt-2 max-w-prose text-xs">
        Local law on moving, registering and inspecting bees comes first. Signs of disease on the combs: stop, and call
        the bee inspector.
      </p>
    </div>
  );
}

function Stages({
  report,
  bench,
  stage,
  onStage,
}: {
  report: MovingReport;
  bench: Bench;
  stage: number;
  onStage: (stage: number) => void;
}) {
  const here = report.stages[stage] ?? report.stages[0];
  if (!here) return null;
  return (
    <div className="no-print shrink-0 border-t border-[var(--line)] px-5 py-1.5 text-sm" data-testid="stages">
      <div className="flex flex-wrap items-center gap-1.5">
        <span className="soft">On the rod:</span>
        {report.stages.map((each, index) => (
          <button
            key={each.id}
            type="button"
            aria-pressed={each.id === here.id}
            className={`min-h-7 rounded border px-2
              ${each.id === here.id ? "border-base-content bg-neutral text-neutral-content" : "border-[var(--line)]"}`}
            onClick={() => {
              onStage(index);
            }}
          >
            {each.label}
          </button>
        ))}
        <button
          type="button"
          className="ml-auto min-h-7 rounded border border-base-content px-2"
          onClick={() => void bench.commit({ do: "lay-out", stage }, `Run laid out: ${here.label}`, "lay-out")}
        >
          Write this into the run
        </button>
      </div>
      <p className="soft text-xs">
        {here.words}
        {bench.trouble?.source === "lay-out" ? (
          <span role="alert" className="ml-2 font-semibold text-error">
            {bench.trouble.reason}
          </span>
        ) : null}
      </p>
    </div>
  );
}

function Chosen({ id, report }: { id: string; report: MovingReport }) {
  const { units } = useSettings();
  const way = report.ways.find((each) => each.id === report.chosen);
  if (!way) return null;
  return (
    <div data-testid="chosen">
      <h2 className="text-xl leading-tight">{way.name}</h2>
      <p className="mt-1">{way.how}</p>
      <p className="soft text-xs">
        {way.reversible ? "Can be undone. " : "Can’t be undone. "}
        {way.frames_stay ? "The old frames stay usable. " : "The old frames are spent. "}
        {way.visits} visits.
      </p>
      <h3 className="mt-3 text-base">Gaps</h3>
      <ul className="border-t border-[var(--line)]">
        {way.gaps.map((gap) => (
          <li
            key={gap.label}
            data-gap={gap.label}
            data-verdict={gap.verdict}
            className="border-b border-[var(--line)] py-1"
          >
            <span className="flex justify-between gap-2">
              <span>{gap.label}</span>
              <span
                className={`font-semibold
                  ${gap.verdict === "short" ? "text-error" : gap.verdict === "bridged" ? "text-primary" : ""}`}
              >
                {wrote(gap.nominal, units)}
              </span>
            </span>
            <span className="soft block text-xs">
              {wrote(gap.least, units) === wrote(gap.most, units)
                ? ""
                : `${wrote(gap.least, units)} to ${wrote(gap.most, units)}: `}
              {gap.words}
            </span>
          </li>
        ))}
      </ul>
      <Listed title="Lost" lines={way.lost.map((words) => sentence(words, units))} none="No comb is lost." />
      <h3 className="mt-3 text-base">Parts</h3>
      <ul className="border-t border-[var(--line)]" data-testid="move-parts">
        {way.parts.length === 0 ? <li>Nothing to make.</li> : null}
        {way.parts.map((part) => (
          <li key={part.name} data-part={part.name} className="border-b border-[var(--line)] py-1">
            <span className="font-semibold">
              {part.count} × {part.name}
            </span>
            <span className="block">{part.sizes.map((size) => wrote(size, units)).join(" × ")}</span>
            {part.note ? <span className="soft block text-xs">{part.note}</span> : null}
          </li>
        ))}
      </ul>
      {report.lives.length > 0 ? <Box id={id} report={report} /> : null}
      {way.bridged.length > 0 ? <Listed title="Bees will bridge" lines={way.bridged} /> : null}
      {way.round_excluder.length > 0 ? <Listed title="Ways round the excluder" lines={way.round_excluder} /> : null}
      <Listed title="Tools" lines={way.tools} />
      <Listed title="Mind" lines={way.cautions} />
    </div>
  );
}

function Listed({ title, lines, none = "" }: { title: string; lines: readonly string[]; none?: string }) {
  if (lines.length === 0 && none === "") return null;
  return (
    <>
      <h3 className="mt-3 text-base">{title}</h3>
      <ul className="border-t border-[var(--line)]">
        {lines.length === 0 ? <li>{none}</li> : null}
        {lines.map((line) => (
          <li key={line} className="py-0.5">
            {line}
          </li>
        ))}
      </ul>
    </>
  );
}

/** The conversion box's later lives, and keeping it as a design of its own. */
function Box({ id, report }: { id: string; report: MovingReport }) {
  const keep = useKeepBox(id);
  return (
    <>
      <h3 className="mt-3 text-base">The box later</h3>
      <ul className="border-t border-[var(--line)]">
        {report.lives.map((life) => (
          <li key={life.name} className="py-0.5">
            <span className={`font-semibold ${life.good ? "" : "text-error"}`}>
              {life.name}
              {life.good ? "" : ", no"}.{" "}
            </span>
            {life.words}
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="mt-2 min-h-8 rounded border border-base-content px-2"
        disabled={keep.isPending}
        onClick={() => {
          keep.mutate();
        }}
      >
        Keep the box as a hive of its own
      </button>
      {keep.error ? (
        <p role="alert" className="text-error">
          {keep.error.message}
        </p>
      ) : null}
      {keep.data ? (
        <p>
          <Link className="underline underline-offset-4" to={`/hive/${keep.data.id}/shape`}>
            On the shelf: {keep.data.name}
          </Link>
        </p>
      ) : null}
    </>
  );
}
