import { useState } from "react";
import { useLong } from "../../api/jobs";
import type { Chapter, Table } from "../../api/types";
import { Sheet } from "../../drawing/Sheet";
import { aspect } from "../../drawing/transform";
import { tableText } from "../../lib/file";
import { sentence, wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Problem } from "../../ui/Problem";
import { Tabs } from "../../ui/Tabs";
import {
  ChapterForms,
  DataTable,
  Helps,
  MetricGroups,
  Moments,
  Page,
  StepFrame,
  ToMend,
  type Bench,
  type StepProps,
} from "../bench";
import { CutAlong } from "./CutAlong";
import { TakeAlong } from "./TakeAlong";
import { Button } from "../../ui/Button";

interface ViewProps {
  chapter: Chapter;
  bench: Bench;
}

/** Building: the hive pulled apart beside its parts list, the cut plan, the order of work, files to take along. */
export function BuildStep(props: StepProps) {
  const { id, bench } = props;
  const [view, setView] = useState("hive");
  return (
    <StepFrame
      {...props}
      waits="Cutting on paper … "
      ledger={(chapter) => <Ledger id={id} chapter={chapter} bench={bench} />}
    >
      {(chapter) => (
        <Tabs
          label="Views"
          at={view}
          onAt={setView}
          tabs={[
            {
              name: "hive",
              title: "Pulled apart",
              panel: <Drawn chapter={chapter} name="build-exploded" onAt={props.onAt} />,
            },
            { name: "boards", title: "Cut plan", panel: <Drawn chapter={chapter} name="build-boards" /> },
            { name: "steps", title: chapter.agenda_title, panel: <Steps chapter={chapter} bench={bench} /> },
          ]}
        />
      )}
    </StepFrame>
  );
}

/** A drawing of parts beside their list: pointing at one shows it in the other. */
function Drawn({ chapter, name, onAt }: { chapter: Chapter; name: string; onAt?: (at: number) => void }) {
  const [chosen, setChosen] = useState<number | null>(null);
  const drawing = chapter.drawings[name];
  const parts = chapter.tables.find((table) => table.key === "parts");
  if (!drawing || !parts) return null;
  const sheet = (
    <Sheet
      drawing={drawing}
      className={`h-full w-full ${chosen === null ? "" : "picking"}`}
      chosen={chosen}
      onItem={setChosen}
      titleOf={(index) => nameOf(parts, index)}
    />
  );
  return (
    <div className="h-full min-h-0 md:grid md:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
      {name === "build-exploded" ? (
        <div className="flex h-96 min-h-0 flex-col md:h-full">
          {onAt ? <Moments chapter={chapter} onAt={onAt} stepped /> : null}
          <div className="min-h-0 grow">{sheet}</div>
        </div>
      ) : (
        <div role="group" aria-label="Cut plan" tabIndex={0} className="min-h-0 overflow-auto">
          <div style={{ aspectRatio: aspect(drawing.extent) }}>{sheet}</div>
        </div>
      )}
      <div
        role="group"
        aria-label="Parts"
        tabIndex={0}
        className="min-h-0 overflow-auto border-[var(--line)] md:border-l"
      >
        <Parts parts={parts} chosen={chosen} onChoose={setChosen} />
      </div>
    </div>
  );
}

function nameOf(parts: Table, index: number): string {
  const cell = parts.lines[index]?.cells[0];
  return cell && "template" in cell ? cell.template : "";
}

interface PartsProps {
  parts: Table;
  chosen: number | null;
  onChoose: (part: number | null) => void;
}

function Parts({ parts, chosen, onChoose }: PartsProps) {
  const { reading } = useSettings();
  return (
    <ol
      className="text-sm"
      data-testid="parts"
      onMouseLeave={() => {
        onChoose(null);
      }}
    >
      {parts.lines.map((part, index) => {
        const here = index === chosen;
        const show = () => {
          onChoose(index);
        };
        const [name = "", sizes = "", material = "", mass = ""] = part.cells.map((cell) =>
          "template" in cell ? sentence(cell, reading) : wrote(cell, reading),
        );
        return (
          <li key={part.key} data-part={part.key}>
            <button
              type="button"
              aria-pressed={here}
              className={`w-full border-b border-[var(--line)] px-3 py-1 text-left
                ${here ? "bg-neutral text-neutral-content" : ""}`}
              onMouseEnter={show}
              onFocus={show}
              onClick={show}
            >
              <span className="flex justify-between gap-2">
                <span className="font-semibold">{name}</span>
                <span className="opacity-70">{mass}</span>
              </span>
              <span className="block">
                {sizes} <span className="opacity-70">{material}</span>
              </span>
              {part.notes.map((note) => (
                <span key={note.template} className="block text-xs opacity-80">
                  {sentence(note, reading)}
                </span>
              ))}
            </button>
          </li>
        );
      })}
    </ol>
  );
}

