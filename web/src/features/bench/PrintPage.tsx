import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { askChapter, openDesign } from "../../api/queries";
import type { Drawing, EditOut, Report } from "../../api/types";
import { Numbers } from "../../drawing/Numbers";
import { Sheet } from "../../drawing/Sheet";
import { sentence } from "../../lib/format";
import { inOrder } from "./useLooked";
import { useRead } from "../../lib/reading";
import { useSettings } from "../../lib/settings";
import { Legend } from "./Legend";
import { PRINTED } from "./asks";
import { PrintedFindings, PrintedNumbers } from "./Printed";
import { StepPage } from "./StepPage";
import { STEPS, stepOf, wayTo, type BenchStep } from "./steps";
import { firstReport } from "./useBench";

/** What the page of a step is made of: the first page tells of the hive as a whole, the others of their study. */
async function load(id: string, step: BenchStep) {
  const design = await openDesign(id);
  const study = STEPS.find(({ path }) => path === step)?.study ?? "shape";
  if (study === "shape") return { design, first: await firstReport(design.document, PRINTED), chapter: null } as const;
  return { design, first: null, chapter: await askChapter(design.document, study) } as const;
}

/** Pages of paper: the hive to hang in the shed, or what any other step shows. */
export function PrintPage() {
  const { id = "", step: asked } = useParams();
  const step = stepOf(asked) ?? "shape";
  const opened = useQuery({ queryKey: ["print", id, step], queryFn: () => load(id, step), gcTime: 0 });
  const navigate = useNavigate();
  const { theme } = useSettings();

  // Paper is white, whatever the screen is set to.
  useEffect(() => {
    document.documentElement.dataset["theme"] = "sheet";
    return () => {
      document.documentElement.dataset["theme"] = theme;
    };
  }, [theme]);

  if (opened.isPending) return <p className="p-8">Opening …</p>;
  if (opened.isError)
    return (
      <p role="alert" className="p-8">
        This hive can’t be printed: {opened.error.message}
      </p>
    );
  const { design, first, chapter } = opened.data;
  return (
    <div className="min-h-screen bg-base-300 py-6 print:bg-white print:py-0">
      <div className="no-print mx-auto mb-4 flex w-[186mm] max-w-full flex-wrap items-center gap-4 max-sm:px-4">
        <button
          type="button"
          className="btn btn-neutral"
          onClick={() => {
            print();
          }}
        >
          Print this page
        </button>
        <span className="flex items-center gap-2">
          of
          <select
            aria-label="Step"
            className="select select-sm w-32 shrink-0"
            value={step}
            onChange={(event) => void navigate(`/hive/${id}/print/${event.target.value}`, { replace: true })}
          >
            {STEPS.map(({ name, path }) =>
              stepOf(path) ? (
                <option key={path} value={path}>
                  {name}
                </option>
              ) : null,
            )}
          </select>
        </span>
        <Link className="underline underline-offset-4" to={wayTo(id, step)}>
          Back to the bench
        </Link>
        <span className="soft">As kept in revision {design.revision}</span>
      </div>
      {first ? <ShedPage first={first} revision={design.revision} /> : null}
      {chapter ? <StepPage chapter={chapter} step={step} name={design.name} revision={design.revision} /> : null}
    </div>
  );
}

/** One A4 page: the hive across and along, its run, its numbers, what to mend. */
function ShedPage({ first, revision }: { first: EditOut; revision: number }) {
  const { reading } = useSettings();
  const { document } = first;
  const report = useRead<Report>()(first.report);
  const { shape, combs, run } = report.chapters;
  const metrics = shape?.metrics ?? {};
  const findings = inOrder([shape, combs, run].flatMap((chapter) => chapter?.findings ?? []));
  return (
    <main
      className="mx-auto w-[186mm] bg-base-100 p-[6mm] print:bg-white text-[3.4mm] leading-snug print:p-0"
      data-testid="page"
    >
      <header className="mb-2 flex items-baseline gap-3 border-b border-base-content pb-1">
        <h1 className="text-2xl">{document.name}</h1>
        <p className="grow">{sentence(report.summary, reading)}</p>
        <p className="soft">Sabaka, revision {revision}</p>
      </header>
      <Plate drawing={shape?.drawings["section"]} className="h-[88mm]" />
      <Plate drawing={shape?.drawings["along"]} className="h-[54mm]" />
      <Plate drawing={run?.drawings["rod"]} className="h-[26mm]" stretch />
      <Legend />
      <div className="mt-2 grid grid-cols-2 gap-6">
        <section>
          <h2 className="border-b border-base-content text-base">Reads</h2>
          <PrintedNumbers metrics={Object.values(metrics).filter((metric) => metric.headline)} />
        </section>
        <section>
          <PrintedFindings findings={findings} />
          {document.notes ? (
            <>
              <h2 className="mt-2 border-b border-base-content text-base">Notes</h2>
              <p className="whitespace-pre-wrap">{document.notes}</p>
            </>
          ) : null}
        </section>
      </div>
      <p className="mt-2 border-t border-base-content pt-1 text-[2.9mm]">{metrics["section.bevel_deg"]?.caution}</p>
    </main>
  );
}

interface PlateProps {
  drawing: Drawing | undefined;
  className: string;
  stretch?: boolean;
}

function Plate({ drawing, className, stretch = false }: PlateProps) {
  if (!drawing) return null;
  return (
    <Sheet
      drawing={drawing}
      stretch={stretch}
      className={className}
      overlay={(t) => <Numbers drawing={drawing} t={t} />}
    />
  );
}
