import type { HivePage as Page } from "../../api/types";
import { dayWords, decimals } from "../../lib/format";
import { useSettings } from "../../lib/settings";

/** Every comb that hangs now, the oldest first: it keeps its number wherever it hangs. */
export function CombsTab({ page }: { page: Page }) {
  const { reading } = useSettings();
  const combs = [...page.combs].sort((a, b) => a.since.localeCompare(b.since));
  return (
    <>
      <p className="soft my-2 text-xs">A comb keeps its number when it moves. {page.combs_why}</p>
      <table className="w-full" data-testid="combs">
        <thead>
          <tr className="soft text-left text-xs">
            <th className="font-normal">comb</th>
            <th className="font-normal">hangs</th>
            <th className="font-normal">since</th>
            <th className="text-right font-normal">years</th>
            <th className="text-right font-normal">with brood</th>
            <th className="text-right font-normal">honey, kg</th>
          </tr>
        </thead>
        <tbody>
          {combs.map((comb) => (
            <tr
              key={comb.comb}
              className={`border-b border-[var(--line)] ${comb.old ? "font-semibold text-error" : ""}`}
            >
              <td>
                {comb.comb} <span className="soft text-xs">{page.comb_names[comb.kind]}</span>
              </td>
              <td>
                {page.stands.length > 1 ? `${comb.chamber.replaceAll("-", " ")}, ` : ""}
                {comb.number}
              </td>
              <td>{dayWords(comb.since, reading)}</td>
              <td className="text-right">{decimals(comb.years, 1, reading)}</td>
              <td className="text-right">
                {comb.brood} of {comb.seen}
              </td>
              <td className="text-right">{comb.honey_kg || ""}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
