import { useState } from "react";
import { downloaded } from "../../api/client";
import { useBoardSearch, useBuilding } from "../../api/queries";
import type { BuildReport } from "../../api/types";
import { Sheet } from "../../drawing/Sheet";
import { aspect } from "../../drawing/transform";
import { sentence, wrote } from "../../lib/format";
import { tableText } from "../../lib/file";
import { useSettings } from "../../lib/settings";
import { FieldSet } from "./Fields";
import { readyEdit } from "./edits";
import type { Bench } from "./useBench";

type PartOut = BuildReport["parts"][number];
const VIEWS = [
  ["hive", "Pulled apart"],
  ["boards", "Cut plan"],
  ["steps", "Step by step"],
] as const;

/** Building: the hive pulled apart beside its parts list, the cut plan, the order of work, files to take along. */
export function BuildStep({ id, bench }: { id: string; bench: Bench }) {
  const [view, setView] = useState<(typeof VIEWS)[number][0]>("hive");
  const [chosen, setChosen] = useState<number | null>(null);
  const building = useBuilding(bench.document);
  const report = building.data;
  return (
    <>
      <main id="sheet" className="flex min-h-0 flex-col bg-base-100 md:border-r md:border-base-content">
        <div className="px-5 pt-4">
          <h1 className="text-3xl leading-tight">Build</h1>
          <p className="soft">
            {report
              ? "Every part, out of the boards you have first. Point at a part to find it."
              : "Cutting on paper … "}
          </p>
          {building.error ? (
            <p role="alert" className="font-medium text-error">
              {building.error.message}
            </p>
          ) : null}
        </div>
        <div role="tablist" aria-label="Views" className="no-print flex shrink-0 border-b border-[var(--line)] px-4">
          {VIEWS.map(([name, words]) => (
            <button
              key={name}
              type="button"
              role="tab"
              aria-selected={view === name}
              className={`min-h-9 border-b-2 px-3
                ${view === name ? "border-base-content font-semibold" : "soft border-transparent"}`}
              onClick={() => {
                setView(name);
              }}
            >
              {words}
            </button>
          ))}
        </div>
        {report ? <View view={view} report={report} bench={bench} chosen={chosen} onChoose={setChosen} /> : null}
      </main>
      <aside aria-label="Ledger" tabIndex={0} className="min-h-0 overflow-auto bg-base-200 px-4 py-3">
        {report ? <Ledger id={id} report={report} bench={bench} /> : null}
      </aside>
    </>
  );
}

interface ViewProps {
  view: string;
  report: BuildReport;
  bench: Bench;
  chosen: number | null;
  onChoose: (part: number | null) => void;
}

function View({ view, report, bench, chosen, onChoose }: ViewProps) {
  const named = (index: number) => report.parts[index]?.name ?? "";
  if (view === "steps") return <Steps report={report} bench={bench} />;
  return (
    <div className="min-h-0 grow overflow-auto md:grid md:grid-cols-[minmax(0,3fr)_minmax(0,2fr)] md:overflow-hidden">
      {view === "hive" ? (
        <Sheet drawing={report.exploded} className="h-80 md:h-full" chosen={chosen} onItem={onChoose} titleOf={named} />
      ) : (
        <div role="group" aria-label="Cut plan" tabIndex={0} className="min-h-0 overflow-auto">
          <div style={{ aspectRatio: aspect(report.boards.extent) }}>
            <Sheet
              drawing={report.boards}
              className="h-full w-full"
              chosen={chosen}
              onItem={onChoose}
              titleOf={named}
            />
          </div>
        </div>
      )}
      <div
        role="group"
        aria-label="Parts"
        tabIndex={0}
        className="min-h-0 overflow-auto border-[var(--line)] md:border-l"
      >
        <Parts parts={report.parts} chosen={chosen} onChoose={onChoose} />
      </div>
    </div>
  );
}

