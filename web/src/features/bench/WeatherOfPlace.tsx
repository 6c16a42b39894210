import { useState } from "react";
import { useWeatherTables } from "../../api/queries";
import { tableText } from "../../lib/file";
import { Problem } from "../../ui/Problem";
import type { Bench } from "./useBench";

/** Days of the keeper's own weather: a table brought once, kept apart from the designs that are planned by it. */
export function WeatherOfPlace({ bench }: { bench: Bench }) {
  const { tables, bring } = useWeatherTables();
  const [dayFirst, setDayFirst] = useState(false);
  const [unit, setUnit] = useState("heading");
  const [problem, setProblem] = useState<string | null>(null);
  const now = bench.document.season?.weather?.sha ?? "";
  const known = tables.data ?? [];
  const take = (sha: string, name: string) => {
    void bench.commit({ do: "use-weather", sha, name }, `Weather: ${name}`, "weather");
  };
  const brought = (file: File | undefined) => {
    if (!file) return;
    setProblem(null);
    const fahrenheit = unit === "heading" ? null : unit === "f";
    void tableText(file)
      .then((table) =>
        bring.mutateAsync({ table, name: file.name.replace(/\.\w+$/, ""), day_first: dayFirst, fahrenheit }),
      )
      .then((kept) => {
        take(kept.sha, kept.name);
      })
      .catch((error: unknown) => {
        setProblem(error instanceof Error ? error.message : "This table can’t be read.");
      });
  };
  return (
    <div className="mb-3 text-xs">
      {known.length > 0 ? (
        <label className="mb-1 flex items-center gap-2 text-sm">
          <span className="shrink-0">Planned by</span>
          <select
            className="h-7 min-w-0 grow rounded border border-[var(--line)] bg-base-100 px-1"
            value={known.some((each) => each.sha === now) ? now : ""}
            onChange={(event) => {
              const chosen = known.find((each) => each.sha === event.target.value);
              if (chosen) take(chosen.sha, chosen.name);
            }}
          >
            <option value="" disabled>
              {now ? "days that aren’t here: their means" : "the climate, or typed means"}
            </option>
            {known.map((each) => (
              <option key={each.sha} value={each.sha}>
                {each.name}: {each.words}
              </option>
            ))}
          </select>
        </label>
      ) : null}
      <label className="block">
        <span className="soft">
          Weather of your place, day by day: a table (CSV) with date, and mean, or least and greatest, by their usual
          names:
        </span>
        <input
          type="file"
          accept=".csv,.txt,text/csv"
          className="mt-1 block w-full"
          aria-describedby="weather-problem"
          onChange={(event) => {
            brought(event.target.files?.[0]);
            event.target.value = "";
          }}
        />
      </label>
      <div className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1">
        <label className="flex min-h-7 items-center gap-1.5">
          <input
            type="checkbox"
            checked={dayFirst}
            onChange={(event) => {
              setDayFirst(event.target.checked);
            }}
          />
          03/04 is the third of April
        </label>
        <label className="flex min-h-7 items-center gap-1.5">
          In
          <select
            className="h-7 rounded border border-[var(--line)] bg-base-100 px-1"
            value={unit}
            onChange={(event) => {
              setUnit(event.target.value);
            }}
          >
            <option value="heading">what its heading says, else °C</option>
            <option value="c">°C</option>
            <option value="f">°F</option>
          </select>
        </label>
      </div>
      <Problem id="weather-problem">
        {problem ?? (bench.trouble?.source === "weather" ? bench.trouble.reason : null)}
      </Problem>
    </div>
  );
}
