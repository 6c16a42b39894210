import type { ReactNode } from "react";
import type { Chapter } from "../../api/types";
import { asked, sentence } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { DataTable } from "./DataTable";
import { FieldSet } from "./Fields";
import { FindingList } from "./Findings";
import { Helps } from "./Helps";
import { MetricGroups } from "./Metrics";
import { useAsked } from "./useAsked";
import type { Bench } from "./useBench";
import type { Studied } from "./useChapter";

/** What every step is given: the hive’s id, the bench it lies on, and what its study says. */
export interface StepProps extends Studied {
  id: string;
  /** What the step is called. */
  title: string;
  bench: Bench;
}

interface StepFrameProps extends Omit<StepProps, "bench"> {
  /** What is said while there is nothing yet. */
  waits: string;
  /** The sheet: what is drawn. */
  children: (chapter: Chapter) => ReactNode;
  /** The ledger. */
  ledger: (chapter: Chapter) => ReactNode;
}

/** One step of a study: heading, papers and what it can’t be worked out for over its sheet, the ledger beside it. */
export function StepFrame({ id, title, chapter, problem, waits, children, ledger }: StepFrameProps) {
  const { reading } = useSettings();
  return (
    <>
      <main id="sheet" className="flex min-h-0 flex-col overflow-auto bg-base-100 md:border-r md:border-base-content">
        <div className="px-5 pt-4">
          <h1 className="text-3xl leading-tight">{title}</h1>
          <p className="soft">{chapter ? sentence(chapter.lead, reading) : problem ? "" : waits}</p>
          <p className="no-print">
            {chapter?.papers.map((paper) => (
              <span key={paper.name} className="mr-4">
                <a
                  className="underline underline-offset-4"
                  href={`/api/designs/${id}/${paper.name}?${asked(reading)}`}
                  download
                >
                  {paper.label}
                </a>
                <span className="soft"> as it was last kept</span>
              </span>
            ))}
          </p>
          <p role="alert" className="font-medium text-error">
            {problem?.message}
          </p>
        </div>
        {chapter ? children(chapter) : null}
      </main>
      <aside aria-label="Ledger" className="flex min-h-0 flex-col bg-base-200">
        {chapter ? ledger(chapter) : null}
      </aside>
    </>
  );
}

/** What a ledger without tabs stands in. */
export function Page({ children }: { children: ReactNode }) {
  return <div className="min-h-0 grow overflow-auto px-4 py-3">{children}</div>;
}

/** The gravest first: what a study found wrong. One that the rail's badge or a link names is shown. */
export function ToMend({ chapter, bench, onAt }: { chapter: Chapter; bench: Bench; onAt?: (at: number) => void }) {
  const { finding: asked, seen } = useAsked();
  return (
    <section className="mb-3">
      <div className="flex items-baseline justify-between border-b border-[var(--line)]">
        <h2 className="text-lg">To mend</h2>
        <span className="soft">{chapter.findings.length}</span>
      </div>
      {chapter.findings.length === 0 ? <p className="py-1 text-accent">Nothing to mend.</p> : null}
      <FindingList findings={chapter.findings} bench={bench} onAt={onAt} pointed={asked} onPoint={seen} />
    </section>
  );
}

/** What a step of the bench itself has to mend, if it has to. */
export function StepFindings({ step, bench }: { step: string; bench: Bench }) {
  const { finding: asked, seen } = useAsked();
  const mine = bench.findings.filter((finding) => finding.step === step);
  if (mine.length === 0) return null;
  return (
    <section className="mb-3">
      <h2 className="border-b border-[var(--line)] text-lg">To mend</h2>
      <FindingList
        findings={mine}
        bench={bench}
        pointed={asked}
        onPoint={seen}
        waits={bench.looking && bench.unlooked === null}
      />
    </section>
  );
}

/** What every ledger of a study begins with: its numbers, what is wrong, what would help, its tables. */
export function ChapterLedger({ chapter, bench, helps }: { chapter: Chapter; bench: Bench; helps?: string }) {
  return (
    <>
      <ToMend chapter={chapter} bench={bench} />
      {helps ? <Helps title={helps} helps={chapter.helps} bench={bench} /> : null}
      <MetricGroups metrics={Object.values(chapter.metrics)} titled />
      <div className="mt-3">
        {chapter.tables.map((table) => (
          <DataTable key={table.key} table={table} />
        ))}
      </div>
    </>
  );
}

/** What can be set, what was assumed and what to mind. A group named for experts is folded. */
export function ChapterForms({ chapter, bench, folded }: { chapter: Chapter; bench: Bench; folded?: string }) {
  return (
    <>
      {chapter.forms.map((group) =>
        group.id === folded ? (
          <details key={group.id}>
            <summary className="named cursor-pointer text-base">For experts</summary>
            <p className="soft mb-1 text-xs">Every constant of the model, with its range and where it comes from.</p>
            <FieldSet group={group} bench={bench} />
          </details>
        ) : (
          <FieldSet key={group.id} group={group} bench={bench} />
        ),
      )}
      {chapter.notes.map((words) => (
        <p key={words} className="soft mt-1 text-xs">
          {words}
        </p>
      ))}
      {chapter.cautions.map((words) => (
        <p key={words} className="mt-1 text-xs text-error">
          {words}
        </p>
      ))}
    </>
  );
}
