import { Sheet } from "../../drawing/Sheet";
import type { MovingReport } from "../../api/types";
import { wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";

type Part = MovingReport["making"]["parts"][number];

/** Frames of the hive's own kind and the way's parts: saw settings in order, passes, minutes; make, buy or pool. */
export function MoveMaking({ report }: { report: MovingReport }) {
  const { making } = report;
  return (
    <div className="px-5 py-3" data-testid="making">
      {making.frame ? (
        <>
          <h2 className="text-lg">
            {making.frames} frames: {making.frame}
          </h2>
          <div className="md:grid md:grid-cols-2 md:gap-4">
            <ul className="text-sm">
              {making.words.map((words) => (
                <li key={words} className="py-0.5">
                  {words}
                </li>
              ))}
            </ul>
            {making.chart ? (
              <figure className="min-w-0">
                <Sheet drawing={making.chart} stretch className="h-44" />
                <figcaption className="soft text-xs">Cost, in your money, by the number of frames.</figcaption>
              </figure>
            ) : null}
          </div>
          {making.parts.map((part) => (
            <Made key={part.name} part={part} />
          ))}
        </>
      ) : (
        <p>This hive hangs bars, which come out of a board by two rips and a crosscut.</p>
      )}
      {making.kit.length > 0 ? <h2 className="mt-4 text-lg">Parts of the chosen way</h2> : null}
      {making.kit.map((part) => (
        <Made key={part.name} part={part} />
      ))}
      <p className="mt-3 max-w-prose text-xs text-error">
        Small parts at a saw: riving knife and guard on, push stick and hold-down, stop block clear of the blade, no
        gloves, eyes and ears covered. Let the blade stop before you clear it.
      </p>
    </div>
  );
}

function Made({ part }: { part: Part }) {
  const { units } = useSettings();
  return (
    <details className="border-t border-[var(--line)] py-1" data-made={part.name}>
      <summary className="cursor-pointer">
        <span className="font-semibold">
          {part.count} × {part.name}
        </span>
        <span className="soft">
          {" "}
          {part.sizes.map((size) => wrote(size, units)).join(" × ")}; {part.passes_each} passes each, {part.passes} in
          all, {part.minutes} min
        </span>
      </summary>
      <table className="mt-1 w-full text-xs">
        <thead>
          <tr className="soft text-left">
            <th scope="col" className="font-normal">
              Setting
            </th>
            <th scope="col" className="w-24 text-right font-normal">
              fence
            </th>
            <th scope="col" className="w-24 text-right font-normal">
              blade above table
            </th>
            <th scope="col" className="w-16 text-right font-normal">
              passes
            </th>
            <th scope="col" className="w-16 text-right font-normal">
              minutes
            </th>
            <th scope="col" className="pl-4 font-normal">
              jig and care
            </th>
          </tr>
        </thead>
        <tbody>
          {part.steps.map((step) => (
            <tr key={step.do} className="border-t border-[var(--line)]">
              <td>{step.do}</td>
              <td className="text-right">{wrote(step.fence, units)}</td>
              <td className="text-right">{wrote(step.blade, units)}</td>
              <td className="text-right">{step.passes}</td>
              <td className="text-right">{step.minutes}</td>
              <td className="pl-4">{step.note}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}
