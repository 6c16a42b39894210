import { useState } from "react";
import type { HealthPage } from "../../api/types";
import { useHealth } from "../../api/reckoned";
import { Sheet } from "../../drawing/Sheet";
import { dayWords, typedNumber } from "../../lib/format";
import { localizedNumber } from "../../lib/locale";
import { useSettings } from "../../lib/settings";
import { Problem } from "../../ui/Problem";

const COUNTED: Record<string, string> = {
  "fallen-a-day": "fallen",
  wash: "washed",
  sugar: "dusted",
  "drone-brood": "in drone brood",
};
const TONE = { few: "text-accent", watch: "text-primary", act: "text-error" } as const;

/** Mites against thresholds, weeks without brood, where strips hang, what was given. All of it defers to the label. */
export function HealthTab({ yard }: { yard: string }) {
  const { reading } = useSettings();
  const [combs, setCombs] = useState("5");
  const number = typedNumber(combs, reading);
  const sound = number !== null && Number.isInteger(number) && number > 0;
  const found = useHealth(yard, sound ? number : 5);
  const data = found.data;
  return (
    <div className="max-w-5xl">
      <p className="mb-2 border-l-4 border-error pl-3" data-testid="disease">
        {data?.disease}
      </p>
      <p className="soft mb-4 border-l-4 border-primary pl-3">{data?.caution}</p>
      <label className="mb-4 flex flex-wrap items-center gap-2">
        One strip for so many occupied combs, as its label says
        <input
          className="input input-sm w-16 text-right"
          inputMode="numeric"
          value={combs}
          aria-invalid={!sound}
          onChange={(event) => {
            setCombs(event.target.value);
          }}
        />
      </label>
      <Problem id="strips-problem">{sound ? (found.error?.message ?? null) : "A whole number, from 1 to 20."}</Problem>
      {data ? (
        <>
          <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Table">
            <table className="w-full" data-testid="mites">
              <thead>
                <tr className="soft text-left text-xs">
                  <th className="font-normal">hive</th>
                  <th className="font-normal">mites counted last</th>
                  <th className="font-normal">next to no brood</th>
                  <th className="font-normal">strips after combs</th>
                </tr>
              </thead>
              <tbody>
                {data.hives.map((hive) => (
                  <tr key={hive.id} className="border-b border-[var(--line)] align-top">
                    <td className="py-1 pr-3 font-semibold">{hive.name}</td>
                    <td className="min-w-56 pr-3">
                      <Counts counts={hive.counts} />
                    </td>
                    <td className="min-w-28 pr-3">
                      {hive.brood_free.length === 0
                        ? "never, by its plan"
                        : hive.brood_free.map((day) => dayWords(day, reading)).join(" – ")}
                    </td>
                    <td className="min-w-64">
                      {hive.rod ? <Sheet drawing={hive.rod} stretch className="h-8 w-full" /> : null}
                      {hive.strips.join(", ")}
                      <span className="soft block text-xs">
                        {hive.covered} of {hive.combs} combs occupied
                      </span>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <Register given={data.given} yard={yard} />
        </>
      ) : null}
    </div>
  );
}

function Counts({ counts }: { counts: HealthPage["hives"][number]["counts"] }) {
  const { reading } = useSettings();
  const [last] = counts;
  const limit = (value: number) => localizedNumber(value, reading);
  if (!last) return <span className="soft">none yet</span>;
  return (
    <>
      <span className={`font-semibold ${TONE[last.verdict]}`}>
        {localizedNumber(last.rate, reading)} {last.unit}
      </span>{" "}
      <span className="soft text-xs">
        {COUNTED[last.by]}, {dayWords(last.day, reading)}; a look from {limit(last.low)}, action from {limit(last.high)}
      </span>
      <span className="block text-xs">{last.words}</span>
    </>
  );
}

function Register({ given, yard }: { given: HealthPage["given"]; yard: string }) {
  const { reading } = useSettings();
  return (
    <section className="mt-6">
      <h2 className="text-xl">What was given</h2>
      <p className="mb-2">
        <a className="underline underline-offset-4" href={`/api/yards/${yard}/medicine.csv`} download>
          The register as CSV
        </a>{" "}
        <span className="soft text-xs">how long it is to be kept, your law says</span>
      </p>
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Table">
        <table className="w-full" data-testid="register">
          <thead>
            <tr className="soft text-left text-xs">
              {["hive", "what", "batch", "how much", "in on", "out on", "no honey until", "by"].map((words) => (
                <th key={words} className="pr-3 font-normal">
                  {words}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {given.map((each, at) => (
              <tr key={at} className="border-b border-[var(--line)]">
                <td className="pr-3 font-semibold">{each.hive}</td>
                <td className="pr-3">{each.what}</td>
                <td className="pr-3">{each.batch || "–"}</td>
                <td className="pr-3">{each.how_much || "–"}</td>
                <td className="pr-3">{dayWords(each.given_on, reading)}</td>
                <td className="pr-3">{each.out_on ? dayWords(each.out_on, reading) : "–"}</td>
                <td className="pr-3">{each.no_honey_until ? dayWords(each.no_honey_until, reading) : "–"}</td>
                <td>{each.by}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
