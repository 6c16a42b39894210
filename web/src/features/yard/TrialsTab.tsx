import { useState, type FormEvent } from "react";
import type { TrialIn, TrialOut, YardOut } from "../../api/types";
import { useTrials } from "../../api/reckoned";
import { dayWords, decimals, signed, today } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Button } from "../../ui/Button";
import { Problem } from "../../ui/Problem";

const MEASURES = {
  honey_kg: "honey taken",
  covered: "combs covered at most",
  mites: "mites fallen in a day at most",
  combs_built: "combs built",
} as const;

/** One change at a time, hives with it beside hives without, and what so few can show. */
export function TrialsTab({ page }: { page: YardOut }) {
  const { trials } = useTrials(page.id);
  const writes = page.role !== "looker";
  return (
    <div className="max-w-4xl">
      {trials.data?.length === 0 ? (
        <p className="mb-3">No trial yet. Change one thing, at some hives, not at all.</p>
      ) : null}
      {trials.data?.map((trial) => (
        <Trial key={trial.id} trial={trial} yard={page.id} writes={writes} />
      ))}
      {writes ? <Begin page={page} /> : null}
    </div>
  );
}

function Trial({ trial, yard, writes }: { trial: TrialOut; yard: string; writes: boolean }) {
  const { reading } = useSettings();
  const { end, drop } = useTrials(yard);
  const [verdict, setVerdict] = useState(trial.verdict);
  const { result } = trial;
  return (
    <section className="mb-6 border-b border-[var(--line)] pb-4" data-trial={trial.name}>
      <h2 className="text-xl">{trial.name}</h2>
      <p>{trial.change}</p>
      <p className="soft text-xs">
        since {dayWords(trial.begun_on, reading)}
        {trial.ended_on ? `, ended ${dayWords(trial.ended_on, reading)}` : ""}; decided by {trial.measure_words}
      </p>
      <dl className="my-2 grid grid-cols-2 gap-x-6 sm:grid-cols-3">
        <Side label={`Changed: ${trial.changed.join(", ")}`} value={result.changed ?? null} />
        <Side label={`Beside: ${trial.others.join(", ")}`} value={result.others ?? null} />
        <div>
          <dt className="soft text-xs">Difference</dt>
          <dd className="text-lg font-semibold">
            {typeof result.difference === "number" ? signed(result.difference, reading) : "–"}
          </dd>
        </div>
      </dl>
      <p className="mb-2">{result.words}</p>
      {trial.verdict ? <p className="mb-2 border-l-4 border-base-content pl-3">{trial.verdict}</p> : null}
      {writes ? (
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            end.mutate({ trial: trial.id, verdict, ended_on: today() });
          }}
        >
          <label className="min-w-64 grow">
            <span className="block text-xs">Your verdict</span>
            <input
              className="input input-sm w-full"
              maxLength={400}
              value={verdict}
              onChange={(event) => {
                setVerdict(event.target.value);
              }}
            />
          </label>
          <button type="submit" className="btn btn-sm btn-outline">
            End it with this
          </button>
          <button
            type="button"
            className="underline underline-offset-4"
            onClick={() => {
              drop.mutate(trial.id);
            }}
          >
            Take it out
          </button>
        </form>
      ) : null}
      <Problem id={`trial-${String(trial.id)}`}>{end.error?.message ?? drop.error?.message ?? null}</Problem>
    </section>
  );
}

function Side({ label, value }: { label: string; value: number | null }) {
  const { reading } = useSettings();
  return (
    <div>
      <dt className="soft text-xs">{label}</dt>
      <dd className="text-lg font-semibold">{value === null ? "–" : decimals(value, 1, reading)}</dd>
    </div>
  );
}

function Begin({ page }: { page: YardOut }) {
  const { begin } = useTrials(page.id);
  const [name, setName] = useState("");
  const [change, setChange] = useState("");
  const [measure, setMeasure] = useState<TrialIn["measure"]>("honey_kg");
  const [day, setDay] = useState(today);
  const [sides, setSides] = useState<Record<string, "" | "changed" | "others">>({});
  const of = (side: string) => page.hives.filter((hive) => sides[hive.id] === side).map((hive) => hive.id);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    begin.mutate(
      { name, change, measure, begun_on: day, changed: of("changed"), others: of("others") },
      {
        onSuccess: () => {
          setName("");
          setChange("");
          setSides({});
        },
      },
    );
  };
  return (
    <form onSubmit={submit} className="grid gap-3" data-testid="begin-trial">
      <h2 className="text-xl">A new trial</h2>
      <label>
        <span className="block text-xs">Called</span>
        <input
          required
          className="input input-sm w-full"
          value={name}
          onChange={(event) => {
            setName(event.target.value);
          }}
        />
      </label>
      <label>
        <span className="block text-xs">The one thing that is changed</span>
        <input
          required
          className="input input-sm w-full"
          value={change}
          onChange={(event) => {
            setChange(event.target.value);
          }}
        />
      </label>
      <div className="flex flex-wrap gap-3">
        <label>
          <span className="block text-xs">What will decide</span>
          <select
            className="select select-sm w-56"
            value={measure}
            onChange={(event) => {
              setMeasure(event.target.value as TrialIn["measure"]);
            }}
          >
            {Object.entries(MEASURES).map(([key, words]) => (
              <option key={key} value={key}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <label>
          <span className="block text-xs">Since</span>
          <input
            type="date"
            required
            className="input input-sm"
            value={day}
            onChange={(event) => {
              setDay(event.target.value);
            }}
          />
        </label>
      </div>
      <fieldset>
        <legend className="text-xs">Hives</legend>
        <ul className="grid gap-x-6 sm:grid-cols-2">
          {page.hives.map((hive) => (
            <li key={hive.id} className="flex items-center gap-2 border-b border-[var(--line)] py-1">
              <span className="grow font-semibold">{hive.name}</span>
              {(["changed", "others"] as const).map((side) => (
                <Button
                  key={side}
                  aria-pressed={sides[hive.id] === side}
                  className={sides[hive.id] === side ? "bg-neutral text-neutral-content" : ""}
                  onClick={() => {
                    setSides({ ...sides, [hive.id]: sides[hive.id] === side ? "" : side });
                  }}
                >
                  {side === "changed" ? "Changed" : "Beside"}
                </Button>
              ))}
            </li>
          ))}
        </ul>
      </fieldset>
      <Problem id="begin-problem">{begin.error?.message ?? null}</Problem>
      <button type="submit" className="btn btn-sm btn-neutral justify-self-start">
        Begin it
      </button>
    </form>
  );
}
