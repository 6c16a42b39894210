import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import { MOST_COMPARED, sideOf, useShelf, useSideBySide } from "../../api/queries";
import { sideBySidePaper } from "../../api/jobs";
import type { Chapter, Line } from "../../api/types";
import { Sheet } from "../../drawing/Sheet";
import { sentence, wrote } from "../../lib/format";
import { recallList, rememberList, useSettings } from "../../lib/settings";
import { Reading } from "../../ui/Reading";
import { Saving, useSaving } from "../../ui/Saving";

const HIDDEN = "compare-hidden";

/** Up to four designs, or states of one, side by side: the first is the one that the others are held against. */
export function ComparePage() {
  const [query, setQuery] = useSearchParams();
  const sides = query.getAll("of").slice(0, MOST_COMPARED);
  const said = useSideBySide(sides);
  const [hidden, setHidden] = useState<readonly string[]>(() => recallList(HIDDEN));
  const { reading } = useSettings();
  const [writing, save] = useSaving();
  const go = (next: string[]) => {
    setQuery({ of: next }, { replace: true });
  };
  const hide = (next: readonly string[]) => {
    rememberList(HIDDEN, next);
    setHidden(next);
  };
  return (
    <div className="min-h-screen">
      <header
        className="no-print flex flex-wrap items-center gap-x-5 gap-y-2 border-b border-base-content bg-base-200 px-5
          py-2"
      >
        <Link to="/" className="named text-xl font-semibold" aria-label="Sabaka, back to the shelf">
          Sabaka
        </Link>
        <span className="grow" />
        <Reading />
      </header>
      <main className="mx-auto max-w-6xl px-5 py-6">
        <h1 className="text-3xl">Side by side</h1>
        <p className="soft mb-4">
          Up to four designs, or states of one; the first is the one that the others are held against.
        </p>
        <Sides sides={sides} onSides={go} />
        {said.isFetching ? <p role="status">Working all of them out …</p> : null}
        {said.error ? (
          <p role="alert" className="text-error">
            {said.error.message}
          </p>
        ) : null}
        {said.data && sides.length > 1 ? (
          <>
            <p className="no-print mb-4 flex flex-wrap gap-x-5">
              <button
                type="button"
                className="underline underline-offset-4 aria-disabled:opacity-60"
                aria-disabled={writing.busy}
                onClick={() => {
                  save("side-by-side.pdf", (tell) => sideBySidePaper(sides.map(sideOf), [...hidden], reading, tell));
                }}
              >
                Save as PDF
              </button>
              <Saving writing={writing} />
              {hidden.length > 0 ? (
                <button
                  type="button"
                  className="underline underline-offset-4"
                  onClick={() => {
                    hide([]);
                  }}
                >
                  Show all lines again ({hidden.length} hidden)
                </button>
              ) : null}
            </p>
            <Compared chapter={said.data} hidden={hidden} onHidden={hide} />
          </>
        ) : null}
      </main>
    </div>
  );
}

/** Which designs stand side by side. */
function Sides({ sides, onSides }: { sides: string[]; onSides: (sides: string[]) => void }) {
  const shelf = useShelf();
  const name = (side: string) => {
    const [design, revision] = side.split(":");
    const known = shelf.data?.find((card) => card.id === design)?.name ?? "…";
    return revision ? `${known}, revision ${revision}` : known;
  };
  const left = shelf.data?.filter((card) => !sides.includes(card.id)) ?? [];
  return (
    <div className="no-print mb-4 flex flex-wrap items-center gap-3">
      {sides.map((side) => (
        <span key={side} className="flex items-center gap-2 rounded border border-base-content px-2 py-1">
          {name(side)}
          <button
            type="button"
            aria-label={`Take ${name(side)} out`}
            className="px-1 font-semibold"
            onClick={() => {
              onSides(sides.filter((each) => each !== side));
            }}
          >
            ×
          </button>
        </span>
      ))}
      {sides.length < MOST_COMPARED ? (
        <select
          aria-label="Add a design"
          className="select select-sm w-56"
          value=""
          onChange={(event) => {
            onSides([...sides, event.target.value]);
          }}
        >
          <option value="">Add a design …</option>
          {left.map((card) => (
            <option key={card.id} value={card.id}>
              {card.name}
            </option>
          ))}
        </select>
      ) : null}
    </div>
  );
}

interface ComparedProps {
  chapter: Chapter;
  hidden: readonly string[];
  onHidden: (hidden: readonly string[]) => void;
}

function Compared({ chapter, hidden, onHidden }: ComparedProps) {
  const [, ...names] = chapter.tables[0]?.columns ?? [];
  const drawn = (kind: string) =>
    Object.entries(chapter.drawings).flatMap(([key, drawing]) => (key.startsWith(`${kind}-`) ? [drawing] : []));
  return (
    <>
      {(["section", "along"] as const).map((kind) => (
        <div key={kind} className="mb-4 grid gap-4" style={{ gridTemplateColumns: columns(names) }}>
          {drawn(kind).map((drawing) => (
            <figure key={drawing.title}>
              <Sheet drawing={drawing} className={kind === "section" ? "h-52" : "h-36"} />
              <figcaption className="soft text-center text-xs">{drawing.title}</figcaption>
            </figure>
          ))}
        </div>
      ))}
      <p className="soft mb-3">Drawn to one scale. {chapter.notes.join(" ")}</p>
      {chapter.tables.map((table) => {
        const lines = table.lines.filter((line) => !hidden.includes(line.key));
        if (lines.length === 0) return null;
        return (
          <section key={table.key} className="mb-5 overflow-x-auto">
            <table className="w-full table-fixed" data-table={table.key}>
              <caption className="named text-left text-xl">{table.title}</caption>
              <thead>
                <tr className="border-b border-base-content text-right align-bottom">
                  <th scope="col" className="w-1/3 text-left font-normal" />
                  {names.map((name) => (
                    <th key={name} scope="col" className="pl-2 font-semibold">
                      {name}
                    </th>
                  ))}
                  <th className="no-print w-16" />
                </tr>
              </thead>
              <tbody>
                {lines.map((line) => (
                  <Row
                    key={line.key}
                    line={line}
                    onHide={() => {
                      onHidden([...hidden, line.key]);
                    }}
                  />
                ))}
              </tbody>
            </table>
          </section>
        );
      })}
    </>
  );
}

function Row({ line, onHide }: { line: Line; onHide: () => void }) {
  const { reading } = useSettings();
  const [name, ...cells] = line.cells;
  const words = name && "template" in name ? sentence(name, reading) : "";
  return (
    <tr className="border-b border-[var(--line)]">
      <th scope="row" className="text-left font-normal">
        {words}
      </th>
      {cells.map((cell, index) => (
        <td key={index} className={`pl-2 text-right ${"template" in cell ? "font-semibold" : ""}`}>
          {"template" in cell ? sentence(cell, reading) : wrote(cell, reading)}
        </td>
      ))}
      <td className="no-print text-right">
        <button type="button" className="soft text-xs underline" aria-label={`Hide ${words}`} onClick={onHide}>
          hide
        </button>
      </td>
    </tr>
  );
}

function columns(names: readonly unknown[]): string {
  return `repeat(${String(names.length)}, minmax(0, 1fr))`;
}
