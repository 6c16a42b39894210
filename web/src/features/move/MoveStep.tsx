import { useState } from "react";
import { Link } from "react-router";
import { useKeepBox } from "../../api/queries";
import type { Chapter, Table } from "../../api/types";
import { LazyChart } from "../../drawing/LazyChart";
import { Plate } from "../../drawing/Plate";
import { sentence } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Tabs } from "../../ui/Tabs";
import { ChapterForms, DataTable, MetricGroups, StepFrame, ToMend, useLedgerTab, type StepProps } from "../bench";
import { MoveMatrix } from "./MoveMatrix";
import { Button } from "../../ui/Button";

type MoveProps = StepProps & { chapter: Chapter };

/** Moving in: what the bees are on, every way into this hive, and the chosen one with its parts and days. */
export function MoveStep(props: StepProps) {
  const [view, setView] = useState("ways");
  const [tab, setTab] = useLedgerTab<string>("set");
  const show = (chapter: Chapter) => ({ ...props, chapter });
  return (
    <StepFrame
      {...props}
      waits="Reckoning every way … "
      ledger={(chapter) => <Ledger {...show(chapter)} tab={tab} onTab={setTab} />}
    >
      {(chapter) => (
        <>
          <Views
            {...show(chapter)}
            view={view}
            onView={setView}
            onChoose={() => {
              setTab("way");
            }}
          />
          <Stages {...show(chapter)} />
        </>
      )}
    </StepFrame>
  );
}

interface ViewsProps extends MoveProps {
  view: string;
  onView: (view: string) => void;
  onChoose: () => void;
}

function Views(props: ViewsProps) {
  const { chapter, bench, view, onView, onChoose } = props;
  const ways = tableOf(chapter, "ways");
  const { "move-over": over, ...others } = chapter.drawings;
  const cost = chapter.charts["make-cost"];
  const drawn = Object.values(others).filter((drawing) => drawing.name.startsWith("move-"));
  const tabs = [
    {
      name: "ways",
      title: "Ways",
      panel: (
        <div className="md:grid md:h-full md:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
          {over ? <Plate drawing={over} className="h-72 md:h-full" /> : null}
          <div className="min-h-0 overflow-auto">
            {ways ? <DataTable table={ways} bench={bench} onChoose={onChoose} /> : null}
            <p className="soft mt-1 text-xs">
              To spare: the tightest gap of that way, at the worst end of tolerance, over what it has to be; below
              nothing it doesn’t go.
            </p>
          </div>
        </div>
      ),
    },
    {
      name: "drawn",
      title: "Drawn",
      panel: (
        <div className="flex h-full min-h-96 flex-col md:flex-row">
          {drawn.map((drawing) => (
            <figure key={drawing.name} className="flex min-h-80 min-w-0 grow basis-0 flex-col">
              <Plate drawing={drawing} className="min-h-0 grow" />
              <figcaption className="soft px-5 pb-2 text-sm">{drawing.title}</figcaption>
            </figure>
          ))}
        </div>
      ),
    },
    { name: "days", title: "Days", panel: <Days chapter={chapter} /> },
    {
      name: "making",
      title: "Making",
      panel: (
        <div data-testid="making">
          <div className="md:grid md:grid-cols-2 md:gap-6">
            <MetricGroups metrics={metricsOf(chapter, "Make, buy or pool")} titled />
            {cost ? (
              <figure className="min-w-0">
                <LazyChart chart={cost} className="h-56" />
                <figcaption className="soft text-xs">Cost, in your money, by the number of frames.</figcaption>
              </figure>
            ) : null}
          </div>
          {cost ? null : <p>This hive hangs bars, which come out of a board by two rips and a crosscut.</p>}
          <Tables tables={chapter.tables.filter((table) => table.key.startsWith("frame-"))} />
          <Tables
            tables={chapter.tables.filter((table) => table.key.startsWith("kit-"))}
            title="Parts of the chosen way"
          />
        </div>
      ),
    },
    { name: "all", title: "All frames", panel: <MoveMatrix bench={bench} /> },
  ];
  return <Tabs label="Views" tabs={tabs} at={view} onAt={onView} />;
}

function tableOf(chapter: Chapter, key: string): Table | undefined {
  return chapter.tables.find((table) => table.key === key);
}

function metricsOf(chapter: Chapter, group: string) {
  return Object.values(chapter.metrics).filter((metric) => metric.group === group);
}

function Tables({ tables, title = "" }: { tables: Table[]; title?: string }) {
  return (
    <>
      {title && tables.length > 0 ? <h2 className="mt-4 text-lg">{title}</h2> : null}
      {tables.map((table) => (
        <DataTable key={table.key} table={table} />
      ))}
    </>
  );
}

