import { CompareTab } from "./CompareTab";
import { ReadTab } from "./ReadTab";
import { RevisionsTab } from "./RevisionsTab";
import { RunTab } from "./RunTab";
import { SetTab } from "./SetTab";
import type { Bench } from "./useBench";

export type LedgerTab = "read" | "set" | "run" | "compare" | "kept";

const TABS: readonly (readonly [LedgerTab, string])[] = [
  ["read", "Read"],
  ["set", "Set"],
  ["run", "Run"],
  ["compare", "Compare"],
  ["kept", "Kept"],
];

interface LedgerProps {
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
}: LedgerProps) {
  return (
    <aside aria-label="Ledger" className="flex min-h-0 flex-col bg-base-200">
      <div role="tablist" aria-label="Ledger" className="no-print flex border-b border-[var(--line)] px-4">
        {TABS.map(([name, words]) => (
          <button
            key={name}
            type="button"
            role="tab"
            id={`tab-${name}`}
            aria-selected={tab === name}
            aria-controls="ledger-panel"
            className={`min-h-9 border-b-2 px-2
              ${tab === name ? "border-base-content font-semibold" : "soft border-transparent"}`}
            onClick={() => {
              onTab(name);
            }}
          >
            {words}
          </button>
        ))}
      </div>
      <div
        id="ledger-panel"
        role="tabpanel"
        aria-labelledby={`tab-${tab}`}
        tabIndex={0}
        className="min-h-0 grow overflow-auto px-4 py-3"
      >
        {tab === "read" ? <ReadTab bench={bench} pointed={pointed} onPoint={onPoint} /> : null}
        {tab === "set" ? <SetTab bench={bench} /> : null}
        {tab === "run" ? <RunTab bench={bench} chosen={chosen} onChoose={onChoose} /> : null}
        {tab === "compare" ? <CompareTab id={id} bench={bench} /> : null}
        {tab === "kept" ? <RevisionsTab id={id} revision={revision} onBringBack={onBringBack} /> : null}
      </div>
    </aside>
  );
}
