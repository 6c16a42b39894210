import { useMemo } from "react";
import { useOverlapsOf } from "../../api/queries";
import type { EditOut, Finding, Hive } from "../../api/types";

export interface Looked {
  /** What the rules say together with parts that lie in each other, with the mends that hold. */
  findings: Finding[];
  /** Whether the parts are still being looked at: till then nothing is right, and no mend is tried out. */
  looking: boolean;
  /** Why they could not be looked at, if so. */
  unlooked: string | null;
}

const GRAVEST_FIRST: Finding["severity"][] = ["error", "warning", "note"];

/** The findings of a design once its solids were looked at, which takes longer than the rules do. */
export function useOverlaps(document: Hive, found: Finding[], held: EditOut["held"], settled: boolean): Looked {
  const mends = useMemo(() => found.flatMap((finding) => finding.mends), [found]);
  const { data: seen, error } = useOverlapsOf(
    document,
    mends.map((mend) => mend.patch),
    held,
    settled,
  );
  return useMemo(() => {
    if (!settled || !seen) return { findings: found, looking: true, unlooked: settled && error ? error.message : null };
    const held = new Set(mends.filter((_, index) => seen.holds[index]));
    const kept = found.map((finding) => ({ ...finding, mends: finding.mends.filter((mend) => held.has(mend)) }));
    const all = [...kept, ...seen.findings];
    return {
      findings: GRAVEST_FIRST.flatMap((gravity) => all.filter((finding) => finding.severity === gravity)),
      looking: false,
      unlooked: null,
    };
  }, [error, found, mends, seen, settled]);
}
