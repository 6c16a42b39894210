import { useState, type FormEvent } from "react";
import type { HivePage as Page, ReadingsOut } from "../../api/types";
import { useDevices, useReadings } from "../../api/readings";
import { LazyChart } from "../../drawing/LazyChart";
import { ago, daysBefore } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Button } from "../../ui/Button";
import { Problem } from "../../ui/Problem";

const SPANS = [
  ["2 weeks", 14],
  ["3 months", 90],
  ["a year", 365],
  ["5 years", 1826],
] as const;

/** What the hive’s sensors read, with what the plan expects, and the devices that send it. */
export function ReadingsTab({ page }: { page: Page }) {
  const [span, setSpan] = useState<number>(14);
  const readings = useReadings(page.id, daysBefore(span));
  const data = readings.data;
  return (
    <div className="max-w-4xl">
      <div role="group" aria-label="How far back" className="mb-3 flex flex-wrap gap-2">
        {SPANS.map(([words, days]) => (
          <Button
            key={words}
            aria-pressed={days === span}
            className={days === span ? "bg-neutral text-neutral-content" : ""}
            onClick={() => {
              setSpan(days);
            }}
          >
            {words}
          </Button>
        ))}
        <a className="self-center underline underline-offset-4" href={`/api/hives/${page.id}/readings.csv`} download>
          All of them as CSV
        </a>
      </div>
      {readings.isError ? <p role="alert">{readings.error.message}</p> : null}
      {data?.charts.length === 0 ? <p className="mb-3">Nothing was read in that time.</p> : null}
      {data?.charts.map((chart) => (
        <section key={chart.name} className="mb-3">
          <h3>{chart.title}</h3>
          <LazyChart chart={chart} className="h-44" />
        </section>
      ))}
      {data ? <Devices page={page} devices={data.devices} /> : null}
    </div>
  );
}

function Devices({ page, devices }: { page: Page; devices: ReadingsOut["devices"] }) {
  const { reading } = useSettings();
  const { make, renew, drop, bring } = useDevices(page.id);
  const [name, setName] = useState("");
  const [now] = useState(Date.now);
  const key = renew.data ?? make.data;
  const mine = page.role === "keeper";
  const submit = (event: FormEvent) => {
    event.preventDefault();
    make.mutate(name, {
      onSuccess: () => {
        setName("");
      },
    });
  };
  return (
    <section className="mt-6 border-t border-[var(--line)] pt-3" data-testid="devices">
      <h3 className="text-lg">Devices</h3>
      <p className="soft mb-2 text-xs">
        A device posts JSON to <code>/api/readings/</code> with its key in the header <code>X-Sabaka-Key</code>: weight
        in kg, inside and outside in °C, humidity in %. Without one, <code>manage.py simulate_sensors KEY</code> plays a
        year of them.
      </p>
      <ul>
        {devices.map((device) => (
          <li
            key={device.id}
            className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-[var(--line)] py-1"
          >
            <span className="font-semibold">{device.name}</span>
            <span className="soft text-xs">key …{device.key_end}</span>
            <span className="soft grow text-xs">
              {device.last_at ? `sent ${ago(device.last_at, now, reading)}` : "sent nothing yet"}
            </span>
            {mine ? (
              <>
                <label className="cursor-pointer underline underline-offset-4">
                  Bring a table
                  <input
                    type="file"
                    accept=".csv,text/csv"
                    className="sr-only"
                    aria-label={`Readings of ${device.name}`}
                    onChange={(event) => {
                      const [file] = event.target.files ?? [];
                      if (file) bring.mutate({ device: device.id, file });
                      event.target.value = "";
                    }}
                  />
                </label>
                <button
                  type="button"
                  className="underline underline-offset-4"
                  onClick={() => {
                    renew.mutate(device.id);
                  }}
                >
                  New key
                </button>
                <button
                  type="button"
                  className="underline underline-offset-4"
                  onClick={() => {
                    drop.mutate(device.id);
                  }}
                >
                  Take away
                </button>
              </>
            ) : null}
          </li>
        ))}
      </ul>
      {bring.data ? (
        <p role="status" className="mt-2">
          {bring.data.kept} kept, {bring.data.again} there before, {bring.data.refused.length} refused
          {bring.data.refused[0] ? `: ${bring.data.refused[0].reason}` : ""}
        </p>
      ) : null}
      {key ? (
        <p className="mt-2">
          The key of {key.name}, shown this once: <output className="break-all select-all">{key.key}</output>
        </p>
      ) : null}
      {mine ? (
        <form onSubmit={submit} className="mt-3 flex flex-wrap items-end gap-2">
          <label>
            <span className="block text-xs">A new device, called</span>
            <input
              className="input input-sm"
              value={name}
              onChange={(event) => {
                setName(event.target.value);
              }}
            />
          </label>
          <button type="submit" className="btn btn-sm btn-outline" disabled={name.trim() === ""}>
            Set it up
          </button>
        </form>
      ) : null}
      <Problem id="devices-problem">
        {make.error?.message ?? renew.error?.message ?? drop.error?.message ?? bring.error?.message ?? null}
      </Problem>
    </section>
  );
}
