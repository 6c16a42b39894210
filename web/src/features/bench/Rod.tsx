import type { Drawing } from "../../api/types";
import { Grip } from "../../drawing/Grip";
import { Sheet } from "../../drawing/Sheet";
import { labelled, smallWidth } from "../../drawing/transform";
import { sentence } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { useState, type DragEvent } from "react";
import { Flags } from "./Flags";
import { itemAt } from "./items";
import { dropped, stands } from "./tray";
import { aloud } from "./state";
import type { Bench } from "./useBench";
import { useHandles } from "./useHandles";

interface RodProps {
  bench: Bench;
  /** The rod of a week of the plan, in place of the design as it stands. */
  planned: Drawing | undefined;
  chosen: number | null;
  onChoose: (index: number) => void;
  pointed: string | null;
  onPoint: (finding: string) => void;
}

/** The hive end to end, always at the foot of the bench. Followers are dragged along it. */
export function Rod({ bench, planned, chosen, onChoose, pointed, onPoint }: RodProps) {
  const { reading } = useSettings();
  const handles = useHandles(bench, reading);
  const [over, setOver] = useState<number | null>(null);
  const rod = planned ?? bench.run?.drawings["rod"];
  if (!rod) return null;
  return (
    <section
      aria-label="The rod: the hive end to end"
      className="border-t border-base-content bg-base-300 px-3 py-2"
      onDragOver={(event) => {
        const item = under(event);
        if (item === null || !stands(event, thingOf(item))) return;
        event.preventDefault();
        setOver(item);
      }}
      onDragLeave={() => {
        setOver(null);
      }}
      onDrop={(event) => {
        const item = under(event);
        setOver(null);
        if (item === null) return;
        event.preventDefault();
        const put = dropped(event, thingOf(item));
        if (put) void bench.commit(put.edit, put.label, "into-run");
      }}
    >
      <p role="alert" data-testid="trouble" className="font-medium text-error">
        {aloud(bench.trouble)}
      </p>
      {bench.report.chambers.length > 1 && !planned ? <Chambers bench={bench} /> : null}
      <Sheet
        drawing={rod}
        stretch
        className="h-36 2xl:h-44"
        chosen={over ?? chosen}
        onItem={onChoose}
        titleOf={(index) => {
          const item = itemAt(bench, index);
          return item ? sentence(item.words, reading) : "";
        }}
        overlay={(t, size) => (
          <>
            {rod.handles.map((handle) => (
              <Grip key={handle.id} handle={handle} t={t} reading={reading} look="board" {...handles(handle)} />
            ))}
            {rod.handles.map((handle) => (
              <span
                key={handle.id}
                data-follower={handle.id}
                className={`pointer-events-none absolute top-0 whitespace-nowrap rounded-sm px-1.5 text-xs
                  font-semibold ${badge(handle.id)}`}
                style={labelled(t, size, handle.x_mm)}
              >
                {sentence(handle.text, reading)}
              </span>
            ))}
            <Flags
              findings={planned ? [] : bench.findings}
              drawing="rod"
              box={bench.report.box}
              t={t}
              size={size}
              pointed={pointed}
              onPoint={onPoint}
            />
          </>
        )}
      />
    </section>
  );
}

/** The item of the run that something is dragged over: it is put in before it. */
function under(event: DragEvent): number | null {
  const item = event.target instanceof Element ? event.target.closest("[data-item]")?.getAttribute("data-item") : null;
  return item ? Number(item) : null;
}

const thingOf = (item: number) => `item-${String(item)}`;

/** Which chamber's run lies on the rod. */
function Chambers({ bench }: { bench: Bench }) {
  const { reading } = useSettings();
  return (
    <div role="group" aria-label="Chamber on the bench" className="mb-1 flex flex-wrap gap-x-1">
      {bench.report.chambers.map((chamber) => {
        const here = chamber.box === bench.report.box;
        return (
          <button
            key={chamber.box}
            type="button"
            aria-pressed={here}
            className={`flex min-h-7 items-center gap-2 rounded-sm px-2.5 text-xs
              ${here ? "bg-neutral text-neutral-content" : "border border-[var(--line)]"}`}
            onClick={() => {
              bench.enter(chamber.box);
            }}
          >
            <span>
              <b className="capitalize">{chamber.name}</b> {sentence(chamber.text, reading)}
            </span>
            {chamber.rod ? <Small drawing={chamber.rod} /> : null}
          </button>
        );
      })}
    </div>
  );
}

/** A chamber's run at the scale that all of them have here. */
function Small({ drawing }: { drawing: Drawing }) {
  return (
    <span aria-hidden="true" className="block bg-base-100 max-sm:hidden" style={{ width: smallWidth(drawing.extent) }}>
      <Sheet drawing={drawing} stretch className="h-5" />
    </span>
  );
}

function badge(id: string): string {
  return id === "follower-near" ? "bg-neutral text-neutral-content max-sm:hidden" : "bg-primary text-primary-content";
}