function Days({ chapter }: { chapter: Chapter }) {
  const { reading } = useSettings();
  return (
    <ol data-testid="move-steps">
      {chapter.agenda.flatMap((day) =>
        day.doings.map((step) => (
          <li
            key={step.id}
            data-step={step.id}
            className="grid grid-cols-[4.5rem_minmax(0,1fr)] border-t border-[var(--line)] py-1.5"
          >
            <span className="font-semibold">{day.label}</span>
            <span className="max-w-prose">
              <span className="font-semibold">{step.title}. </span>
              {sentence(step.words, reading)}
              {step.caution ? <span className="block text-xs text-error">{step.caution}</span> : null}
            </span>
          </li>
        )),
      )}
    </ol>
  );
}

/** The run of each day, to look at on the rod and to write into the design. */
function Stages({ chapter, bench, onAt }: MoveProps) {
  const { reading } = useSettings();
  const { moments } = chapter;
  if (!moments) return null;
  const here = moments.names[moments.at] ?? "";
  const words = tableOf(chapter, "stages")?.lines[moments.at]?.cells[1];
  return (
    <div className="no-print shrink-0 border-t border-[var(--line)] px-5 py-1.5 text-sm" data-testid="stages">
      <div className="flex flex-wrap items-center gap-1.5">
        <span className="soft">On the rod:</span>
        {moments.names.map((name, index) => (
          <button
            key={name}
            type="button"
            aria-pressed={index === moments.at}
            className={`min-h-7 rounded border px-2
              ${index === moments.at ? "border-base-content bg-neutral text-neutral-content" : "border-[var(--line)]"}`}
            onClick={() => {
              onAt(index);
            }}
          >
            {name}
          </button>
        ))}
        <Button
          className="ml-auto"
          onClick={() => void bench.commit({ do: "lay-out", stage: moments.at }, `Run laid out: ${here}`, "lay-out")}
        >
          Write this into the run
        </Button>
      </div>
      <p className="soft text-xs">
        {words && "template" in words ? sentence(words, reading) : ""}
        {bench.trouble?.source === "lay-out" ? (
          <span role="alert" className="ml-2 font-semibold text-error">
            {bench.trouble.reason}
          </span>
        ) : null}
      </p>
    </div>
  );
}

const OF_THE_WAY = ["how", "gaps", "parts", "bridged", "round-excluder", "tools", "mind", "lives"];

function Ledger({ id, chapter, bench, onAt, tab, onTab }: MoveProps & { tab: string; onTab: (tab: string) => void }) {
  const tables = OF_THE_WAY.flatMap((key) => tableOf(chapter, key) ?? []);
  const tabs = [
    {
      name: "set",
      title: "From and wishes",
      panel: (
        <>
          <ToMend chapter={chapter} bench={bench} onAt={onAt} />
          <ChapterForms chapter={chapter} bench={bench} />
          <h2 className="mt-2 border-t border-[var(--line)] pt-1 text-base">A bait box for these combs</h2>
          <p className="soft text-xs">
            A small design of its own: room for a swarm, one low hole, hung up, its days in the calendar on Season.
          </p>
          <KeepBox id={id} what="bait-box" label="Make a bait box" />
        </>
      ),
    },
    {
      name: "way",
      title: "Chosen way",
      panel: (
        <div data-testid="chosen">
          <Tables tables={tables} />
          <MetricGroups metrics={metricsOf(chapter, "The chosen way")} titled />
          {tableOf(chapter, "lives") ? (
            <KeepBox id={id} what="conversion-box" label="Keep the box as a hive of its own" />
          ) : null}
        </div>
      ),
    },
  ];
  return <Tabs label="Ledger" tabs={tabs} at={tab} onAt={onTab} />;
}

/** Putting a box that goes with this hive on the shelf as a design of its own. */
function KeepBox({ id, what, label }: { id: string; what: "conversion-box" | "bait-box"; label: string }) {
  const keep = useKeepBox(id, what);
  return (
    <>
      <Button
        className="mt-2"
        disabled={keep.isPending}
        onClick={() => {
          keep.mutate();
        }}
      >
        {label}
      </Button>
      {keep.data ? (
        <Link className="ml-3 underline underline-offset-4" to={`/hive/${keep.data.id}/shape`}>
          On the shelf: {keep.data.document.name}
        </Link>
      ) : null}
      {keep.error ? (
        <p role="alert" className="text-error">
          {keep.error.message}
        </p>
      ) : null}
    </>
  );
}
