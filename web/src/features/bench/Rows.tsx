import { useState } from "react";
import type { FieldGroup, FormField } from "../../api/types";
import { Field } from "./Fields";
import { readyEdit } from "./edits";
import type { Bench } from "./useBench";

export type RowField = Extract<FormField, { kind: "row" }>;

interface RowsProps {
  rows: RowField[];
  group: FieldGroup;
  bench: Bench;
}

/** Whether a choice in it says what a row is: then its sizes need no words of their own. */
const hasChoice = (row: RowField) => row.fields.some(({ kind }) => kind === "choice");

/** Things in a row, as layers of a wall: dragged to another place, or moved by their buttons. */
export function Rows({ rows, group, bench }: RowsProps) {
  const [dragged, setDragged] = useState<number | null>(null);
  const drop = (to: number) => {
    if (group.moves && dragged !== null && dragged !== to) {
      void bench.commit(readyEdit({ ...group.moves, at: dragged, to }), `${group.title}: moved`, group.id);
    }
    setDragged(null);
  };
  return (
    <ol className="mb-1">
      {rows.map((row, at) => (
        <li
          key={row.path}
          className={`border-b border-[var(--line)] py-1 ${dragged === at ? "opacity-50" : ""}`}
          onDragOver={(event) => {
            if (dragged !== null) event.preventDefault();
          }}
          onDrop={() => {
            drop(at);
          }}
        >
          <div className="flex items-center gap-2">
            <span
              className={group.moves ? "cursor-grab" : ""}
              title={group.moves ? "Drag to another place" : undefined}
              draggable={Boolean(group.moves)}
              onDragStart={() => {
                setDragged(at);
              }}
              onDragEnd={() => {
                setDragged(null);
              }}
            >
              <svg aria-hidden="true" width="30" height="22">
                <path d="M2 6h6M2 11h6M2 16h6" className="layer layer-datum" />
                <rect x="12" y="3" width="17" height="16" className={`layer layer-${row.look}`} />
              </svg>
            </span>
            <div className="flex min-w-0 grow flex-wrap items-center gap-x-2">
              {row.fields.map((field) => (
                <div
                  key={field.path}
                  className={field.kind === "size" && hasChoice(row) ? "" : "min-w-0 grow basis-32"}
                >
                  <Field
                    field={field}
                    bench={bench}
                    group={group.title}
                    bare={field.kind === "size" && hasChoice(row)}
                  />
                </div>
              ))}
            </div>
          </div>
          <div className="flex justify-end gap-3 text-xs">
            {row.actions.map((action) => (
              <button
                key={action.label}
                type="button"
                className="underline decoration-dotted underline-offset-4"
                aria-label={`${row.label}: ${action.label}`}
                onClick={() => void bench.commit(readyEdit(action.edit), `${row.label}: ${action.label}`, group.id)}
              >
                {action.label}
              </button>
            ))}
          </div>
        </li>
      ))}
    </ol>
  );
}
