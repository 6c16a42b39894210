import { useState } from "react";
import { Link } from "react-router";
import { useComparison, usePresets, useShelf } from "../../api/queries";
import { DataTable, type Bench } from "../bench";

/** This hive beside another, and the other one at the same room or the same comb. */
export function CompareTab({ id, bench }: { id: string; bench: Bench }) {
  const shelf = useShelf();
  const presets = usePresets();
  const [other, setOther] = useState("");
  const [kind, key] = [other.slice(0, 2), other.slice(2)];
  const against = other === "" ? null : kind === "d:" ? { design: key } : { preset: key };
  const compared = useComparison(bench.document, against);
  return (
    <>
      <p className="mb-3">
        <Link className="underline underline-offset-4" to={`/compare?of=${id}`}>
          Up to four, side by side
        </Link>
      </p>
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
          {compared.data.tables.map((table) => (
            <DataTable key={table.key} table={table} />
          ))}
          {compared.data.notes.map((words) => (
            <p key={words} className="soft mt-1 text-xs">
              {words}
            </p>
          ))}
        </>
      ) : (
        <p className="soft mt-2">Choose another hive of your shelf, or the kind of hive you use now.</p>
      )}
    </>
  );
}
