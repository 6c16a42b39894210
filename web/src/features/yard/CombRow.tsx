import type { CombItem, RunItem } from "../../api/types";
import { lies, type Contents, type Draft, type Side } from "./entry";

const NEXT: Record<Contents, Contents> = {
  empty: "brood",
  brood: "pollen",
  pollen: "nectar",
  nectar: "honey",
  honey: "empty",
};

/** Where a row stands: in which run, at which place of it. */
export interface RowPlace {
  chamber: string;
  at: number;
}

/** A place, so that what is dragged over it finds it again. */
function placed({ chamber, at }: RowPlace) {
  return { "data-chamber": chamber, "data-at": String(at) };
}

/** The place of the row under a finger. */
function placeUnder(event: PointerEvent): RowPlace | null {
  const row = document.elementFromPoint(event.clientX, event.clientY)?.closest<HTMLElement>("[data-at]");
  const { chamber, at } = row?.dataset ?? {};
  return chamber && at ? { chamber, at: Number(at) } : null;
}

interface CombRowProps {
  comb: CombItem;
  place: RowPlace;
  number: string;
  draft: Draft;
  chosen: boolean;
  onChoose: () => void;
  onFill: (contents: Contents, side: Side) => void;
}

/** A comb as a row as tall as a thumb: its two sides, what is marked on it. The first tap chooses it. */
export function CombRow({ comb, place, number, draft, chosen, onChoose, onFill }: CombRowProps) {
  const mark = draft.marks[comb.id ?? ""];
  const words = [
    mark?.queen ? "queen" : "",
    (mark?.queen_cells ?? 0) > 0 ? "cells" : "",
    mark?.crossed ? "crossed" : "",
    mark?.drone || comb.role === "drone" ? "drone" : "",
  ].filter(Boolean);
  return (
    <li
      className={`grid grid-cols-[2.5rem_1fr_1fr_4.5rem] items-center
        ${chosen ? "outline-3 -outline-offset-2 outline-primary" : ""}`}
      data-comb={comb.id}
      {...placed(place)}
    >
      <span className="pr-2 text-right font-semibold">{number}</span>
      {(["to-you", "away"] as const).map((side) => {
        const contents = lies(draft, comb, side);
        return (
          <button
            key={side}
            type="button"
            className="h-11 p-px"
            aria-label={`Comb ${number}, ${side === "to-you" ? "to you" : "away"}: ${contents}`}
            onClick={() => {
              if (chosen) onFill(NEXT[contents], side);
              else onChoose();
            }}
          >
            <svg className="h-full w-full" aria-hidden="true">
              <rect width="100%" height="100%" className={`layer layer-comb-${contents}`} />
            </svg>
          </button>
        );
      })}
      <span className="pl-2 text-xs font-semibold text-primary">{words.join(", ")}</span>
    </li>
  );
}

const CALLED: Record<RunItem["kind"], string> = {
  comb: "comb",
  follower: "follower",
  gap: "open room",
  feeder: "feeder",
  excluder: "excluder",
  divider: "divider",
  spacer: "spacer",
};

interface ItemRowProps {
  item: RunItem;
  place: RowPlace;
  onMove: ((by: number) => void) | null;
  onAdd: (() => void) | null;
  /** A follower is taken hold of, and dragged over a row. */
  onGrip: () => void;
  onDrag: (to: RowPlace) => void;
}

/** What hangs or lies between combs; a follower is dragged or moved past its neighbour, and a bar put in before it. */
export function ItemRow({ item, place, onMove, onAdd, onGrip, onDrag }: ItemRowProps) {
  const drag = () => {
    onGrip();
    const move = (event: PointerEvent) => {
      const to = placeUnder(event);
      if (to) onDrag(to);
    };
    const end = () => {
      removeEventListener("pointermove", move);
      removeEventListener("pointerup", end);
      removeEventListener("pointercancel", end);
    };
    addEventListener("pointermove", move);
    addEventListener("pointerup", end);
    addEventListener("pointercancel", end);
  };
  if (item.kind === "gap")
    return (
      <li className="grid grid-cols-[2.5rem_1fr_4.5rem]" {...placed(place)}>
        <svg className="col-start-2 h-6 w-full" aria-hidden="true">
          <rect width="100%" height="100%" className="layer layer-gap" />
        </svg>
      </li>
    );
  return (
    <li className="my-1" data-item={item.kind} {...placed(place)}>
      <div
        className={`grid grid-cols-[2.5rem_1fr_4.5rem] items-center ${onMove ? "min-h-8 cursor-grab touch-none" : ""}`}
        data-grip={onMove ? item.kind : undefined}
        onPointerDown={onMove ? drag : undefined}
      >
        <span className="col-start-2 h-3 rounded-sm bg-neutral" aria-hidden="true" />
        <span className="pl-2 text-xs">{CALLED[item.kind]}</span>
      </div>
      {onMove ? (
        <div className="ml-10 flex gap-2 pt-1">
          <Small
            label="Move the follower towards the near end"
            onClick={() => {
              onMove(-1);
            }}
          >
            ▲
          </Small>
          <Small
            label="Move the follower towards the far end"
            onClick={() => {
              onMove(1);
            }}
          >
            ▼
          </Small>
          {onAdd ? (
            <Small label="+ comb: an empty bar or frame before the follower" onClick={onAdd}>
              + comb
            </Small>
          ) : null}
        </div>
      ) : null}
    </li>
  );
}

function Small({ label, onClick, children }: { label: string; onClick: () => void; children: string }) {
  return (
    <button
      type="button"
      aria-label={label}
      className="h-11 min-w-14 rounded border border-base-content px-3"
      onClick={onClick}
    >
      {children}
    </button>
  );
}
