import type { Chapter, Line, Table } from "../../api/types";
import { Plate } from "../../drawing/Plate";
import { sentence } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { tableOf } from "../bench";

interface CombsDeskProps {
  chapter: Chapter | undefined;
  onChoose: (of: string) => void;
}

const LISTS = ["kinds", "standards", "derived"];

/** Bars and frames, drawn from their parts: front, end and from above. */
export function CombsDesk({ chapter, onChoose }: CombsDeskProps) {
  const { reading } = useSettings();
  const { "comb-front": front, "comb-end": end, "comb-above": above } = chapter?.drawings ?? {};
  const others = [end, above].filter((drawing) => drawing !== undefined);
  const lists = LISTS.flatMap((key) => tableOf(chapter, key) ?? []);
  const chosen = lists.flatMap((list) => list.lines).find((line) => line.key === chapter?.of);
  return (
    <main id="sheet" className="flex min-h-0 flex-col bg-base-100 md:border-r md:border-base-content">
      <div className="px-5 pt-4">
        <h1 className="text-3xl leading-tight">Combs</h1>
        <p className="soft">
          {chosen ? `${nameOf(chosen)}${chosen.why ? `, ${chosen.why}` : ""}. ` : ""}
          {chapter ? sentence(chapter.lead, reading) : ""}
        </p>
      </div>
      <div className="min-h-0 grow md:grid md:grid-cols-[12.5rem_minmax(0,1fr)]">
        <nav aria-label="Bars and frames" className="max-h-52 overflow-auto px-5 py-2 md:max-h-none md:pr-1">
          {lists.map((list) => (
            <List key={list.key} list={list} chosen={chapter?.of ?? ""} onChoose={onChoose} />
          ))}
        </nav>
        <div className="flex min-h-0 flex-col">
          {front ? (
            <>
              <Plate drawing={front} className="h-72 md:h-auto md:min-h-0 md:grow" />
              <div className="grid shrink-0 grid-cols-[minmax(0,1fr)_minmax(0,2fr)] md:h-[38%]">
                {others.length === 1 ? <span /> : null}
                {others.map((drawing) => (
                  <Plate key={drawing.name} drawing={drawing} className="h-52 md:h-full" />
                ))}
              </div>
            </>
          ) : (
            <p className="p-6">Comb that bees fix to the cavity itself: there is no bar or frame to draw.</p>
          )}
        </div>
      </div>
    </main>
  );
}

interface ListProps {
  list: Table;
  chosen: string;
  onChoose: (of: string) => void;
}

function List({ list, chosen, onChoose }: ListProps) {
  return (
    <>
      <h2 className="mt-2 border-b border-[var(--line)] text-base">{list.title}</h2>
      <ul>
        {list.lines.map((line) => {
          const here = chosen === line.key;
          const used = usedOf(line);
          return (
            <li key={line.key}>
              <button
                type="button"
                aria-pressed={here}
                data-comb={line.key}
                className={`min-h-7 w-full px-1 text-left text-sm leading-5
                  ${here ? "bg-neutral text-neutral-content" : ""}`}
                onClick={() => {
                  onChoose(line.key);
                }}
              >
                {nameOf(line)}
                {used > 0 ? <span className="opacity-70"> × {used}</span> : null}
              </button>
            </li>
          );
        })}
      </ul>
    </>
  );
}

function nameOf({ cells: [name] }: Line): string {
  return name && "template" in name ? name.template : "";
}

function usedOf({ cells: [, used] }: Line): number {
  return used && "value" in used ? used.value : 0;
}
