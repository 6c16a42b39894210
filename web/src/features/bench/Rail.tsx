import type { Report } from "../../api/types";

const STEPS = ["Brief", "Shape", "Combs", "Run", "Season", "Move in", "Lift", "Winter", "Build", "Yard"] as const;
const FINISHED = new Set<string>(["Shape"]);

/** The steps of the work in their order, ticked like a rule. Only finished ones can be entered. */
export function Rail({ report }: { report: Report }) {
  const wanting = report.findings.filter((finding) => finding.severity !== "note");
  const grave = wanting.some((finding) => finding.severity === "error");
  return (
    <nav aria-label="Steps" className="no-print overflow-x-auto border-base-content bg-base-300 max-md:border-b md:border-r">
      <ol className="flex md:block md:py-2.5">
        {STEPS.map((step) => {
          const here = FINISHED.has(step);
          return (
            <li
              key={step}
              className={`flex h-11 shrink-0 items-center gap-1.5 max-md:px-3 ${here ? "bg-neutral text-neutral-content" : "soft"}`}
            >
              <span aria-hidden="true" className={`h-px w-3 max-md:hidden ${here ? "bg-neutral-content" : "bg-base-content"}`} />
              {here ? (
                <a href="#sheet" aria-current="step" className="font-semibold">
                  {step}
                </a>
              ) : (
                <span aria-disabled="true" title={`${step} is still to be built`}>{step}</span>
              )}
              {here && wanting.length > 0 ? (
                <span className={`rounded-sm px-1 text-xs font-semibold text-base-100 ${grave ? "bg-error" : "bg-primary"}`} title={`${String(wanting.length)} to mend`}>
                  {wanting.length}
                </span>
              ) : null}
            </li>
          );
        })}
      </ol>
    </nav>
  );
}
