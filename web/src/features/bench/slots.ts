import type { Hive } from "../../api/types";
import { fromDevice, keysOnDevice, offDevice, ontoDevice } from "../../lib/device";
import { openTabs, TAB } from "../../lib/tab";

/** Work that hasn't reached the server, and names of saves on their way whose answers haven't come. */
export interface Unsaved {
  base: number;
  document: Hive;
  label: string;
  unanswered: string[];
  at: number;
}

/** Unsaved work that a tab left, with the slot it lies in. */
export interface Left {
  slot: string;
  work: Unsaved;
}

const START = "sabaka.unsaved.";
const slotOf = (id: string, tab: string) => `${START}${id}.${tab}`;

/** Keeps unsaved work on this device, in the slot of this tab and design; false when the device refuses. */
export function stash(id: string, work: Unsaved): boolean {
  return ontoDevice(slotOf(id, TAB), JSON.stringify(work));
}

export function unstash(id: string): void {
  offDevice(slotOf(id, TAB));
}

export function dropSlot(slot: string): void {
  offDevice(slot);
}

/** Work on a design that tabs left behind and never sent, the newest last; what open tabs hold is theirs. */
export async function leftWork(id: string): Promise<Left[]> {
  const alive = await openTabs();
  return leftIn(id, keysOnDevice(`${START}${id}`), alive, fromDevice);
}

/** The same from slots and a reader of them. */
export function leftIn(id: string, slots: string[], alive: Set<string>, read: (slot: string) => string | null): Left[] {
  return slots
    .filter((slot) => slot === `${START}${id}` || slot.startsWith(slotOf(id, "")))
    .filter((slot) => !alive.has(slot.slice(slotOf(id, "").length)))
    .flatMap((slot) => {
      const work = parsed(read(slot));
      return work ? [{ slot, work }] : [];
    })
    .sort((one, other) => (one.work.at < other.work.at ? -1 : 1));
}

function parsed(text: string | null): Unsaved | null {
  if (!text) return null;
  try {
    const raw: unknown = JSON.parse(text);
    if (typeof raw !== "object" || raw === null || !("document" in raw) || !("base" in raw)) return null;
    // Slots of before had neither a time nor names of saves.
    return { label: "", unanswered: [], at: 0, ...(raw as Pick<Unsaved, "base" | "document">) };
  } catch {
    return null;
  }
}
