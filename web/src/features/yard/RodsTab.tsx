import { useState } from "react";
import type { HivePage as Page, VisitOut } from "../../api/types";
import { olderVisits } from "../../api/yard";
import { Sheet } from "../../drawing/Sheet";
import { dayWords } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Button } from "../../ui/Button";
import { Problem } from "../../ui/Problem";
import { inShort, yearOf } from "./words";

interface RodsProps {
  page: Page;
  visits: VisitOut[];
  more: number;
  chosen: string | null;
  onChoose: (id: string) => void;
  onOlder: (visits: VisitOut[], more: number) => void;
}

/** Each visit a rod, the year going down the page; earlier pages are fetched when they are asked for. */
export function RodsTab({ page, visits, more, chosen, onChoose, onOlder }: RodsProps) {
  const { reading } = useSettings();
  const years = [...new Set(visits.map(yearOf))];
  const [year, setYear] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [first] = visits;
  if (!first) return <p>Nothing is written down yet.</p>;
  const shown = year ?? years.at(-1) ?? "";
  const fetchOlder = () => {
    olderVisits(page.id, first.at).then(
      (found) => {
        onOlder(found.visits, found.more);
        setProblem(null);
      },
      (error: unknown) => {
        setProblem(error instanceof Error ? error.message : "They can’t be fetched.");
      },
    );
  };
  return (
    <>
      <div role="group" aria-label="Year" className="mb-3 flex flex-wrap items-center gap-2">
        {years.length > 1
          ? years.map((each) => (
              <Button
                key={each}
                aria-pressed={each === shown}
                className={each === shown ? "bg-neutral text-neutral-content" : ""}
                onClick={() => {
                  setYear(each);
                }}
              >
                {each}
              </Button>
            ))
          : null}
        {more > 0 ? <Button onClick={fetchOlder}>{`${String(more)} earlier visits`}</Button> : null}
      </div>
      <Problem id="older-problem">{problem}</Problem>
      <ol data-testid="rods">
        {visits
          .filter((visit) => yearOf(visit) === shown)
          .map((visit) => (
            <li key={visit.id} data-visit={visit.at}>
              <button
                type="button"
                aria-pressed={visit.id === chosen}
                className={`grid w-full grid-cols-[5.5rem_minmax(0,1fr)] items-center gap-x-3 text-left
              md:grid-cols-[5.5rem_minmax(0,1fr)_13rem] ${visit.id === chosen ? "bg-base-200" : ""}`}
                onClick={() => {
                  onChoose(visit.id);
                }}
              >
                <span className="font-semibold">
                  {dayWords(visit.at, reading)}
                  {visit.beside ? <span className="block text-xs font-normal text-primary">written twice</span> : null}
                </span>
                {visit.rod ? <Sheet drawing={visit.rod} stretch className="h-10 w-full" /> : <span>not drawn</span>}
                <span className="soft text-xs max-md:col-start-2">{inShort(visit)}</span>
              </button>
            </li>
          ))}
      </ol>
    </>
  );
}
