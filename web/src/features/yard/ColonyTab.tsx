import { useState } from "react";
import type { ColonyOut, HivePage as Page } from "../../api/types";
import { useHiveChanges } from "../../api/yardChanges";
import { dayWords } from "../../lib/format";
import type { ReadAs } from "../../lib/locale";
import { useSettings } from "../../lib/settings";
import { Button } from "../../ui/Button";
import { Problem } from "../../ui/Problem";
import { EventForm } from "./EventForm";
import { QUEEN_PAINT } from "./words";

/** A queen’s mark as it is painted on her, its colour said in words beside it. */
export function QueenMark({ colour }: { colour: string }) {
  const paint = QUEEN_PAINT[colour];
  if (!paint) return null;
  return (
    <svg width="12" height="12" className="mr-1 inline-block align-baseline" aria-hidden="true">
      <circle cx="6" cy="6" r="5" fill={paint} stroke="var(--ink)" />
    </svg>
  );
}

/** Who lives in the hive now, in a line. */
export function Living({ colonies, queenSeen }: { colonies: ColonyOut[]; queenSeen: string }) {
  const { reading } = useSettings();
  if (colonies.length === 0) return <p className="soft">Nobody is said to live in it: see Colony.</p>;
  return colonies.map((colony) => (
    <p key={colony.id}>
      <QueenMark colour={colony.colour} />
      <span className="font-semibold">{colony.name}</span>
      {colony.place_name ? `, in its place “${colony.place_name}”` : ""}, since {dayWords(colony.since, reading)};{" "}
      {colony.queen_words}
      {queenSeen && colonies.length === 1 ? `, last seen ${dayWords(queenSeen, reading)}` : ""}
    </p>
  ));
}

/** The colonies that live or lived in a hive, each with its life, and what can be added to it. */
export function ColonyTab({ page }: { page: Page }) {
  const { reading } = useSettings();
  const [open, setOpen] = useState<string | null>(null);
  const writes = page.role !== "looker";
  const close = () => {
    setOpen(null);
  };
  const taken = new Set(page.colonies.filter((each) => each.hive === page.id).map((each) => each.place));
  const free = Object.keys(page.places).filter((place) => !taken.has(place));
  return (
    <div className="max-w-3xl">
      {page.colonies.map((colony) => (
        <section key={colony.id} className="mb-6" data-colony={colony.name}>
          <h3 className="text-lg">
            <QueenMark colour={colony.colour} />
            {colony.name}
            <span className="soft text-sm"> {standing(colony, page, reading)}</span>
          </h3>
          <ol>
            {colony.events.map((event, at) => (
              <li key={at} className="flex gap-3 border-b border-[var(--line)] py-1">
                <span className="w-20 shrink-0 font-semibold">{dayWords(event.day, reading)}</span>
                <span>{event.words}</span>
              </li>
            ))}
          </ol>
          {writes ? (
            <Changes
              page={page}
              colony={colony}
              open={open === colony.id}
              onOpen={() => {
                setOpen(colony.id);
              }}
              onClose={close}
            />
          ) : null}
        </section>
      ))}
      {writes && free.length > 0 ? (
        open === "new" ? (
          <EventForm page={page} colony={null} places={free} onClose={close} />
        ) : (
          <Button
            onClick={() => {
              setOpen("new");
            }}
          >
            A colony moves in
          </Button>
        )
      ) : null}
    </div>
  );
}

function standing(colony: ColonyOut, page: Page, reading: ReadAs): string {
  if (colony.ended) return `ended ${dayWords(colony.ended, reading)}`;
  if (colony.hive !== page.id) return `now in ${colony.hive_name}`;
  return colony.place_name ? `in its place “${colony.place_name}”` : "lives here";
}

interface ChangesProps {
  page: Page;
  colony: ColonyOut;
  open: boolean;
  onOpen: () => void;
  onClose: () => void;
}

/** What happens next to a colony, and taking back what was said last. */
function Changes({ page, colony, open, onOpen, onClose }: ChangesProps) {
  const { keepColony, forgetColony } = useHiveChanges(page.id, page.yard);
  if (open) return <EventForm page={page} colony={colony} places={Object.keys(page.places)} onClose={onClose} />;
  const { name, events } = colony.life;
  const takeBack = () => {
    if (events.length > 1) keepColony.mutate({ id: colony.id, life: { name, events: events.slice(0, -1) } });
    else forgetColony.mutate(colony.id);
  };
  return (
    <p className="mt-2 flex flex-wrap gap-3">
      {colony.ended ? null : <Button onClick={onOpen}>Something happened</Button>}
      <button type="button" className="underline underline-offset-4" onClick={takeBack}>
        Take the last line back
      </button>
      <Problem id={`colony-${colony.id}`}>{keepColony.error?.message ?? forgetColony.error?.message ?? null}</Problem>
    </p>
  );
}
