import { Link } from "react-router";
import type { Finding } from "../../api/types";

const STEPS = ["Brief", "Shape", "Combs", "Run", "Season", "Move in", "Lift", "Winter", "Build", "Yard"] as const;

const BEGUN = new Set<string>(["Shape", "Combs", "Run", "Season", "Move in", "Lift", "Winter", "Build"]);

export type Step = "brief" | "shape" | "combs" | "run" | "season" | "move" | "lift" | "winter" | "build";

interface RailProps {
  /** The hive on the bench; none while it is still a brief. */
  id: string | null;
  step: Step;
  findings: Finding[];
}

/** The steps of the work in their order, ticked like a rule. Only finished ones can be entered. */
export function Rail({ id, step, findings }: RailProps) {
  const wanting = findings.filter((finding) => finding.severity !== "note");
  const grave = wanting.some((finding) => finding.severity === "error");
  const ways: Partial<Record<(typeof STEPS)[number], { step: Step; to: string }>> = {
    Brief: { step: "brief", to: "/brief" },
    ...(id
      ? {
          Shape: { step: "shape", to: `/hive/${id}/shape` },
          Combs: { step: "combs", to: `/hive/${id}/combs` },
          Run: { step: "run", to: `/hive/${id}/run` },
          Season: { step: "season", to: `/hive/${id}/season` },
          "Move in": { step: "move", to: `/hive/${id}/move` },
          Lift: { step: "lift", to: `/hive/${id}/lift` },
          Winter: { step: "winter", to: `/hive/${id}/winter` },
          Build: { step: "build", to: `/hive/${id}/build` },
        }
      : {}),
  };
  return (
    <nav
      aria-label="Steps"
      className="no-print overflow-x-auto border-base-content bg-base-300 max-md:border-b md:border-r"
    >
      <ol className="flex md:block md:py-2.5">
        {STEPS.map((name) => {
          const way = ways[name];
          const here = way?.step === step;
          return (
            <li
              key={name}
              className={`flex h-11 shrink-0 items-center gap-1.5 max-md:px-3
                ${here ? "bg-neutral text-neutral-content" : way ? "" : "soft"}`}
            >
              <span
                aria-hidden="true"
                className={`h-px w-3 max-md:hidden ${here ? "bg-neutral-content" : "bg-base-content"}`}
              />
              {way ? (
                <Link
                  to={way.to}
                  aria-current={here ? "step" : undefined}
                  className={`flex h-full items-center ${here ? "font-semibold" : ""}`}
                >
                  {name}
                </Link>
              ) : (
                <span aria-disabled="true" title={later(name, id)}>
                  {name}
                </span>
              )}
              {name === "Shape" && wanting.length > 0 ? (
                <span
                  className={`rounded-sm px-1 text-xs font-semibold text-base-100 ${grave ? "bg-error" : "bg-primary"}`}
                  title={`${String(wanting.length)} to mend`}
                >
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

function later(name: string, id: string | null): string {
  return id === null && BEGUN.has(name) ? "Begin a hive first" : `${name} is still to be built`;
}
