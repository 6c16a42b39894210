import { useState } from "react";
import { useSearchParams } from "react-router";

/** The finding that a badge or link asked for, and what to call once something else is looked at. */
export function useAsked(): { finding: string | null; seen: () => void } {
  const [asked, setAsked] = useSearchParams();
  return {
    finding: asked.get("finding"),
    seen: () => {
      if (asked.has("finding")) setAsked({}, { replace: true });
    },
  };
}

/** Calls ``show`` once for each finding that is asked for. */
export function useShown(show: (finding: string) => void): void {
  const { finding } = useAsked();
  const [shown, setShown] = useState<string | null>(null);
  if (finding === shown) return;
  setShown(finding);
  if (finding) show(finding);
}

/** The tab of a ledger; a finding that is asked for is on the first. */
export function useLedgerTab<Name extends string>(first: Name): [Name, (name: Name) => void] {
  const [tab, setTab] = useState(first);
  useShown(() => {
    setTab(first);
  });
  return [tab, setTab];
}
