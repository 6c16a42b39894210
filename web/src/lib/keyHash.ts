import { hashKey, type QueryKey } from "@tanstack/react-query";

const known = new WeakMap<object, string>();

/**
 * What an answer is kept under. Designs stand in the keys of what is asked of them, and each is hashed once, not at
 * each keystroke by everything that looks at it: what is put into a key is never changed in place.
 */
export function keyHash(key: QueryKey): string {
  return key.map((part) => (typeof part === "object" && part !== null ? once(part) : hashKey([part]))).join(" ");
}

function once(part: object): string {
  const hash = known.get(part) ?? hashKey([part]);
  known.set(part, hash);
  return hash;
}
