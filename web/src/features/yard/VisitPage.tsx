import { useState } from "react";
import { Link, useNavigate, useParams, useSearchParams } from "react-router";
import { useBuiltHive } from "../../api/yard";
import type { CombItem, HivePage, VisitEntry } from "../../api/types";
import { signedInAs } from "../../api/queries";
import { dayWords, nowHere, ordinal, step } from "../../lib/format";
import { localizedNumber, type ReadAs } from "../../lib/locale";
import { useSettings } from "../../lib/settings";
import { Big, Swatch } from "./Big";
import { Carry } from "./Carry";
import { CombRow, ItemRow } from "./CombRow";
import { HoneyPad } from "./HoneyPad";
import { MorePanel } from "./MorePanel";
import { Photos, usePhotos } from "./Photos";
import { Waits } from "./YardHeader";
import { timeOf } from "./words";
import {
  added,
  asPlanned,
  begun,
  CONTENTS,
  filled,
  isComb,
  followerTo,
  marked,
  moved,
  planOf,
  takenOut,
  takenUp,
  written,
  type Draft,
} from "./entry";
import { keepVisit, replace, useQueue, type Waiting } from "./queue";

const NEXT_QUEEN = { "": "seen", seen: "eggs", eggs: "not-seen", "not-seen": "put-in", "put-in": "" } as const;
const QUEEN_WORDS = {
  "": "Queen",
  seen: "Queen seen",
  eggs: "Eggs seen",
  "not-seen": "No queen",
  "put-in": "Queen put in",
} as const;

/** A visit, written standing at the hive with one gloved thumb. */
export function VisitPage() {
  const { id = "" } = useParams();
  const [search] = useSearchParams();
  const hive = useBuiltHive(id);
  const { waiting } = useQueue();
  if (hive.isPending) return <p className="p-8">Opening …</p>;
  if (hive.isError)
    return (
      <main className="p-8">
        <h1 className="mb-2 text-2xl">This hive isn’t on this device</h1>
        <p role="alert">{hive.error.message} Open it once where there is a network.</p>
      </main>
    );
  const mend = waiting.find((each) => each.id === search.get("mend"));
  return <Entry key={mend?.id ?? hive.data.page.id} page={hive.data.page} mend={mend ?? null} />;
}

