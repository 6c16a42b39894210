import { createStore, del, entries, set } from "idb-keyval";
import { useSyncExternalStore } from "react";
import { answered, client, passes, RefusedError } from "../../api/client";
import { signedInAs } from "../../api/queries";
import type { VisitEntry } from "../../api/types";

/**
 * Visits that wait on this device to be sent, and their photos. Each has a name of its own from the moment it is
 * written, so that it is kept once however often it is sent; they go in the order in which they were written.
 */
interface Written {
  id: string;
  hive: string;
  /** Who wrote it: only he sends it. */
  by: string;
  written: string;
  /** Why the server refused it; it then waits to be mended, and those behind it go on. */
  refused: string | null;
}

export interface Waiting extends Written {
  name: string;
  entry: VisitEntry;
}

export interface WaitingPhoto extends Written {
  visit: string;
  picture: Blob;
}

export type Sending = "idle" | "sending" | "no-network" | "signed-out";

interface Queue {
  waiting: readonly Waiting[];
  photos: readonly WaitingPhoto[];
  sending: Sending;
  /** Whether the device keeps what waits when the page is closed. */
  onDevice: boolean;
}

const AGAIN_MS = 15_000;
const stores = { waiting: createStore("sabaka-yard", "waiting"), photos: createStore("sabaka-photos", "waiting") };
type Kind = keyof typeof stores;
type Of<K extends Kind> = Queue[K][number];

let queue: Queue = { waiting: [], photos: [], sending: "idle", onDevice: true };
const heard = new Set<() => void>();
const sent = new Set<() => void>();
let read: Promise<void> | null = null;
let again: ReturnType<typeof setTimeout> | null = null;

function say(change: Partial<Queue>): void {
  queue = { ...queue, ...change };
  for (const tell of heard) tell();
}

function inOrder<T extends Written>(list: readonly T[]): T[] {
  return [...list].sort((a, b) => a.written.localeCompare(b.written));
}

/** Said at once, so that nothing is called sent while it is still being written onto the device. */
async function put<K extends Kind>(kind: K, one: Of<K>): Promise<void> {
  const others = (queue[kind] as readonly Written[]).filter((each) => each.id !== one.id);
  say({ [kind]: inOrder([...others, one]) });
  try {
    await set(one.id, one, stores[kind]);
  } catch {
    say({ onDevice: false });
  }
}

async function drop(kind: Kind, id: string): Promise<void> {
  say({ [kind]: (queue[kind] as readonly Written[]).filter((each) => each.id !== id) });
  await del(id, stores[kind]).catch(() => undefined);
}

/** What was left on the device before this page was opened. */
function fromDevice(): Promise<void> {
  read ??= Promise.all([left("waiting"), left("photos")]).then(
    () => undefined,
    () => {
      say({ onDevice: false });
    },
  );
  return read;
}

async function left(kind: Kind): Promise<void> {
  const found = await entries<string, Written>(stores[kind]);
  const known = new Set(queue[kind].map((each) => each.id));
  const there = found.map(([, each]) => each).filter((each) => !known.has(each.id));
  say({ [kind]: inOrder([...there, ...(queue[kind] as readonly Written[])]) });
}

/** Puts a visit into the queue, its photos with it, and tries to send them. */
export async function keepVisit(visit: Waiting, photos: readonly WaitingPhoto[] = []): Promise<void> {
  await Promise.all([put("waiting", visit), ...photos.map((photo) => put("photos", photo))]);
  void send();
}

/** Takes a visit out of the queue, to be written anew or not at all; its photos go with it. */
export async function giveUp(id: string): Promise<void> {
  const photos = queue.photos.filter((each) => each.visit === id);
  await Promise.all([drop("waiting", id), ...photos.map((photo) => drop("photos", photo.id))]);
}

/** Takes a visit out of the queue that is written anew under another name; its photos stay, and go with that one. */
export async function replace(id: string, by: Waiting): Promise<void> {
  const photos = queue.photos.filter((each) => each.visit === id);
  await Promise.all([drop("waiting", id), ...photos.map((photo) => put("photos", { ...photo, visit: by.id }))]);
}

/** Takes a photo out of the queue. */
export function dropWaitingPhoto(id: string): Promise<void> {
  return drop("photos", id);
}

/** Whether somebody else wrote it, who has to be signed in to send it. */
export function isAnothers(one: { by: string }): boolean {
  return one.by !== "" && one.by !== signedInAs();
}

function ready<T extends Written>(list: readonly T[]): T[] {
  return list.filter((each) => each.refused === null && !isAnothers(each));
}

/** Sends what waits, the oldest first; one that is refused stays, the others go on. */
export async function send(): Promise<void> {
  await fromDevice();
  if (queue.sending === "sending") return;
  if (again) clearTimeout(again);
  say({ sending: "sending" });
  const became = (await eachOf(ready(queue.waiting), sendVisit)) ?? (await eachOf(sendable(), sendPhoto));
  if (became) {
    say({ sending: became });
    again = setTimeout(() => void send(), AGAIN_MS);
    return;
  }
  say({ sending: "idle" });
  // What was written meanwhile goes as well.
  if (ready(queue.waiting).length > 0 || sendable().length > 0) void send();
}

async function eachOf<T>(list: T[], one: (each: T) => Promise<Sending>): Promise<Sending | null> {
  for (const each of list) {
    const became = await one(each);
    if (became !== "idle") return became;
  }
  return null;
}

/** Photos of visits that the server has. */
function sendable(): WaitingPhoto[] {
  return ready(queue.photos).filter((photo) => !queue.waiting.some((visit) => visit.id === photo.visit));
}

/** What became of a call: whether others may be tried, and what was refused, if it was. */
async function tried(call: Promise<unknown>): Promise<{ became: Sending; refused: string | null }> {
  try {
    await call;
  } catch (error) {
    if (passes(error) || !(error instanceof RefusedError)) return { became: "no-network", refused: null };
    if (error.status === 401 || error.status === 403) return { became: "signed-out", refused: null };
    return { became: "idle", refused: error.message };
  }
  return { became: "idle", refused: null };
}

async function sendVisit(visit: Waiting): Promise<Sending> {
  const path = { ident: visit.hive, visit: visit.id };
  const { became, refused } = await tried(
    answered(client.PUT("/api/hives/{ident}/visits/{visit}", { params: { path }, body: visit.entry })),
  );
  if (became !== "idle") return became;
  if (refused !== null) {
    await put("waiting", { ...visit, refused });
    return "idle";
  }
  await drop("waiting", visit.id);
  // Those that were refused since may have built on it.
  for (const other of queue.waiting.filter((each) => each.hive === visit.hive && each.refused !== null)) {
    if (other.entry.at >= visit.entry.at) await put("waiting", { ...other, refused: null });
  }
  for (const tell of sent) tell();
  return "idle";
}

async function sendPhoto(photo: WaitingPhoto): Promise<Sending> {
  const { became, refused } = await tried(
    answered(
      client.PUT("/api/hives/{ident}/visits/{visit}/photos/{photo}", {
        params: { path: { ident: photo.hive, visit: photo.visit, photo: photo.id } },
        body: photo.picture as unknown as never,
        bodySerializer: (body: unknown) => body as BodyInit,
        headers: { "Content-Type": "image/jpeg" },
      }),
    ),
  );
  if (became !== "idle") return became;
  if (refused !== null) {
    await put("photos", { ...photo, refused });
    return "idle";
  }
  await drop("photos", photo.id);
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
