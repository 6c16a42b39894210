import { useCallback } from "react";
import { toldIn } from "./format";
import { useSettings } from "./settings";

/** Puts the amounts that stand in an answer's sentences into the keeper's units; for the “select” of a query. */
export function useRead<T>(): (answer: T) => T {
  const { units } = useSettings();
  return useCallback((answer: T) => toldIn(answer, units), [units]);
}