function Entry({ page, mend }: { page: HivePage; mend: Waiting | null }) {
  const { reading } = useSettings();
  const navigate = useNavigate();
  const [past, setPast] = useState<Draft[]>([]);
  const [draft, setDraft] = useState<Draft>(() => (mend ? takenUp(mend.entry, page) : begun(page)));
  const [chosen, setChosen] = useState<string | null>(null);
  const [panel, setPanel] = useState<"" | "honey" | "more">("");
  const [carrying, setCarrying] = useState(false);
  const photos = usePhotos();
  const planned = planOf(page, draft);
  const change = (next: Draft) => {
    setPast([...past, draft]);
    setDraft(next);
  };
  const combs = draft.now.flatMap((run) => run.items.filter(isComb));
  const comb = combs.find((each) => each.id === chosen) ?? null;
  const queen = draft.rest.queen ?? "";
  const done = () => {
    const entry = written(draft);
    const visit: Waiting = {
      id: crypto.randomUUID(),
      hive: page.id,
      name: page.name,
      by: signedInAs(),
      entry,
      written: new Date().toISOString(),
      refused: null,
    };
    const taken = photos.taken.map(({ id, picture }) => ({ ...visit, id, visit: visit.id, picture }));
    if (mend) void replace(mend.id, visit);
    void keepVisit(visit, taken);
    void navigate(`/built/${page.id}`);
  };
  return (
    <div className="mx-auto flex h-dvh max-w-xl flex-col bg-base-100">
      <header
        className="flex flex-wrap items-end justify-between gap-x-4 border-b border-base-content bg-base-200
        px-3 py-2"
      >
        <div>
          <h1 className="text-2xl">{page.name}</h1>
          <p className="soft">
            {dayWords(draft.at, reading)}, {timeOf(draft.at)} ·{" "}
            <button
              type="button"
              className="underline underline-offset-4"
              aria-expanded={carrying}
              onClick={() => {
                setCarrying(!carrying);
              }}
            >
              What to carry
            </button>
          </p>
        </div>
        <Waits />
      </header>
      {carrying ? (
        <div className="max-h-[50dvh] shrink-0 overflow-y-auto border-b border-base-content bg-base-200 px-3 pb-3">
          <Carry carry={page.carry} of={page.yard_name} />
        </div>
      ) : null}
      {mend?.refused ? (
        <p role="alert" className="bg-base-200 px-3 py-1 text-error">
          {mend.refused}
        </p>
      ) : null}
      <main className="min-h-0 grow overflow-y-auto px-3 pb-3" data-testid="entry-rod">
        <p className="soft grid grid-cols-[2.5rem_1fr_1fr_4.5rem] py-1 text-center">
          <span />
          <span>to you</span>
          <span>away</span>
          <span />
        </p>
        {draft.now.map((run) => (
          <section key={run.chamber} aria-label={run.chamber}>
            {draft.now.length > 1 ? <h2 className="py-1 text-lg">{run.chamber.replaceAll("-", " ")}</h2> : null}
            <ol>
              {run.items.map((item, at) =>
                isComb(item) ? (
                  <CombRow
                    key={item.id}
                    comb={item}
                    place={{ chamber: run.chamber, at }}
                    number={numberOf(combs, item)}
                    draft={draft}
                    chosen={item.id === chosen}
                    onChoose={() => {
                      setChosen(item.id ?? null);
                    }}
                    onFill={(contents, side) => {
                      change(filled(draft, item, contents, side));
                    }}
                  />
                ) : (
                  <ItemRow
                    key={item.id ? item.id : item.kind === "follower" ? item.side : `${item.kind} ${String(at)}`}
                    item={item}
                    place={{ chamber: run.chamber, at }}
                    onGrip={() => {
                      setPast([...past, draft]);
                    }}
                    onDrag={(to) => {
                      if (to.chamber !== run.chamber || item.kind !== "follower") return;
                      setDraft((now) => followerTo(now, run.chamber, item.side, to.at));
                    }}
                    onMove={
                      item.kind === "follower"
                        ? (by) => {
                            change(moved(draft, run.chamber, at, step(at, by, run.items.length)));
                          }
                        : null
                    }
                    onAdd={
                      item.kind === "follower"
                        ? () => {
                            const place = item.side === "near" ? step(at, 1, run.items.length) : at;
                            change(added(draft, run.chamber, place));
                          }
                        : null
                    }
                  />
                ),
              )}
            </ol>
          </section>
        ))}
      </main>
      <footer className="border-t border-base-content bg-base-200 px-3 pt-2 pb-3">
        {panel === "honey" ? (
          <HoneyPad
            comb={comb}
            onTake={(kg) => {
              const honey = [...(draft.rest.honey ?? []), { comb: comb?.id ?? null, kg }];
              change({ ...draft, rest: { ...draft.rest, honey } });
              setPanel("");
            }}
            onClose={() => {
              setPanel("");
            }}
          />
        ) : panel === "more" ? (
          <MorePanel
            draft={draft}
            comb={comb}
            number={comb ? numberOf(combs, comb) : ""}
            onChange={change}
            onOut={(id) => {
              const run = draft.now.find((each) => each.items.some((item) => item.id === id));
              if (run) change(takenOut(draft, run.chamber, id));
              setChosen(null);
            }}
            onClose={() => {
              setPanel("");
            }}
            entrances={page.entrances}
            photos={<Photos photos={photos} />}
          />
        ) : (
          <>
            <p className="soft mb-1 text-xs" data-testid="chosen">
              {comb
                ? `Comb ${numberOf(combs, comb)}: tap a side for the next content, or set both here`
                : "Tap a comb to choose it, a side again for the next content"}
            </p>
            <div className="mb-2 grid grid-cols-5 gap-2">
              {CONTENTS.map((contents) => (
                <button
                  key={contents}
                  type="button"
                  disabled={!comb}
                  className="text-xs disabled:opacity-50"
                  onClick={() => {
                    if (comb) change(filled(draft, comb, contents, "both"));
                  }}
                >
                  <Swatch contents={contents} />
                  {contents}
                </button>
              ))}
            </div>
            <div className="mb-2 grid grid-cols-3 gap-2">
              <Big
                pressed={queen !== ""}
                onClick={() => {
                  const next = NEXT_QUEEN[queen];
                  const said: Draft = { ...draft, rest: { ...draft.rest, queen: next } };
                  change(comb && next === "seen" ? marked(said, comb.id ?? "", { queen: true }) : said);
                }}
              >
                {QUEEN_WORDS[queen]}
              </Big>
              <Big
                pressed={(draft.rest.honey ?? []).length > 0}
                onClick={() => {
                  setPanel("honey");
                }}
              >
                {honeyWords(draft.rest, reading)}
              </Big>
              <Big
                onClick={() => {
                  setPanel("more");
                }}
              >
                More
              </Big>
            </div>
            <div className="grid grid-cols-[1fr_1fr_1.4fr] gap-2">
              <Big
                disabled={past.length === 0}
                onClick={() => {
                  const before = past.at(-1);
                  if (before) setDraft(before);
                  setPast(past.slice(0, -1));
                }}
              >
                Undo
              </Big>
              <Big
                disabled={!planned}
                pressed={draft.rest.planned ?? false}
                onClick={() => {
                  if (planned) change(asPlanned(draft, planned));
                }}
              >
                As planned
              </Big>
              <button
                type="button"
                className="min-h-14 rounded bg-neutral text-lg font-semibold text-neutral-content"
                onClick={done}
              >
                Done
              </button>
            </div>
            <p className="mt-2 flex justify-between text-xs">
              <Link className="underline" to={`/built/${page.id}`}>
                Leave without writing
              </Link>
              <button
                type="button"
                className="underline"
                onClick={() => {
                  setDraft({ ...draft, at: nowHere() });
                }}
              >
                Now
              </button>
            </p>
          </>
        )}
      </footer>
    </div>
  );
}

function numberOf(combs: CombItem[], comb: CombItem): string {
  return ordinal(combs.findIndex((each) => each.id === comb.id));
}

function honeyWords(rest: Pick<VisitEntry, "honey">, reading: ReadAs): string {
  const taken = rest.honey ?? [];
  return taken.length === 0 ? "Honey" : taken.map((each) => `${localizedNumber(each.kg, reading)} kg`).join(", ");
}
