import { Link } from "react-router";
import type { Finding } from "../../api/types";
import { ground } from "./Flags";
import { STEPS, wayTo, type BenchStep, type Step } from "./steps";

interface RailProps {
  /** The hive on the bench; none while it is still a brief. */
  id: string | null;
  step: Step;
  findings: Finding[];
}

/** The steps of the work in their order, ticked like a rule; each says how much it has to mend. */
export function Rail({ id, step, findings }: RailProps) {
  return (
    <nav
      aria-label="Steps"
      className="no-print overflow-x-auto border-base-content bg-base-300 max-md:border-b md:border-r"
    >
      <ol className="flex md:block md:py-2.5">
        {STEPS.map(({ name, path, study }) => {
          const here = path === step;
          const to = path === "brief" ? "/brief" : id ? wayTo(id, path) : null;
          const wanting = findings.filter((finding) => finding.step === study && finding.severity !== "note");
          return (
            <li
              key={name}
              ref={here ? intoView : undefined}
              className={`flex h-11 shrink-0 items-center gap-1.5 max-md:px-3
                ${here ? "bg-neutral text-neutral-content" : to ? "" : "soft"}`}
            >
              <span
                aria-hidden="true"
                className={`h-px w-3 max-md:hidden ${here ? "bg-neutral-content" : "bg-base-content"}`}
              />
              {to ? (
                <Link
                  to={to}
                  aria-current={here ? "step" : undefined}
                  className={`flex h-full items-center ${here ? "font-semibold" : ""}`}
                >
                  {name}
                </Link>
              ) : (
                <span aria-disabled="true" title="Begin a hive first">
                  {name}
                </span>
              )}
              {id && path !== "brief" && path !== "yard" ? (
                <Badge id={id} path={path} name={name} wanting={wanting} />
              ) : null}
            </li>
          );
        })}
      </ol>
    </nav>
  );
}

/** How much a step has to mend, as a link to the gravest of it. */
function Badge(props: { id: string; path: BenchStep; name: string; wanting: Finding[] }) {
  const { id, path, name, wanting } = props;
  const gravest = wanting.find((finding) => finding.severity === "error") ?? wanting[0];
  if (!gravest) return null;
  return (
    <Link
      to={wayTo(id, path, gravest.id)}
      className={`rounded-sm px-1 text-xs font-semibold text-base-100 ${ground(gravest)}`}
      aria-label={`${name}: ${String(wanting.length)} to mend`}
      title={`${String(wanting.length)} to mend`}
      data-badge={path}
    >
      {wanting.length}
    </Link>
  );
}

/** On a phone the rail scrolls to where one is. */
function intoView(item: HTMLLIElement | null): void {
  item?.scrollIntoView({ block: "nearest", inline: "center" });
}
