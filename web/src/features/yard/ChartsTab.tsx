import type { HivePage as Page } from "../../api/types";
import { LazyChart } from "../../drawing/LazyChart";

/** What was seen beside the plan through the hive's life, and every year in few numbers. */
export function ChartsTab({ page }: { page: Page }) {
  return (
    <>
      {page.life ? <LazyChart chart={page.life} className="h-80" /> : <p>Nothing was counted yet.</p>}
      <table className="mt-6 w-full max-w-2xl" data-testid="years">
        <thead>
          <tr className="soft text-left text-xs">
            <th className="font-normal">year</th>
            <th className="text-right font-normal">visits</th>
            <th className="text-right font-normal">honey, kg</th>
            <th className="text-right font-normal">fed, kg</th>
            <th className="text-right font-normal">most mites in a day</th>
            <th className="text-right font-normal">treatments</th>
          </tr>
        </thead>
        <tbody>
          {page.years.map((year) => (
            <tr key={year.year} className="border-b border-[var(--line)]">
              <td className="font-semibold">{year.year}</td>
              <td className="text-right">{year.visits}</td>
              <td className="text-right">{year.honey_kg || "–"}</td>
              <td className="text-right">{year.fed_kg || "–"}</td>
              <td className="text-right">{year.most_mites ?? "–"}</td>
              <td className="text-right">{year.treatments || "–"}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
