import { useState } from "react";
import { typedNumber } from "../../lib/format";
import { localizedNumber } from "../../lib/locale";
import { useSettings } from "../../lib/settings";

interface CountedProps {
  label: string;
  value: number | null;
  whole?: boolean;
  /** Whether it may be below nothing, as a temperature. */
  below?: boolean;
  onSay: (count: number | null) => void;
}

/** A number that is typed; nothing typed says nothing. */
export function Counted({ label, value, whole = false, below = false, onSay }: CountedProps) {
  const { reading } = useSettings();
  const [typed, setTyped] = useState(value === null || value === 0 ? "" : localizedNumber(value, reading));
  const bad =
    typed !== "" && (typedNumber(typed, reading) === null || (whole && !Number.isInteger(typedNumber(typed, reading))));
  return (
    <label className="block">
      <span className="block text-xs">{label}</span>
      <input
        className="input w-full text-base"
        inputMode={whole ? "numeric" : "decimal"}
        aria-invalid={bad}
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
          const found = typedNumber(event.target.value, reading);
          if (event.target.value === "") onSay(null);
          else if (found !== null && (below || found >= 0) && (!whole || Number.isInteger(found))) onSay(found);
        }}
      />
    </label>
  );
}
