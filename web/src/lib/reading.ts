import { useCallback } from "react";
import { toldIn } from "./format";
import { useSettings } from "./settings";

/** Puts the amounts in an answer’s sentences into the keeper’s measure and locale; for the “select” of a query. */
export function useRead<T>(): (answer: T) => T {
  const { reading } = useSettings();
  return useCallback((answer: T) => toldIn(answer, reading), [reading]);
}
