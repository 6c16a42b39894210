import { useState } from "react";
import { localizedDay, type ReadAs } from "../../lib/locale";
import { wrote } from "../../lib/format";
import { Problem } from "../../ui/Problem";
import type { Bench } from "../bench";

interface SeenFormProps {
  bench: Bench;
  /** The day that lies on the bench. */
  day: string;
  reading: ReadAs;
}

const FIELDS = [
  ["combs_covered", "Combs covered by bees"],
  ["combs_brood", "Combs of brood"],
  ["combs_honey", "Combs of capped honey"],
] as const;

/** What was found on a visit; the plan goes on from there. */
export function SeenForm({ bench, day, reading }: SeenFormProps) {
  const [when, setWhen] = useState(day);
  const [found, setFound] = useState({ combs_covered: "", combs_brood: "", combs_honey: "" });
  const problem = bench.trouble?.source === "seen" ? bench.trouble.reason : null;
  const seen = bench.document.season?.seen ?? [];
  return (
    <>
      <h2 className="text-lg">Seen on a visit</h2>
      <p className="soft mb-2 border-t border-[var(--line)] pt-1">
        Put down what you found, and the plan goes on from it.
      </p>
      <form
        className="grid gap-1.5"
        onSubmit={(event) => {
          event.preventDefault();
          void bench.commit({ do: "see-visit", day: when, ...found }, `Seen on ${when}`, "seen");
        }}
      >
        <label className="flex items-center gap-2">
          <span className="grow">Day</span>
          <input
            type="date"
            required
            className="h-8 rounded border border-[var(--line)] bg-base-100 px-1.5"
            value={when}
            onChange={(event) => {
              setWhen(event.target.value);
            }}
          />
        </label>
        {FIELDS.map(([key, label]) => (
          <label key={key} className="flex items-center gap-2">
            <span className="grow">{label}</span>
            <input
              required
              inputMode="decimal"
              className="h-8 w-20 rounded border border-[var(--line)] bg-base-100 px-1.5 text-right"
              value={found[key]}
              onChange={(event) => {
                setFound({ ...found, [key]: event.target.value });
              }}
            />
          </label>
        ))}
        <Problem id="seen-problem">{problem}</Problem>
        <button type="submit" className="btn btn-neutral btn-sm justify-self-start">
          Put it down
        </button>
      </form>
      <ul className="mt-4 border-t border-[var(--line)]" data-testid="seen">
        {seen.map((each, index) => (
          <li key={each.day} className="flex flex-wrap items-baseline gap-x-2 border-b border-[var(--line)] py-1">
            <span className="font-semibold">{localizedDay(each.day, reading)}</span>
            <span className="grow">
              {wrote({ value: each.combs_covered, unit: "number" }, reading)} covered,{" "}
              {wrote({ value: each.combs_brood, unit: "number" }, reading)} of brood,{" "}
              {wrote({ value: each.combs_honey, unit: "number" }, reading)} of honey
            </span>
            <button
              type="button"
              className="underline underline-offset-4"
              aria-label={`Off: ${localizedDay(each.day, reading)}`}
              onClick={() => void bench.commit({ do: "forget-visit", index }, `${each.day} taken back`, "seen")}
            >
              Off
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}
