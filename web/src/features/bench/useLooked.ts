import { useMemo } from "react";
import { useFound } from "../../api/queries";
import type { Finding, Report } from "../../api/types";
import type { Kept } from "./state";

export interface Looked {
  /** What is wrong with chamber, combs and run, with the mends that were tried. */
  findings: Finding[];
  /** Whether the parts are still being looked at: till then nothing is right, and no mend is tried out. */
  looking: boolean;
  /** Why they could not be looked at, if so. */
  unlooked: string | null;
}

const GRAVEST_FIRST: Finding["severity"][] = ["error", "warning", "note"];

/**
 * The findings of a design once its solids were looked at and its mends were tried, which takes longer than the rules
 * do. Till then those of the rules stand, with the mends of before, which can't be clicked.
 */
export function useLooked({ document, held }: Kept, { box, chapters }: Report, settled: boolean): Looked {
  const { data, error, isPlaceholderData } = useFound(document, held, box, settled);
  return useMemo(() => {
    const quick = inOrder(Object.values(chapters).flatMap((chapter) => chapter.findings));
    if (settled && data && !isPlaceholderData) return { findings: inOrder(data), looking: false, unlooked: null };
    const before = new Map(data?.map((finding) => [finding.id, finding.mends]));
    const findings = quick.map((finding) => ({ ...finding, mends: before.get(finding.id) ?? [] }));
    return { findings, looking: true, unlooked: settled && error ? error.message : null };
  }, [chapters, data, error, isPlaceholderData, settled]);
}

/** Findings with the gravest first. */
export function inOrder(findings: Finding[]): Finding[] {
  return GRAVEST_FIRST.flatMap((gravity) => findings.filter((finding) => finding.severity === gravity));
}
