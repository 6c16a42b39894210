import type { Metric, Quantity, Working } from "../../api/types";
import { sentence, wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";

const WAYS: Record<Working["kind"], string> = {
  computed: "",
  simulated: "From the model:",
  "read off": "Read off:",
};

/** A formula with the numbers that went into it: as it reckons with them, in metric, and in the keeper’s measure. */
export function Worked({ working }: { working: Working }) {
  const { reading } = useSettings();
  const said = (quantity: Quantity) => {
    const own = wrote(quantity, reading);
    const metric = working.kind === "computed" ? wrote(quantity, { ...reading, units: "mm" }) : own;
    return own === metric ? own : `${metric} (${own})`;
  };
  return (
    <>
      <p>
        {WAYS[working.kind]} <span className="font-semibold">{working.formula}</span>
      </p>
      {working.check ? <p>{sentence(working.check, reading)}</p> : null}
      <ul>
        {working.inputs.map((input) => (
          <li key={input.symbol}>
            <i>{input.symbol}</i>, {input.name}: {said(input.quantity)}
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
