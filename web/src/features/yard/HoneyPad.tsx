import { useState } from "react";
import type { CombItem } from "../../api/types";
import { typedNumber } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Big } from "./Big";

/** How much honey was taken: typed, from the chosen comb or in all. */
export function HoneyPad({
  comb,
  onTake,
  onClose,
}: {
  comb: CombItem | null;
  onTake: (kg: number) => void;
  onClose: () => void;
}) {
  const { reading } = useSettings();
  const [typed, setTyped] = useState("");
  const kg = typedNumber(typed, reading);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (kg !== null && kg > 0) onTake(kg);
      }}
    >
      <label className="mb-2 block">
        Honey taken {comb ? "from the chosen comb" : "in all"}, kg
        <input
          className="input input-lg w-full"
          inputMode="decimal"
          autoFocus
          value={typed}
          onChange={(event) => {
            setTyped(event.target.value);
          }}
        />
      </label>
      <div className="grid grid-cols-2 gap-2">
        <Big onClick={onClose}>Back</Big>
        <button
          type="submit"
          disabled={kg === null || kg <= 0}
          className="min-h-14 rounded bg-neutral font-semibold text-neutral-content disabled:opacity-40"
        >
          Taken
        </button>
      </div>
    </form>
  );
}
