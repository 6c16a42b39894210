import { useState } from "react";
import { useComparison, usePresets, useShelf } from "../../api/queries";
import { sentence, written } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { type Bench } from "../bench";

/** This hive beside another, and the other one at the same room or the same comb. */
export function CompareTab({ id, bench }: { id: string; bench: Bench }) {
  const { units } = useSettings();
  const shelf = useShelf();
  const presets = usePresets();
  const [other, setOther] = useState("");
  const [kind, key] = [other.slice(0, 2), other.slice(2)];
  const against = other === "" ? null : kind === "d:" ? { design: key } : { preset: key };
  const compared = useComparison(bench.document, against);
  return (
    <>
      <label className="block">
        <span className="named text-lg">Beside</span>
        <select
          className="h-8 w-full rounded border border-[var(--line)] bg-base-100 px-1"
          value={other}
          onChange={(event) => {
            setOther(event.target.value);
          }}
        >
          <option value="">Choose a hive …</option>
          <optgroup label="On your shelf">
            {shelf.data
              ?.filter((card) => card.id !== id)
              .map((card) => (
                <option key={card.id} value={`d:${card.id}`}>
                  {card.name}
                </option>
              ))}
          </optgroup>
          <optgroup label="Starting points">
            {presets.data?.map((preset) => (
              <option key={preset.id} value={`p:${preset.id}`}>
                {preset.label}
              </option>
            ))}
          </optgroup>
        </select>
      </label>
      {compared.error ? (
        <p role="alert" className="text-error">
          {compared.error.message}
        </p>
      ) : null}
      {against && compared.data ? (
        <>
          <table className="mt-3 w-full text-xs" data-testid="comparison">
            <thead>
              <tr className="border-b border-base-content align-bottom">
                <th scope="col" className="text-left font-normal" />
                <th scope="col" className="w-[27%] text-right">
                  {compared.data.left}
                </th>
                <th scope="col" className="w-[27%] text-right">
                  {compared.data.right}
                </th>
              </tr>
            </thead>
            <tbody>
              {compared.data.rows.map((row) => {
                const [left, right] = [written(row.left, units), written(row.right, units)];
                return (
                  <tr key={row.label} className="border-b border-[var(--line)]">
                    <th scope="row" className="py-1 text-left font-normal">
                      {row.label}
                      {left.unit ? <span className="soft"> {left.unit}</span> : null}
                    </th>
                    <td className={`text-right ${row.more === "left" ? "font-semibold" : ""}`}>
                      {row.more === "left" ? "▲ " : ""}
                      {left.number}
                    </td>
                    <td className={`text-right ${row.more === "right" ? "font-semibold" : ""}`}>
                      {row.more === "right" ? "▲ " : ""}
                      {right.number}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
          <p className="soft mt-1 text-xs">▲ has more of it; more isn’t always better.</p>
          <h2 className="mt-3 text-lg">Made equal</h2>
          <ul className="grid gap-1 border-t border-[var(--line)] pt-1">
            {compared.data.equalised.map((words) => {
              const said = sentence(words, units);
              return <li key={said}>{said}</li>;
            })}
          </ul>
        </>
      ) : (
        <p className="soft mt-2">Choose another hive of your shelf, or the kind of hive you use now.</p>
      )}
    </>
  );
}
