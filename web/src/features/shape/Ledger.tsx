import { useEffect, useRef } from "react";
import { CompareTab } from "./CompareTab";
import { ReadTab } from "./ReadTab";
import { RevisionsTab } from "./RevisionsTab";
import { SetTab } from "./SetTab";
import { Tabs } from "../../ui/Tabs";
import { RunTab, type Bench } from "../bench";

export type LedgerTab = "read" | "set" | "run" | "compare" | "kept";

export interface LedgerProps {
  id: string;
  bench: Bench;
  revision: number;
  tab: LedgerTab;
  onTab: (tab: LedgerTab) => void;
  chosen: number | null;
  onChoose: (index: number | null) => void;
  pointed: string | null;
  onPoint: (finding: string | null) => void;
  onBringBack: (number: number) => Promise<boolean>;
  /** Whether the whole hive is looked at: then one thing of it is set. */
  whole?: boolean;
  /** What was taken hold of on the drawing. */
  thing?: string;
}

/** Beside the drawing: what it reads, what can be set, and what was kept. */
export function Ledger({
  id,
  bench,
  revision,
  tab,
  onTab,
  chosen,
  onChoose,
  pointed,
  onPoint,
  onBringBack,
  whole = false,
  thing = "",
}: LedgerProps) {
  const here = useRef<HTMLElement>(null);
  useEffect(() => {
    // Where the ledger lies below the drawing, as on a phone, it comes into sight.
    if (thing) here.current?.scrollIntoView({ block: "nearest" });
  }, [thing]);
  return (
    <aside ref={here} aria-label="Ledger" className="flex min-h-0 flex-col bg-base-200">
      <Tabs
        label="Ledger"
        at={tab}
        onAt={onTab}
        tabs={[
          { name: "read", title: "Read", panel: <ReadTab bench={bench} pointed={pointed} onPoint={onPoint} /> },
          { name: "set", title: "Set", panel: <SetTab bench={bench} whole={whole} /> },
          { name: "run", title: "Run", panel: <RunTab bench={bench} chosen={chosen} onChoose={onChoose} /> },
          { name: "compare", title: "Compare", panel: <CompareTab id={id} bench={bench} /> },
          {
            name: "kept",
            title: "Kept",
            panel: <RevisionsTab id={id} revision={revision} onBringBack={onBringBack} />,
          },
        ]}
      />
    </aside>
  );
}
