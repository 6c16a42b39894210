import { createStore, del, entries, set } from "idb-keyval";
import { useSyncExternalStore } from "react";
import { answered, client, RefusedError } from "../../api/client";
import type { VisitEntry } from "../../api/types";

/**
 * Visits that wait on this device to be sent. Each has a name of its own from the moment it is written, so that it is
 * kept once however often it is sent; they go in the order in which they were written.
 */
export interface Waiting {
  id: string;
  hive: string;
  name: string;
  entry: VisitEntry;
  written: string;
  /** Why the server refused it; it then waits to be mended, and those behind it go on. */
  refused: string | null;
}

export type Sending = "idle" | "sending" | "no-network" | "signed-out";

interface Queue {
  waiting: readonly Waiting[];
  sending: Sending;
  /** Whether the device keeps what waits when the page is closed. */
  onDevice: boolean;
}

const AGAIN_MS = 15_000;
const store = createStore("sabaka-yard", "waiting");
let queue: Queue = { waiting: [], sending: "idle", onDevice: true };
const heard = new Set<() => void>();
const sent = new Set<() => void>();
let read: Promise<void> | null = null;
let again: ReturnType<typeof setTimeout> | null = null;

function say(change: Partial<Queue>): void {
  queue = { ...queue, ...change };
  for (const tell of heard) tell();
}

async function put(waiting: Waiting): Promise<void> {
  try {
    await set(waiting.id, waiting, store);
  } catch {
    say({ onDevice: false });
  }
  const others = queue.waiting.filter((each) => each.id !== waiting.id);
  say({ waiting: [...others, waiting].sort((a, b) => a.written.localeCompare(b.written)) });
}

async function drop(id: string): Promise<void> {
  await del(id, store).catch(() => undefined);
  say({ waiting: queue.waiting.filter((each) => each.id !== id) });
}

/** What was left on the device before this page was opened. */
function fromDevice(): Promise<void> {
  read ??= entries<string, Waiting>(store).then(
    (found) => {
      const known = new Set(queue.waiting.map((each) => each.id));
      const left = found.map(([, each]) => each).filter((each) => !known.has(each.id));
      say({ waiting: [...left, ...queue.waiting].sort((a, b) => a.written.localeCompare(b.written)) });
    },
    () => {
      say({ onDevice: false });
    },
  );
  return read;
}

/** Puts a visit into the queue and tries to send it. */
export async function keepVisit(visit: Waiting): Promise<void> {
  await put(visit);
  void send();
}

/** Takes a visit out of the queue, to be written anew or not at all. */
export async function giveUp(id: string): Promise<void> {
  await drop(id);
}

/** Sends what waits, the oldest first; one that is refused stays, the others go on. */
export async function send(): Promise<void> {
  await fromDevice();
  if (queue.sending === "sending") return;
  if (again) clearTimeout(again);
  say({ sending: "sending" });
  for (const visit of queue.waiting.filter((each) => each.refused === null)) {
    const became = await sendOne(visit);
    if (became !== "idle") {
      say({ sending: became });
      again = setTimeout(() => void send(), AGAIN_MS);
      return;
    }
  }
  say({ sending: "idle" });
  // What was written meanwhile goes as well.
  if (queue.waiting.some((each) => each.refused === null)) void send();
}

async function sendOne(visit: Waiting): Promise<Sending> {
  try {
    await answered(
      client.PUT("/api/hives/{ident}/visits/{visit}", {
        params: { path: { ident: visit.hive, visit: visit.id } },
        body: visit.entry,
      }),
    );
  } catch (error) {
    if (!(error instanceof RefusedError)) return "no-network";
    if (error.status === 401 || error.status === 403) return "signed-out";
    await put({ ...visit, refused: error.message });
    return "idle";
  }
  await drop(visit.id);
  for (const tell of sent) tell();
  return "idle";
}

/** Hears of every visit that the server has kept. */
export function onSent(tell: () => void): () => void {
  sent.add(tell);
  return () => sent.delete(tell);
}

function subscribe(tell: () => void): () => void {
  heard.add(tell);
  void fromDevice();
  return () => heard.delete(tell);
}

/** What waits, and what is being done about it. */
export function useQueue(): Queue {
  return useSyncExternalStore(subscribe, () => queue);
}

window.addEventListener("online", () => void send());