function Parts({
  parts,
  chosen,
  onChoose,
}: {
  parts: PartOut[];
  chosen: number | null;
  onChoose: (part: number | null) => void;
}) {
  const { units } = useSettings();
  return (
    <ol
      className="text-sm"
      data-testid="parts"
      onMouseLeave={() => {
        onChoose(null);
      }}
    >
      {parts.map((part, index) => {
        const here = index === chosen;
        return (
          <li key={part.id} data-part={part.id}>
            <button
              type="button"
              aria-pressed={here}
              className={`w-full border-b border-[var(--line)] px-3 py-1 text-left
                ${here ? "bg-neutral text-neutral-content" : ""}`}
              onMouseEnter={() => {
                onChoose(index);
              }}
              onFocus={() => {
                onChoose(index);
              }}
              onClick={() => {
                onChoose(index);
              }}
            >
              <span className="flex justify-between gap-2">
                <span>
                  <span className="opacity-70">{part.number}.</span> {part.count} ×{" "}
                  <span className="font-semibold">{part.name}</span>
                </span>
                <span className="opacity-70">{wrote(part.mass, units)}</span>
              </span>
              <span className="block">
                {part.sizes.map((size) => wrote(size, units)).join(" × ")}{" "}
                <span className="opacity-70">{part.material}</span>
              </span>
              {[...part.marks.map((mark) => sentence(mark, units)), part.note]
                .filter((words) => words !== "")
                .map((words) => (
                  <span key={words} className="block text-xs opacity-80">
                    {words}
                  </span>
                ))}
            </button>
          </li>
        );
      })}
    </ol>
  );
}

function Steps({ report, bench }: { report: BuildReport; bench: Bench }) {
  const ticked = bench.document.building?.done ?? [];
  return (
    <div role="group" aria-label="Step by step" tabIndex={0} className="min-h-0 grow overflow-auto px-5 py-3">
      <ol data-testid="work-steps">
        {report.steps.map((step) => (
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
                <span className={`font-semibold ${ticked.includes(step.id) ? "line-through" : ""}`}>
                  {step.title}.{" "}
                </span>
                {step.words}
                {step.measure ? <span className="block text-primary">Measure: {step.measure}</span> : null}
                {step.caution ? <span className="block text-xs text-error">{step.caution}</span> : null}
              </span>
            </label>
          </li>
        ))}
      </ol>
    </div>
  );
}

