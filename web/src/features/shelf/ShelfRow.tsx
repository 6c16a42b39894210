import { useState, type FormEvent } from "react";
import { Link } from "react-router";
import type { Card } from "../../api/types";
import { Sheet } from "../../drawing/Sheet";
import { shareOf } from "../../drawing/transform";
import { ago, sentence } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Problem } from "../../ui/Problem";

interface ShelfRowProps {
  card: Card;
  all: Card[];
  onRemove: (card: Card) => void;
  onDuplicate: (id: string) => void;
  rename: (id: string, name: string) => Promise<unknown>;
  /** Whether it is chosen to be compared; null when no more can be. */
  chosen: boolean | null;
  onChoose: (chosen: boolean) => void;
}

export function ShelfRow({ card, all, onRemove, onDuplicate, rename, chosen, onChoose }: ShelfRowProps) {
  const { reading } = useSettings();
  const [naming, setNaming] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [now] = useState(Date.now);
  const extents = all.flatMap((each) => (each.rod ? [each.rod.extent] : []));

  const submit = (event: FormEvent) => {
    event.preventDefault();
    rename(card.id, naming ?? card.name).then(
      () => {
        setNaming(null);
        setProblem(null);
      },
      (error: unknown) => {
        setProblem(error instanceof Error ? error.message : "That name can’t be used.");
      },
    );
  };

  return (
    <li className="border-t border-base-content py-5" data-design={card.name}>
      <div className="mb-3 flex flex-wrap items-baseline gap-x-4 gap-y-1">
        {naming === null ? (
          <h2 className="text-2xl">
            <Link to={`/hive/${card.id}/shape`} className="underline-offset-4 hover:underline">
              {card.name}
            </Link>
          </h2>
        ) : (
          <form onSubmit={submit} className="flex gap-2">
            <input
              className="input input-sm"
              aria-label="New name"
              autoFocus
              value={naming}
              onChange={(event) => {
                setNaming(event.target.value);
              }}
              onKeyDown={(event) => {
                if (event.key === "Escape") setNaming(null);
              }}
            />
            <button type="submit" className="btn btn-sm">
              Rename
            </button>
          </form>
        )}
        <span>{sentence(card.summary, reading)}</span>
        <span className="soft">changed {ago(card.changed_at, now, reading)}</span>
        <span className="grow" />
        <Tally card={card} />
      </div>
      <Problem id={`name-${card.id}`}>{problem}</Problem>
      {card.rod ? (
        <Link to={`/hive/${card.id}/shape`} aria-hidden="true" tabIndex={-1} className="block h-20">
          <span className="block h-full" style={{ width: `${String(shareOf(card.rod.extent, extents))}%` }}>
            <Sheet drawing={card.rod} stretch className="h-full w-full" />
          </span>
        </Link>
      ) : null}
      <div className="mt-2 flex flex-wrap gap-x-5 gap-y-2">
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="checkbox checkbox-xs"
            aria-label={`Compare ${card.name}`}
            checked={chosen === true}
            disabled={chosen === null}
            onChange={(event) => {
              onChoose(event.target.checked);
            }}
          />
          Compare
        </label>
        <Small
          label={`Duplicate ${card.name}`}
          onClick={() => {
            onDuplicate(card.id);
          }}
        >
          Duplicate
        </Small>
        <Small
          label={`Rename ${card.name}`}
          onClick={() => {
            setNaming(card.name);
          }}
        >
          Rename
        </Small>
        <a
          className="underline underline-offset-4"
          href={`/api/designs/${card.id}/file`}
          download
          aria-label={`Save as a file: ${card.name}`}
        >
          Save as a file
        </a>
        <Small
          label={`Delete ${card.name}`}
          onClick={() => {
            onRemove(card);
          }}
        >
          Delete
        </Small>
      </div>
    </li>
  );
}

function Tally({ card }: { card: Card }) {
  if (card.errors === 0 && card.warnings === 0) return <span className="text-accent">nothing to mend</span>;
  return (
    <span className="flex gap-3">
      {card.errors > 0 ? <span className="font-semibold text-error">{card.errors} wrong</span> : null}
      {card.warnings > 0 ? <span className="font-semibold text-primary">{card.warnings} to check</span> : null}
    </span>
  );
}

function Small({ label, onClick, children }: { label: string; onClick: () => void; children: string }) {
  return (
    <button type="button" aria-label={label} className="underline underline-offset-4" onClick={onClick}>
      {children}
    </button>
  );
}
