import { useState } from "react";
import type { Cell, Line, Table } from "../../api/types";
import { sentence, wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Worked } from "./Worked";

/** A table of a study, as the core lists it: its first column names each line. */
export function DataTable({ table }: { table: Table }) {
  if (!table.folded)
    return (
      <section className="mb-3">
        <h3 className="text-base">{table.title}</h3>
        <Lines table={table} />
      </section>
    );
  return (
    <details className="mb-3">
      <summary className="named cursor-pointer text-base">{table.title}</summary>
      <Lines table={table} />
    </details>
  );
}

function Lines({ table }: { table: Table }) {
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-sm" data-table={table.key}>
        <thead>
          <tr className="soft text-right align-bottom text-xs">
            {table.columns.map((column, index) => (
              <th key={column} scope="col" className={`font-normal ${index === 0 ? "text-left" : "pl-2"}`}>
                {column}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.lines.map((line, index) => (
            <LineRows key={index} line={line} wide={table.columns.length} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function LineRows({ line, wide }: { line: Line; wide: number }) {
  const { units } = useSettings();
  const [open, setOpen] = useState(false);
  const said = (cell: Cell) => ("template" in cell ? sentence(cell, units) : wrote(cell, units));
  const [name, ...cells] = line.cells;
  const wrong = line.good === false ? "font-semibold text-error" : "";
  return (
    <>
      <tr className="border-t border-[var(--line)]">
        <th scope="row" className="py-0.5 text-left font-normal">
          {line.good === false ? "✗ " : ""}
          {name ? said(name) : ""}
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
      {line.why || (open && line.working) ? (
        <tr>
          <td colSpan={wide} className="pb-1 text-xs">
            {line.why ? <span className="soft">{line.why}</span> : null}
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