function Steps({ chapter, bench }: ViewProps) {
  const { reading } = useSettings();
  const ticked = bench.document.building?.done ?? [];
  return (
    <ol data-testid="work-steps">
      {chapter.agenda.flatMap((occasion) =>
        occasion.doings.map((step) => (
          <li key={step.id} data-step={step.id} className="border-b border-[var(--line)] py-1.5">
            <label className="flex items-start gap-3">
              <input
                type="checkbox"
                className="checkbox checkbox-sm mt-0.5 border-base-content"
                checked={ticked.includes(step.id)}
                onChange={() =>
                  void bench.commit({ do: "tick-step", step: step.id }, `Tick: ${step.title}`, "tick-step")
                }
              />
              <span className="max-w-prose">
                <span className={`font-semibold ${ticked.includes(step.id) && !step.again ? "line-through" : ""}`}>
                  {step.title}.{" "}
                </span>
                {sentence(step.words, reading)}
                {step.again ? (
                  <span className="block font-semibold text-error">
                    Sizes have changed since you ticked it: look again.
                  </span>
                ) : null}
                {step.measure?.template ? (
                  <span className="block text-primary">Measure: {sentence(step.measure, reading)}</span>
                ) : null}
                {step.caution ? <span className="block text-xs text-error">{step.caution}</span> : null}
              </span>
            </label>
          </li>
        )),
      )}
    </ol>
  );
}

function Ledger({ id, chapter, bench }: ViewProps & { id: string }) {
  return (
    <Page>
      <TakeAlong id={id} />
      <ToMend chapter={chapter} bench={bench} />
      <Search bench={bench} />
      <MetricGroups metrics={Object.values(chapter.metrics)} titled />
      <div className="mt-3">
        {chapter.tables
          .filter((table) => table.key !== "parts")
          .map((table) => (
            <DataTable key={table.key} table={table} />
          ))}
      </div>
      <StockFile bench={bench} />
      <CutAlong id={id} bench={bench} />
      <ChapterForms chapter={chapter} bench={bench} />
    </Page>
  );
}

/** A search over 20 mm of the free sizes for a board less, on wish; it can be given up. */
function Search({ bench }: { bench: Bench }) {
  const { reading } = useSettings();
  const { of, begin, giveUp, busy, share, chapter, problem } = useLong("building", ["helps"]);
  return (
    <div className="mb-3">
      <Button
        disabled={busy}
        onClick={() => {
          begin(bench.document);
        }}
      >
        {busy ? "Searching …" : "Would a few millimetres save a board?"}
      </Button>
      {busy ? (
        <div className="mt-1.5 flex items-center gap-3">
          <progress
            className="progress progress-primary grow"
            value={share}
            max={1}
            aria-label="How far the search is"
          />
          <Button
            className="shrink-0"
            onClick={() => {
              giveUp();
            }}
          >
            Give it up
          </Button>
        </div>
      ) : null}
      <Problem id="search-problem">{problem}</Problem>
      {chapter && !busy && of === bench.document ? (
        <div data-testid="search">
          <p>{chapter.tried ? sentence(chapter.tried, reading) : ""}</p>
          <Helps title="What saves boards" helps={chapter.helps} bench={bench} />
        </div>
      ) : null}
    </div>
  );
}

/** Boards on hand from a table. */
function StockFile({ bench }: { bench: Bench }) {
  const problem = bench.trouble?.source === "stock" ? bench.trouble.reason : null;
  return (
    <label className="mb-3 block text-xs">
      <span className="soft">
        Boards on hand as a table (CSV) with columns label, length_mm, width_mm, thickness_mm, count; commas, semicolons
        or tabs:
      </span>
      <input
        type="file"
        accept=".csv,text/csv"
        className="mt-1 block w-full"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (file)
            void tableText(file).then((table) =>
              bench.commit({ do: "set-stock", table }, "Boards on hand from a table", "stock"),
            );
        }}
      />
      {problem ? (
        <span role="alert" className="text-error">
          {problem}
        </span>
      ) : null}
    </label>
  );
}
