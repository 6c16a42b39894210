/** This tab's own name, and which other tabs are open: each holds a lock of its name for as long as it lives. */

const START = "sabaka.tab.";
// Browsers keep locks for pages that came over a safe connection only.
const locks = (globalThis as { navigator?: { locks?: LockManager } }).navigator?.locks;

export const TAB = newName();

void locks?.request(`${START}${TAB}`, () => new Promise(() => undefined)).catch(() => undefined);

/** Names of the tabs that are open now; none are known where the browser has no locks. */
export async function openTabs(): Promise<Set<string>> {
  const held = (await locks?.query())?.held ?? [];
  return new Set(held.flatMap(({ name }) => (name?.startsWith(START) ? [name.slice(START.length)] : [])));
}

/** A name that no other has. */
export function newName(): string {
  const parts = crypto.getRandomValues(new Uint32Array(3));
  return [...parts].map((part) => part.toString(36)).join("");
}
