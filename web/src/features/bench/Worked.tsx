import type { Metric } from "../../api/types";
import { wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";

/** A formula with the numbers that went into it. */
export function Worked({ working }: { working: Metric["working"] }) {
  const { units } = useSettings();
  return (
    <>
      <p className="font-semibold">{working.formula}</p>
      <ul>
        {working.inputs.map((input) => (
          <li key={input.symbol}>
            <i>{input.symbol}</i>, {input.name}: {wrote(input.quantity, units)}
            {input.source ? <span className="soft"> ({sourceWords(input.source)})</span> : null}
          </li>
        ))}
      </ul>
    </>
  );
}

export function sourceWords(source: Metric["source"]): string {
  return source.note ? `${source.mark}; ${source.note}` : source.mark;
}
