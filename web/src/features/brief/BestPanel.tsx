import { useState } from "react";
import { RefusedError } from "../../api/client";
import { useBest, type Answered, type Sought } from "../../api/brief";
import type { Brief, Line } from "../../api/types";
import { sentence, wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Button } from "../../ui/Button";
import { Problem } from "../../ui/Problem";
import { DataTable, tableOf } from "../bench";

const HELD = { length: "Inside length", combs: "Combs", frames_owned: "Frames there are" } as const;
const FIELDS = ["length", "combs", "frames_owned"] as const;

interface BestPanelProps {
  /** What can come first, the usual one in front. */
  wishes: Brief["wishes"];
  given: Answered;
  busy: boolean;
  problem: string | null;
  onTake: (sought: Sought, key: string, name: string) => void;
}

/** The best hive out of the boards and frames that are there: sought on wish, ranked, each begun by a click. */
export function BestPanel({ wishes, given, busy, problem, onTake }: BestPanelProps) {
  const { reading } = useSettings();
  const [wish, setWish] = useState<Sought["wish"]>("combs");
  const [held, setHeld] = useState({ length: "", combs: "", frames_owned: "" });
  const [name, setName] = useState("");
  const best = useBest();
  const found = best.chapter ?? undefined;
  const refused = best.error instanceof RefusedError ? best.error.refusal.problems : [];
  const wrong = (field: string) => refused.find((each) => each.field === `/${field}`)?.reason ?? null;
  return (
    <section aria-label="Out of what is there" className="mt-6 border-t border-base-content pt-2">
      <h2 className="text-lg">The best hive out of what is there</h2>
      <p className="soft mb-2">
        Every system and size that your boards and frames allow is tried. Hold what you like; the rest is found.
      </p>
      <form
        className="flex flex-wrap items-end gap-x-4 gap-y-2"
        onSubmit={(event) => {
          event.preventDefault();
          best.begin({ ...given, ...held, wish });
        }}
      >
        <label className="grid gap-0.5 text-xs">
          What comes first
          <select
            className="h-8 rounded border border-[var(--line)] bg-base-100 px-1 text-sm"
            value={wish}
            onChange={(event) => {
              setWish(wishes.find(({ value }) => value === event.target.value)?.value ?? wish);
            }}
          >
            {wishes.map(({ value, label }) => (
              <option key={value} value={value}>
                {label}
              </option>
            ))}
          </select>
        </label>
        {FIELDS.map((field) => (
          <label key={field} className="grid gap-0.5 text-xs">
            {HELD[field]}
            <input
              className={`h-8 w-28 rounded border bg-base-100 px-1.5 text-sm
                ${wrong(field) ? "border-2 border-error" : "border-[var(--line)]"}`}
              placeholder={field === "frames_owned" ? "0" : "free"}
              aria-invalid={wrong(field) !== null}
              value={held[field]}
              onChange={(event) => {
                setHeld({ ...held, [field]: event.target.value });
              }}
            />
            <Problem id={`best-${field}`}>{wrong(field)}</Problem>
          </label>
        ))}
        <Button type="submit" disabled={best.busy}>
          {best.busy ? "Trying …" : "Find it"}
        </Button>
      </form>
      {best.busy ? (
        <div className="mt-2 flex max-w-xl items-center gap-3">
          <progress
            className="progress progress-primary grow"
            value={best.share}
            max={1}
            aria-label="How far the search is"
          />
          <Button
            className="shrink-0"
            onClick={() => {
              best.giveUp();
            }}
          >
            Give it up
          </Button>
        </div>
      ) : null}
      <Problem id="best-problem">{refused.length > 0 && FIELDS.some(wrong) ? null : best.problem}</Problem>
      {found && !best.busy && best.of ? (
        <div data-testid="best" className="mt-3 grid gap-2">
          <p>
            {sentence(found.lead, reading)} {found.tried ? sentence(found.tried, reading) : ""}
          </p>
          <label className="flex items-center gap-2">
            It is to be called
            <input
              className="h-8 w-56 rounded border border-[var(--line)] bg-base-100 px-1.5"
              maxLength={80}
              value={name}
              onChange={(event) => {
                setName(event.target.value);
              }}
            />
          </label>
          <Problem id="take-problem">{problem}</Problem>
          <FoundList
            lines={tableOf(found, "best")?.lines ?? []}
            columns={tableOf(found, "best")?.columns ?? []}
            busy={busy || name.trim() === ""}
            onTake={(key) => {
              if (best.of) onTake(best.of, key, name);
            }}
          />
          {found.tables
            .filter(({ key, lines }) => key === "left-out" && lines.length > 0)
            .map((table) => (
              <DataTable key={table.key} table={table} />
            ))}
          {found.notes.map((note) => (
            <p key={note} className="soft text-xs">
              {note}
            </p>
          ))}
        </div>
      ) : null}
    </section>
  );
}

interface FoundListProps {
  lines: Line[];
  columns: readonly string[];
  busy: boolean;
  onTake: (key: string) => void;
}

/** What was found, the best first. */
function FoundList({ lines, columns, busy, onTake }: FoundListProps) {
  const { reading } = useSettings();
  const [, ...heads] = columns;
  return (
    <div className="overflow-x-auto">
      <table className="w-full max-w-3xl text-sm">
        <thead>
          <tr className="soft text-right align-bottom text-xs">
            {columns.map((column, index) => (
              <th key={column} scope="col" className={`font-normal ${index === 0 ? "text-left" : "pl-2"}`}>
                {column}
              </th>
            ))}
            <th />
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => {
            const [named, ...cells] = line.cells;
            const words = named && "template" in named ? sentence(named, reading) : "";
            return (
              <tr key={line.key} data-found={line.key} className="border-t border-[var(--line)] align-top">
                <th scope="row" className="py-1.5 pr-3 text-left font-semibold">
                  {words}
                  {line.notes.map((note) => (
                    <span key={note.template} className="soft block text-xs font-normal">
                      {sentence(note, reading)}
                    </span>
                  ))}
                </th>
                {cells.map((cell, index) => (
                  <td key={heads[index]} className="whitespace-nowrap py-1.5 pl-2 text-right tabular-nums">
                    {"template" in cell ? sentence(cell, reading) : wrote(cell, reading)}
                  </td>
                ))}
                <td className="py-1 pl-3">
                  <Button
                    disabled={busy}
                    aria-label={`Begin with ${words}`}
                    title={busy ? "Give it a name first" : undefined}
                    onClick={() => {
                      onTake(line.key);
                    }}
                  >
                    Begin
                  </Button>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
