import type { CombCard, Quantity, Units } from "../../api/types";
import { sentence, told, written } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import type { Chosen } from "./CombsDesk";
import { FieldSet, StepFindings, type Bench } from "../bench";

interface CombsLedgerProps {
  bench: Bench;
  card: CombCard | undefined;
  chosen: Chosen;
  onChoose: (chosen: Chosen) => void;
}

/** Beside the frame: what it holds, how it fits here, what it is made of, and what can be set. */
export function CombsLedger({ bench, card, chosen, onChoose }: CombsLedgerProps) {
  const { units } = useSettings();
  if (!card)
    return (
      <aside aria-label="Ledger" className="bg-base-200 p-4">
        Opening …
      </aside>
    );
  const group = bench.report.forms.find((each) => each.id === `bar-${chosen.id}`);
  const take = () => {
    void bench.commit({ do: "add-frame", standard: card.id }, `${card.name} put in`, "combs").then((taken) => {
      if (taken) onChoose({ from: "hive", id: card.id });
    });
  };
  return (
    <aside aria-label="Ledger" className="min-h-0 overflow-auto bg-base-200 px-4 py-3" tabIndex={0}>
      <StepFindings step="combs" bench={bench} />
      <h2 className="text-lg">Holds</h2>
      <Facts card={card} />
      {card.fit.length > 0 ? <Fit card={card} chamber={chamberName(bench)} /> : null}
      {card.parts.length > 0 ? <Parts card={card} /> : null}
      <p className="soft my-2 text-xs">
        Source: {card.source.mark}
        {card.source.note ? `; ${card.source.note}` : ""}.{" "}
        {told("Makers differ by 1 to 3 mm: measure your own.", units)}
      </p>
      {chosen.from === "hive" && group ? <FieldSet group={group} bench={bench} /> : null}
      {chosen.from === "catalogue" ? (
        <button type="button" className="btn btn-neutral btn-sm" onClick={take}>
          Put it in this hive
        </button>
      ) : null}
      <p role="alert" className="font-medium text-error">
        {bench.trouble?.source === "combs" ? bench.trouble.reason : ""}
      </p>
    </aside>
  );
}

function chamberName(bench: Bench): string {
  const here = bench.report.chambers.find((chamber) => chamber.box === bench.report.box);
  return here && bench.report.chambers.length > 1 ? here.name : "this hive";
}

function Facts({ card }: { card: CombCard }) {
  const { units } = useSettings();
  return (
    <ul className="border-t border-[var(--line)]">
      {card.facts.map((fact) => (
        <li key={fact.label} className="flex gap-2 leading-6">
          <span className="grow">{fact.label}</span>
          <span className={`text-right ${fact.good === false ? "font-semibold text-error" : "font-semibold"}`}>
            {fact.good === false ? "✗ " : ""}
            {sentence(fact.text, units)}
          </span>
        </li>
      ))}
    </ul>
  );
}

const JUDGED: Record<string, string> = { true: "text-accent", false: "font-semibold text-error" };

function Fit({ card, chamber }: { card: CombCard; chamber: string }) {
  const { units } = useSettings();
  return (
    <>
      <h2 className="mt-3 text-lg">Fits {chamber}</h2>
      {card.used === 0 ? <p className="soft text-xs">None hangs here: so it would fit.</p> : null}
      <table className="w-full border-t border-[var(--line)] text-xs" data-testid="fit">
        <caption className="soft pb-1 text-left">Smallest and largest frame, wood dry and wet</caption>
        <thead>
          <tr className="soft text-right">
            <th scope="col" className="text-left font-normal">
              Gap
            </th>
            <th scope="col" className="font-normal">
              least
            </th>
            <th scope="col" className="font-normal">
              mean
            </th>
            <th scope="col" className="font-normal">
              most
            </th>
          </tr>
        </thead>
        <tbody>
          {card.fit.map((row) => (
            <tr key={row.label} className="border-t border-[var(--line)] text-right">
              <th scope="row" className="py-1 text-left font-normal">
                {row.label}
                <span className={`block ${JUDGED[String(row.good)] ?? "soft"}`}>
                  {row.good === false ? "✗ " : ""}
                  {row.words}
                </span>
              </th>
              <td>{written(row.least, units).number}</td>
              <td className="font-semibold">{written(row.nominal, units).number}</td>
              <td>{written(row.most, units).number}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

/** Sizes of one piece with the unit once: 363.5 × 27 × 19.1 mm. */
function inOne(sizes: Quantity[], units: Units): string {
  const [first] = sizes;
  return first ? `${sizes.map((size) => written(size, units).number).join(" × ")} ${written(first, units).unit}` : "";
}

function Parts({ card }: { card: CombCard }) {
  const { units } = useSettings();
  return (
    <>
      <h2 className="mt-3 text-lg">Made of</h2>
      <table className="w-full border-t border-[var(--line)] text-xs" data-testid="parts">
        <caption className="soft pb-1 text-left">Long × wide × thick, before shaping</caption>
        <tbody>
          {card.parts.map((part) => (
            <tr key={part.name} className="border-b border-[var(--line)] align-top">
              <td className="w-7 py-1">{part.count} ×</td>
              <th scope="row" className="py-1 text-left font-normal">
                {part.name}
                {part.note ? <span className="soft block">{part.note}</span> : null}
              </th>
              <td className="py-1 text-right whitespace-nowrap">{inOne(part.sizes, units)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
