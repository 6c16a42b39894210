import { useEffect, useSyncExternalStore } from "react";
import { fromDevice, ontoDevice } from "./device";

/**
 * Keys that do something without a pointer. Each page says its own; the list of them (`?`) is what is said just now, so
 * that it can’t name a key that does nothing.
 */
export interface Key {
  /** As the keyboard gives it: a letter, a digit, “?”. */
  press: string;
  words: string;
  run: () => void;
  /** With Ctrl, or ⌘ where there is one. */
  held?: boolean;
  shift?: boolean;
}

interface Group {
  where: string;
  keys: readonly Key[];
}

const OFF = "sabaka.keys-off";
let groups: readonly Group[] = [];
let off = fromDevice(OFF) === "1";
const heard = new Set<() => void>();

function say(): void {
  for (const tell of heard) tell();
}

function hear(tell: () => void): () => void {
  heard.add(tell);
  return () => {
    heard.delete(tell);
  };
}

/** Says which keys do what while this is shown. */
export function useKeys(where: string, keys: readonly Key[]): void {
  useEffect(() => {
    const group = { where, keys };
    groups = [...groups, group];
    say();
    return () => {
      groups = groups.filter((each) => each !== group);
      say();
    };
  }, [where, keys]);
}

export function useKeyGroups(): readonly Group[] {
  return useSyncExternalStore(hear, () => groups);
}

/** Whether keys pressed alone do nothing: for those who speak to their machine, or press by mistake. */
export function useKeysOff(): [boolean, (next: boolean) => void] {
  const now = useSyncExternalStore(hear, () => off);
  const set = (next: boolean) => {
    off = next;
    ontoDevice(OFF, next ? "1" : "0");
    say();
  };
  return [now, set];
}

/** What a key is written as: Ctrl Shift Z. */
export function keyName({ press, held = false, shift = false }: Key): string {
  return [held ? "Ctrl" : "", shift ? "Shift" : "", press.toUpperCase()].filter(Boolean).join(" ");
}

const TYPED_IN = "input:not([type=checkbox]):not([type=radio]), textarea, select, [contenteditable]";

/** Does what a key is said to do; nothing while something is typed, or a dialog is open. */
export function onKey(event: KeyboardEvent): void {
  const at = event.target instanceof Element ? event.target : null;
  if (event.altKey || event.defaultPrevented || at?.closest(TYPED_IN)) return;
  const held = event.ctrlKey || event.metaKey;
  if (!held && (off || document.querySelector("[role=dialog]"))) return;
  const press = event.key.toLowerCase();
  const letter = /^[a-z]$/.test(press);
  const keys = groups.flatMap((group) => group.keys);
  const found = keys.find(
    (key) =>
      key.press === press && (key.held ?? false) === held && (!letter || (key.shift ?? false) === event.shiftKey),
  );
  if (!found) return;
  event.preventDefault();
  found.run();
}
