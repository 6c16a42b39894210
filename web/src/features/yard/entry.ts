import type { CombItem, HivePage, PlannedDay, RunItem, RunSeen, VisitEntry } from "../../api/types";
import { nowHere, zoneMinutes } from "../../lib/format";

/** A visit while it is written: what hangs in order, and what was seen on it. Nothing of the hive is reckoned here. */

export type Contents = NonNullable<CombItem["contents"]>;
export const CONTENTS: readonly Contents[] = ["brood", "pollen", "nectar", "honey", "empty"];
export type Side = "to-you" | "away";
export type Mark = NonNullable<VisitEntry["marks"]>[number];

export interface Draft {
  /** The runs as they were found, and as they hang now. */
  found: RunSeen[];
  now: RunSeen[];
  marks: Record<string, Mark>;
  rest: Omit<VisitEntry, "at" | "found" | "left" | "marks">;
  at: string;
}

/** A visit that begins with the hive as it was left. */
export function begun(page: HivePage): Draft {
  return { found: page.stands, now: page.stands, marks: {}, rest: { planned: false }, at: nowHere() };
}

/** A visit that was refused, taken up again. */
export function takenUp(entry: VisitEntry, page: HivePage): Draft {
  const { at, found, left, marks, ...rest } = entry;
  const first = found && found.length > 0 ? found : page.stands;
  const now = first.map((run) => left?.find((each) => each.chamber === run.chamber) ?? run);
  return { found: first, now, marks: Object.fromEntries((marks ?? []).map((each) => [each.comb, each])), rest, at };
}

export function isComb(item: RunItem): item is CombItem {
  return item.kind === "comb";
}

function eachComb(runs: RunSeen[], change: (comb: CombItem) => CombItem): RunSeen[] {
  return runs.map((run) => ({ ...run, items: run.items.map((item) => (isComb(item) ? change(item) : item)) }));
}

/** What lies on a side of a comb. */
export function lies(draft: Draft, comb: CombItem, side: Side): Contents {
  const near = comb.contents ?? "empty";
  return side === "away" ? (draft.marks[comb.id ?? ""]?.away ?? near) : near;
}

/** The draft with other contents on one side of a comb, or on both. */
export function filled(draft: Draft, comb: CombItem, contents: Contents, side: Side | "both"): Draft {
  const id = comb.id ?? "";
  const near = side === "away" ? (comb.contents ?? "empty") : contents;
  const away = side === "to-you" ? lies(draft, comb, "away") : contents;
  const put = (each: CombItem) => (each.id === id ? { ...each, contents: near } : each);
  const mark = { ...(draft.marks[id] ?? { comb: id }), away: away === near ? null : away };
  return {
    ...draft,
    found: eachComb(draft.found, put),
    now: eachComb(draft.now, put),
    marks: { ...draft.marks, [id]: mark },
  };
}

/** The draft with something else said of a comb. */
export function marked(draft: Draft, comb: string, said: Partial<Mark>): Draft {
  return { ...draft, marks: { ...draft.marks, [comb]: { ...(draft.marks[comb] ?? { comb }), ...said } } };
}

/** What the plan says of the day of a visit, as it lies on the device; nothing where it says nothing. */
export function planOf(page: HivePage, draft: Draft): PlannedDay | null {
  const day = draft.at.slice(0, "2026-05-26".length);
  return page.planned.findLast((each) => each.day <= day) ?? null;
}

/** The draft begun by what the plan says of its day. */
export function asPlanned(draft: Draft, planned: PlannedDay): Draft {
  const put = (comb: CombItem) => ({
    ...comb,
    contents: planned.contents[comb.id ?? ""] ?? comb.contents ?? "empty",
  });
  return {
    ...draft,
    found: eachComb(draft.found, put),
    now: eachComb(draft.now, put),
    marks: {},
    rest: { ...draft.rest, planned: true },
  };
}

/** A comb put in behind another item of the run, of the kind that hangs nearest. */
export function added(draft: Draft, chamber: string, at: number): Draft {
  return rehung(draft, chamber, (items) => {
    const before = [...items.slice(0, at)].reverse().find(isComb) ?? items.find(isComb);
    if (!before) return items;
    const taken = new Set(draft.now.flatMap((run) => run.items.map((item) => item.id)));
    let id = `n${crypto.randomUUID().slice(0, 8)}`;
    while (taken.has(id)) id = `n${crypto.randomUUID().slice(0, 8)}`;
    return [...items.slice(0, at), { ...before, id, contents: "empty" }, ...items.slice(at)];
  });
}

/** A comb taken out. */
export function takenOut(draft: Draft, chamber: string, comb: string): Draft {
  return rehung(draft, chamber, (items) => items.filter((item) => item.id !== comb));
}

/** An item moved past its neighbour, outward or back. */
export function moved(draft: Draft, chamber: string, at: number, to: number): Draft {
  return rehung(draft, chamber, (items) => {
    const item = items[at];
    if (!item || to < 0 || to >= items.length) return items;
    const others = items.filter((each) => each !== item);
    return [...others.slice(0, to), item, ...others.slice(to)];
  });
}

/** A follower dragged to a place of its run. */
export function followerTo(draft: Draft, chamber: string, side: "near" | "far", to: number): Draft {
  const run = draft.now.find((each) => each.chamber === chamber);
  const at = run?.items.findIndex((item) => item.kind === "follower" && item.side === side) ?? -1;
  return at < 0 || at === to ? draft : moved(draft, chamber, at, to);
}

function rehung(draft: Draft, chamber: string, change: (items: RunItem[]) => RunItem[]): Draft {
  return {
    ...draft,
    now: draft.now.map((run) => (run.chamber === chamber ? { ...run, items: change(run.items) } : run)),
  };
}

/** The entry as it is sent. */
export function written(draft: Draft): VisitEntry {
  const order = (run: RunSeen) => run.items.map((item) => item.id).join(" ");
  const left = draft.now.filter((run) => {
    const was = draft.found.find((each) => each.chamber === run.chamber);
    return !was || order(was) !== order(run);
  });
  const marks = Object.values(draft.marks).filter(
    (mark) => mark.away ?? (mark.crossed || mark.drone || mark.queen || mark.queen_cells),
  );
  return { ...draft.rest, at: draft.at, zone_minutes: zoneMinutes(), found: draft.found, left, marks };
}
