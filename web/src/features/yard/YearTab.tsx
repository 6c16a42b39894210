import { useState } from "react";
import type { HiveYear } from "../../api/types";
import { useYear } from "../../api/reckoned";
import { Button } from "../../ui/Button";

const ROWS: readonly (readonly [keyof HiveYear, string])[] = [
  ["honey_kg", "honey taken, kg"],
  ["promised_kg", "by its design, kg"],
  ["combs_built", "combs built"],
  ["most_covered", "combs covered at most"],
  ["visits", "days worked"],
  ["minutes", "minutes at the hive"],
  ["lifted_kg", "combs lifted, kg"],
  ["fed_kg", "fed, kg"],
  ["most_mites", "mites fallen in a day at most"],
  ["treatments", "treatments"],
  ["lost", "colonies lost"],
];

/** A yard’s year, a hive a column, what it was the year before under each number; one page to print. */
export function YearTab({ yard }: { yard: string }) {
  const [year, setYear] = useState<number | null>(null);
  const found = useYear(yard, year);
  if (found.isPending) return <p>Adding up …</p>;
  if (found.isError) return <p role="alert">{found.error.message}</p>;
  const { data } = found;
  return (
    <>
      <div role="group" aria-label="Year" className="no-print mb-3 flex flex-wrap gap-2">
        {data.years.map((each) => (
          <Button
            key={each}
            aria-pressed={each === data.year}
            className={each === data.year ? "bg-neutral text-neutral-content" : ""}
            onClick={() => {
              setYear(each);
            }}
          >
            {each}
          </Button>
        ))}
        <Button
          onClick={() => {
            print();
          }}
        >
          Print this page
        </Button>
      </div>
      <h2 className="text-xl">
        {data.name}, {data.year}
      </h2>
      <p className="soft mb-2 text-xs">Small: the year before. Lifted: every comb looked at, taken up once.</p>
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Table">
        <table className="w-full" data-testid="year">
          <thead>
            <tr className="soft text-right text-xs">
              <th />
              <th className="font-semibold">all</th>
              {data.hives.map((hive) => (
                <th key={hive.id} className="px-2 font-normal">
                  {hive.name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {ROWS.map(([key, words]) => (
              <tr key={key} className="border-b border-[var(--line)]">
                <th scope="row" className="py-1 pr-3 text-left font-normal whitespace-nowrap">
                  {words}
                </th>
                <Cell now={data.total} before={data.total_before ?? null} of={key} strong />
                {data.hives.map((hive) => (
                  <Cell key={hive.id} now={hive.now} before={hive.before ?? null} of={key} />
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </>
  );
}

interface CellProps {
  now: HiveYear;
  before: HiveYear | null;
  of: keyof HiveYear;
  strong?: boolean;
}

function Cell({ now, before, of, strong = false }: CellProps) {
  return (
    <td className={`px-2 text-right ${strong ? "font-semibold" : ""}`}>
      {now[of] ?? "–"}
      {before ? <span className="soft block text-xs font-normal">{before[of] ?? "–"}</span> : null}
    </td>
  );
}