function Ledger({ id, report, bench }: { id: string; report: BuildReport; bench: Bench }) {
  const { units } = useSettings();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState("");
  const measure = units === "mm" ? "mm" : "in";
  const save = (name: string) => {
    setBusy(true);
    setProblem("");
    void downloaded(`/api/designs/${id}/workshop/${name}?measure=${measure}`)
      .then((body) => {
        const link = document.createElement("a");
        link.href = URL.createObjectURL(body);
        link.download = name;
        link.click();
        URL.revokeObjectURL(link.href);
      })
      .catch((error: unknown) => {
        setProblem(error instanceof Error ? error.message : "It could not be written.");
      })
      .finally(() => {
        setBusy(false);
      });
  };
  const groups = bench.report.forms.filter(
    (group) => group.tab === "building" || group.id.startsWith("board") || group.id === "new-board",
  );
  return (
    <>
      <h2 className="text-lg">To take along</h2>
      <p className="mb-3 flex flex-wrap gap-2 border-t border-[var(--line)] pt-1">
        {[
          ["booklet.pdf", "Booklet"],
          ["templates.pdf", "Templates 1:1"],
          ["parts.dxf", "DXF"],
          ["workshop.zip", "All files"],
        ].map(([name = "", words]) => (
          <button
            key={name}
            type="button"
            disabled={busy}
            className="min-h-8 rounded border border-base-content px-2"
            onClick={() => {
              save(name);
            }}
          >
            {words}
          </button>
        ))}
        {busy ? (
          <span role="status" className="flex items-center gap-2">
            <span className="loading loading-spinner loading-sm" /> writing …
          </span>
        ) : (
          <span className="soft text-xs">as it was last kept; all files: DXF, SVG, STL, CSV, JSON as well</span>
        )}
        {problem ? (
          <span role="alert" className="w-full text-error">
            {problem}
          </span>
        ) : null}
      </p>
      <ul className="mb-3" data-testid="build-findings">
        {report.findings.map((found) => {
          const said = sentence(found.words, units);
          const edit = found.edit;
          return (
            <li key={said} data-finding={found.code} className="border-l-4 border-[var(--line)] py-0.5 pl-2">
              <span className={`font-semibold ${found.severity === "error" ? "text-error" : ""}`}>{said}</span>
              <span className="soft block text-xs">{found.why}</span>
              {edit ? (
                <button
                  type="button"
                  className="min-h-7 rounded border border-base-content px-2"
                  onClick={() => void bench.commit(readyEdit(edit), said, "build")}
                >
                  Do it
                </button>
              ) : null}
            </li>
          );
        })}
      </ul>
      <Search bench={bench} />
      <Lines title="In all" lines={report.summary.map((words) => sentence(words, units))} testId="build-summary" />
      <Lines title="Cost, in your money" lines={report.bill.map((words) => sentence(words, units))} testId="bill" />
      <h3 className="text-base">Cut plan by width</h3>
      <ul className="mb-3 border-t border-[var(--line)] text-sm" data-testid="cut-groups">
        {report.groups.map((group) => {
          const said = sentence(group.words, units);
          return (
            <li key={said}>
              {said}
              {group.proven
                ? ": these strips out of the boards then left can’t be cheaper"
                : ": within that gap of the best for these strips"}
            </li>
          );
        })}
      </ul>
      {report.offcuts.length > 0 ? (
        <details className="mb-3">
          <summary className="named cursor-pointer text-base">{report.offcuts.length} offcuts to keep</summary>
          <ul className="text-sm">
            {report.offcuts.map((words, index) => (
              <li key={index}>{sentence(words, units)}</li>
            ))}
          </ul>
        </details>
      ) : null}
      <StockFile bench={bench} />
      {groups.map((group) => (
        <FieldSet key={group.id} group={group} bench={bench} />
      ))}
      {report.cautions.map((words) => (
        <p key={words} className="mb-1 text-xs text-error">
          {words}
        </p>
      ))}
    </>
  );
}

/** A search over 20 mm of the free sizes for a board less, on wish. */
function Search({ bench }: { bench: Bench }) {
  const { units } = useSettings();
  const search = useBoardSearch();
  return (
    <div className="mb-3">
      <button
        type="button"
        className="min-h-8 rounded border border-base-content px-2"
        disabled={search.isPending}
        onClick={() => {
          search.mutate(bench.document);
        }}
      >
        {search.isPending ? "Searching …" : "Would a few millimetres save a board?"}
      </button>
      {search.error ? (
        <p role="alert" className="text-error">
          {search.error.message}
        </p>
      ) : null}
      {search.data ? (
        <div data-testid="search">
          <p>{sentence(search.data.words, units)}</p>
          {search.data.findings.map((found) => {
            const said = sentence(found.words, units);
            return (
              <p key={said} className="flex items-start gap-2">
                <span className="grow font-semibold">{said}</span>
                <button
                  type="button"
                  className="min-h-7 shrink-0 rounded border border-base-content px-2"
                  onClick={() => {
                    search.reset();
                    void bench.commit(readyEdit(found.edit ?? {}), said, "build");
                  }}
                >
                  Do it
                </button>
              </p>
            );
          })}
        </div>
      ) : null}
    </div>
  );
}

function Lines({ title, lines, testId }: { title: string; lines: readonly string[]; testId: string }) {
  return (
    <>
      <h3 className="text-base">{title}</h3>
      <ul className="mb-3 border-t border-[var(--line)]" data-testid={testId}>
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </>
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
