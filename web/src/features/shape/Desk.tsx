import type { Chart, Edit, Handle } from "../../api/types";
import { Grip } from "../../drawing/Grip";
import { numberPlace } from "../../drawing/Numbers";
import { LazyChart } from "../../drawing/LazyChart";
import { Sheet } from "../../drawing/Sheet";
import { scaleBar, type Size, type Transform } from "../../drawing/transform";
import { inches, sentence, system, wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Pair } from "../../ui/Pair";
import { Button } from "../../ui/Button";
import { DimensionField, Flags, Legend, readyEdit, tableOf, type Bench, useHandles } from "../bench";
import { Things } from "./Things";

const VIEWS: readonly (readonly [string, string])[] = [
  ["whole", "Whole"],
  ["section", "Across"],
  ["along", "Along"],
  ["plan", "From above"],
  ["above", "All above"],
  ["beside", "All beside"],
  ["slope", "Slope"],
  ["board", "Board"],
];

export interface DeskProps {
  bench: Bench;
  view: string;
  onView: (view: string) => void;
  /** The thing of the whole hive that was taken hold of. */
  thing: string;
  onThing: (thing: string, box: number | null) => void;
  pointed: string | null;
  onPoint: (finding: string) => void;
}

/** The drawing that answers the step's question, with its dimensions as the inputs. */
export function Desk({ bench, view, onView, thing, onThing, pointed, onPoint }: DeskProps) {
  const { reading } = useSettings();
  // The drawing of before stays until the one that is wished is there.
  const drawn = bench.shape?.drawings ?? {};
  const chart = bench.shape?.charts[view];
  const drawing = chart ? undefined : (drawn[view] ?? Object.values(drawn)[0]);
  const shown = drawing?.name ?? view;
  const handles = useHandles(bench, reading);
  return (
    <main id="sheet" className="flex min-h-0 flex-col bg-base-100 md:border-r md:border-base-content">
      <div className="flex flex-wrap items-start gap-3 px-5 pt-4">
        <div className="grow">
          <h1 className="text-3xl leading-tight">Shape</h1>
          <p className="soft">
            {(chart ?? drawing) ? `${(chart ?? drawing)?.title ?? ""}. ` : ""}
            {chart
              ? "Click a slope, or drag the marker."
              : drawing?.things.length
                ? "Click a thing to change it: a wall, the floor, the roof, a super."
                : "Click a dimension to change it; a slanted one follows from the others."}
          </p>
        </div>
        <div className="no-print">
          <Pair
            label="View"
            value={view}
            options={VIEWS.filter(([name]) => bench.shape?.views.includes(name))}
            onChange={onView}
          />
        </div>
      </div>
      {chart ? <SlopeChart chart={chart} bench={bench} /> : null}
      {drawing ? (
        <Sheet
          drawing={drawing}
          className="h-[22rem] md:h-auto md:min-h-0 md:grow"
          marks={(t, size) => <ScaleMark t={t} size={size} />}
          overlay={(t, size) => (
            <>
              <Things
                drawing={drawing}
                t={t}
                chosen={thing}
                onChoose={onThing}
                onDrop={(edit, label) => {
                  void bench.commit(edit, `Put on the hive: ${label}`, "tray");
                }}
              />
              {drawing.handles.map((handle) => (
                <Grip
                  key={handle.id}
                  handle={handle}
                  t={t}
                  reading={reading}
                  look={lookOf(handle)}
                  {...handles(handle)}
                />
              ))}
              {drawing.shapes.map((shape) => {
                const at = numberPlace(shape, t);
                if (!at || (shape.kind !== "dimension" && shape.kind !== "angle")) return null;
                return <DimensionField key={shape.name} mark={shape} at={at} bench={bench} />;
              })}
              <Flags
                findings={bench.findings}
                drawing={shown}
                box={bench.report.box}
                t={t}
                size={size}
                pointed={pointed}
                onPoint={onPoint}
              />
            </>
          )}
        />
      ) : null}
      <div className="flex flex-wrap items-center gap-x-6 px-5 pb-1.5">
        {chart ? <AdviceList bench={bench} /> : <Legend />}
      </div>
    </main>
  );
}

/** What each slope gives; the marker is dragged, or a slope is clicked. */
function SlopeChart({ chart, bench }: { chart: Chart; bench: Bench }) {
  const { reading } = useSettings();
  const handles = useHandles(bench, reading);
  const { handle } = chart;
  const lean = (slope: number) => {
    if (!handle) return;
    const edit: Edit = { do: "drop", handle: handle.id, x_mm: slope, units: system(reading) };
    void bench.commit(edit, "Slope chosen", handle.id);
  };
  return (
    <LazyChart
      chart={chart}
      className="h-[26rem] px-3 md:h-auto md:grow"
      onPlace={lean}
      overlay={(t) =>
        handle ? <Grip handle={handle} t={t} reading={reading} look="corner" {...handles(handle)} /> : null
      }
    />
  );
}

/** What the slope finder has to say, with a button that does it. */
function AdviceList({ bench }: { bench: Bench }) {
  const { reading } = useSettings();
  return (
    <ul className="grid gap-1">
      {tableOf(bench.shape, "advice")?.lines.map(({ key, cells: [said], why, choose }) => (
        <li key={key} className="flex flex-wrap items-center gap-x-3" title={why}>
          <span>{said && "template" in said ? sentence(said, reading) : ""}</span>
          {choose ? (
            <Button
              className="font-semibold"
              onClick={() => void bench.commit(readyEdit(choose.edit), choose.label, "advice")}
            >
              {choose.label}
            </Button>
          ) : null}
        </li>
      ))}
    </ul>
  );
}

function lookOf(handle: Handle): "board" | "corner" {
  return handle.id.startsWith("follower") ? "board" : "corner";
}

function ScaleMark({ t, size }: { t: Transform; size: Size }) {
  const { reading } = useSettings();
  const bar = scaleBar(t, size, reading);
  const words = reading.units === "mm" ? wrote({ value: bar.length, unit: "mm" }, reading) : `${inches(bar.length)} in`;
  return (
    <g aria-hidden="true" className="max-sm:hidden">
      <line
        x1={bar.from.x}
        x2={bar.to.x}
        y1={bar.from.y}
        y2={bar.to.y}
        className="layer layer-dimension"
        strokeWidth="1"
      />
      <line
        x1={bar.from.x}
        x2={bar.half.x}
        y1={bar.from.y}
        y2={bar.from.y}
        stroke="var(--color-base-content)"
        strokeWidth="3"
      />
      <text x={bar.from.x} y={bar.from.y} dy="14" className="label label-minor">
        0
      </text>
      <text x={bar.to.x} y={bar.to.y} dy="14" textAnchor="middle" className="label label-minor">
        {words}
      </text>
    </g>
  );
}
