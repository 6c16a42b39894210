import { del, get, set } from "idb-keyval";
import { passes, RefusedError } from "./client";

/** Something that came from the server, or that lies on the device since then. */
export interface Kept<T> {
  page: T;
  fetched: string;
  onDevice: boolean;
}

/** What is fetched, kept on the device; without a network, or with the server in trouble, what was kept before. */
export async function kept<T>(name: string, fetched: () => Promise<T>): Promise<Kept<T>> {
  try {
    const page = await fetched();
    return await keep(name, page);
  } catch (error) {
    if (!passes(error) && !(error instanceof RefusedError && error.status === 401)) {
      await del(name).catch(() => undefined);
      throw error;
    }
    const there = await get<Kept<T>>(name).catch(() => undefined);
    if (!there) throw error;
    return { ...there, onDevice: true };
  }
}

/** Puts something on the device under its name, in place of what lay there. */
export async function keep<T>(name: string, page: T): Promise<Kept<T>> {
  const now: Kept<T> = { page, fetched: new Date().toISOString(), onDevice: false };
  await set(name, now).catch(() => undefined);
  return now;
}
