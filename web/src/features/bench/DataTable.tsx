import { useState } from "react";
import type { Cell, Line, Table } from "../../api/types";
import { sentence, wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { readyEdit } from "./edits";
import type { Bench } from "./useBench";
import { sourceWords, Worked } from "./Worked";

interface DataTableProps {
  table: Table;
  /** What choosing a line is done on, where lines can be chosen. */
  bench?: Bench | undefined;
  onChoose?: (() => void) | undefined;
}

/** A table of a study, as the core lists it: its first column names each line. */
export function DataTable({ table, bench, onChoose }: DataTableProps) {
  if (!table.folded)
    return (
      <section className="mb-3">
        <h3 className="text-base">{table.title}</h3>
        <Lines table={table} bench={bench} onChoose={onChoose} />
      </section>
    );
  return (
    <details className="mb-3">
      <summary className="named cursor-pointer text-base">{table.title}</summary>
      <Lines table={table} bench={bench} onChoose={onChoose} />
    </details>
  );
}

function Lines({ table, bench, onChoose }: DataTableProps) {
  // What only repeats the title isn't shown.
  const bare = table.columns.every((column) => column === "" || column === table.title);
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-sm" data-table={table.key}>
        <Heads table={table} className="text-xs" hidden={bare} />
        <tbody>
          {table.lines.map((line, index) => (
            <LineRows
              key={index}
              line={line}
              title={table.title}
              wide={table.columns.length}
              bench={bench}
              onChoose={onChoose}
            />
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface HeadsProps {
  table: Table;
  className: string;
  /** Whether they are only heard, not seen. */
  hidden?: boolean;
}

/** The names of a table’s columns: the first one at the left, the others over their numbers. */
export function Heads({ table, className, hidden = false }: HeadsProps) {
  return (
    <thead className={hidden ? "sr-only" : ""}>
      <tr className={`soft text-right align-bottom ${className}`}>
        {table.columns.map((column, index) => (
          <th key={column} scope="col" className={`font-normal ${index === 0 ? "text-left" : "pl-2"}`}>
            {column}
          </th>
        ))}
      </tr>
    </thead>
  );
}

interface LineProps extends Omit<DataTableProps, "table"> {
  line: Line;
  title: string;
  wide: number;
}

function LineRows({ line, title, wide, bench, onChoose }: LineProps) {
  const { reading } = useSettings();
  const [open, setOpen] = useState(false);
  const said = (cell: Cell) => ("template" in cell ? sentence(cell, reading) : wrote(cell, reading));
  const [name, ...cells] = line.cells;
  const { choose } = line;
  const words = name ? said(name) : "";
  const wrong = line.good === false ? "font-semibold text-error" : "";
  return (
    <>
      <tr
        data-line={line.key}
        data-good={line.good}
        className={`border-t border-[var(--line)] ${line.chosen ? "bg-base-300" : ""}`}
      >
        <th scope="row" className={`py-0.5 text-left font-normal ${cells.length === 1 ? "min-w-36" : ""}`}>
          {line.good === false ? "✗ " : ""}
          {choose && bench ? (
            <button
              type="button"
              aria-pressed={line.chosen}
              className="text-left font-semibold underline decoration-dotted underline-offset-4"
              onClick={() => {
                onChoose?.();
                void bench.commit(readyEdit(choose.edit), `${title}: ${words}`, line.key);
              }}
            >
              {words}
            </button>
          ) : (
            words
          )}
          {line.working ? (
            <button
              type="button"
              aria-expanded={open}
              className="ml-1.5 text-xs text-primary underline decoration-dotted underline-offset-4"
              onClick={() => {
                setOpen(!open);
              }}
            >
              {open ? "close" : "how?"}
            </button>
          ) : null}
        </th>
        {cells.map((cell, index) => (
          <td key={index} className={`pl-2 text-right ${"template" in cell ? "" : "whitespace-nowrap"} ${wrong}`}>
            {said(cell)}
          </td>
        ))}
      </tr>
      {line.why || line.source || (open && line.working) ? (
        <tr>
          <td colSpan={wide} className="pb-1 text-xs">
            {line.why ? <span className="soft">{line.why}</span> : null}
            {line.source ? <span className="soft">Source: {sourceWords(line.source)}</span> : null}
            {open && line.working ? (
              <div className="border-l-2 border-primary pl-3 leading-relaxed" data-testid="working">
                <Worked working={line.working} />
              </div>
            ) : null}
          </td>
        </tr>
      ) : null}
    </>
  );
}
