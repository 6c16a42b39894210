import { useLong } from "../../api/jobs";
import { LazyChart } from "../../drawing/LazyChart";
import { sentence, wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Button } from "../../ui/Button";
import { Problem } from "../../ui/Problem";
import type { Bench } from "../bench";

/** Good years and poor ones: many seasons of the hive, run on wish; they can be given up. */
export function Years({ bench }: { bench: Bench }) {
  const { reading } = useSettings();
  const { of, begin, giveUp, busy, share, chapter, problem } = useLong("years", ["metrics", "drawings"]);
  const now = chapter && !busy && of === bench.document ? chapter : null;
  const { "years.combs": middle, "years.combs_low": low, "years.combs_high": high } = now?.metrics ?? {};
  return (
    <section aria-label="Good years and poor ones" className="mx-5 mb-4 border-t border-[var(--line)] pt-2">
      <h2 className="text-lg">Good years and poor ones</h2>
      <div className="flex flex-wrap items-center gap-3">
        <Button
          disabled={busy}
          onClick={() => {
            begin(bench.document);
          }}
        >
          {busy ? "Running …" : "Run 200 seasons"}
        </Button>
        {busy ? (
          <>
            <progress
              className="progress progress-primary w-48"
              value={share}
              max={1}
              aria-label="How far the seasons are"
            />
            <Button
              onClick={() => {
                giveUp();
              }}
            >
              Give it up
            </Button>
          </>
        ) : null}
      </div>
      <Problem id="years-problem">{problem}</Problem>
      {now ? (
        <div data-testid="years">
          <p className="soft mt-1">{sentence(now.lead, reading)}</p>
          {middle && low && high ? (
            <p className="mt-1 text-lg font-semibold">
              {wrote(middle, reading)} combs ({wrote(low, reading)} to {wrote(high, reading)})
            </p>
          ) : null}
          <ul>
            {["years.short_of_room", "years.starved"].map((key) => {
              const metric = now.metrics[key];
              return metric ? (
                <li key={key}>
                  {metric.label}: {wrote(metric, reading)}
                </li>
              ) : null;
            })}
          </ul>
          {["years-combs", "years-bees"].map((name) => {
            const chart = now.charts[name];
            return chart ? <LazyChart key={name} chart={chart} className="mt-2 h-56" /> : null;
          })}
          {now.notes.map((note) => (
            <p key={note} className="soft text-xs">
              {note}
            </p>
          ))}
        </div>
      ) : null}
    </section>
  );
}
