import { memo, useEffect, useRef, useState, type ReactNode } from "react";
import {
  ComposedChart,
  Line,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  usePlotArea,
  XAxis,
  YAxis,
  type TooltipContentProps,
} from "recharts";
import type { Axis, Chart as ChartOf } from "../api/types";
import type { ReadAs } from "../lib/locale";
import { sentence, written, wrote } from "../lib/format";
import { useSettings } from "../lib/settings";
import { chartTransform, nearest, toMm, within, type Plot, type Transform } from "./transform";

export interface ChartProps {
  chart: ChartOf;
  className?: string;
  /** Keeps the room of a right scale free where there is none: charts under each other stand alike. */
  aligned?: boolean;
  /** A place along the foot that is looked at. */
  at?: number | null;
  /** A click on the chart, at that place along its foot. */
  onPlace?: ((place: number) => void) | undefined;
  /** HTML over the plot, as handles. */
  overlay?: (t: Transform) => ReactNode;
}

/** A chart on the screen, read by pointing and by the arrow keys; its key stands under it and covers no curve. */
export default function Chart({ chart, className = "", aligned = false, at = null, onPlace, overlay }: ChartProps) {
  const { reading } = useSettings();
  const frame = useRef<HTMLDivElement>(null);
  const [plot, setPlot] = useState<Plot | null>(null);
  const { foot, axes } = chart;
  const t = plot ? chartTransform(plot, foot.least, foot.most) : null;
  const [left, right] = (["left", "right"] as const).map((side) => axes.find((axis) => axis.side === side));
  return (
    <figure className={`flex min-h-0 flex-col ${className}`} data-chart={chart.name} aria-label={chart.title}>
      <p className="soft flex justify-between px-3 text-xs">
        <span>{left ? titleOf(left, reading) : ""}</span>
        <span>{right ? titleOf(right, reading) : ""}</span>
      </p>
      <div
        ref={frame}
        className="relative min-h-0 grow"
        onClick={(event) => {
          if (!t || !onPlace || !frame.current) return;
          const { x } = within(frame.current.getBoundingClientRect(), event.clientX, event.clientY);
          onPlace(toMm(t, x, 0).x);
        }}
      >
        <Curves chart={chart} spare={aligned && !right} at={at} reading={reading} onPlot={setPlot} />
        {t ? overlay?.(t) : null}
      </div>
      {foot.title ? <p className="soft text-center text-xs">{foot.title}</p> : null}
      <Key chart={chart} reading={reading} />
    </figure>
  );
}

interface CurvesProps {
  chart: ChartOf;
  /** Whether the room of a right scale is kept free. */
  spare: boolean;
  at: number | null;
  reading: ReadAs;
  onPlot: (plot: Plot) => void;
}

/** What the library draws; it isn’t asked to again when only something over it changes. */
const Curves = memo(function Curves({ chart, spare, at, reading, onPlot }: CurvesProps) {
  const { foot, axes, places, series, bands, levels, now } = chart;
  const rows = places.map((place, index) => ({
    place,
    ...Object.fromEntries(series.map(({ key, values }) => [key, values[index] ?? null])),
  }));
  const first = axes[0]?.key ?? "";
  return (
    <ResponsiveContainer width="100%" height="100%">
      <ComposedChart data={rows} margin={spare ? SPARE : MARGIN} title={chart.title}>
        {bands.map((band) => (
          <ReferenceArea
            key={`${band.layer} ${String(band.start)}`}
            className={`layer-${band.layer}`}
            yAxisId={first}
            x1={band.start}
            x2={band.end}
            fill="inherit"
            fillOpacity={1}
            stroke="none"
          />
        ))}
        <XAxis
          dataKey="place"
          type="number"
          domain={[foot.least, foot.most]}
          allowDataOverflow
          ticks={foot.ticks.map((tick) => tick.at)}
          tickFormatter={(value: number) => wordsAt(foot, value, reading)}
          interval="equidistantPreserveStart"
          minTickGap={10}
          tick={TICK}
          axisLine={RULE}
          tickLine={RULE}
          height={20}
        />
        {axes.map((axis) => (
          <YAxis
            key={axis.key}
            yAxisId={axis.key}
            hide={axis.side === "none"}
            orientation={axis.side === "right" ? "right" : "left"}
            domain={[axis.least, axis.most]}
            allowDataOverflow
            ticks={axis.ticks.map((tick) => tick.at)}
            tickFormatter={(value: number) => written({ value, unit: axis.unit }, reading).number}
            interval={0}
            tick={TICK}
            axisLine={RULE}
            tickLine={RULE}
            width={axis.side === "none" ? 0 : SCALE}
          />
        ))}
        {levels.map((level) => (
          <ReferenceLine
            key={`${level.axis} ${String(level.at)}`}
            className="layer-limit"
            yAxisId={level.axis}
            y={level.at}
            stroke="inherit"
            strokeWidth="inherit"
            label={{ value: sentence(level.text, reading), position: "insideBottomRight", className: "label-minor" }}
          />
        ))}
        {series.map(({ key, layer, axis, dots }) => (
          <Line
            key={key}
            className={`layer-${layer}`}
            yAxisId={axis}
            dataKey={key}
            type="linear"
            stroke={dots ? "none" : "inherit"}
            strokeWidth="inherit"
            strokeDasharray="inherit"
            dot={dots ? { r: 3.5, className: `layer-${layer}`, style: filled(layer) } : false}
            activeDot={{ r: 4, fill: "var(--ink)", stroke: "var(--paper)" }}
            isAnimationActive={false}
          />
        ))}
        {[now, at].map((place, index) =>
          place === null ? null : (
            <ReferenceLine
              key={index}
              className={`layer-now ${index === 1 ? "chart-at" : ""}`}
              yAxisId={first}
              x={place}
              stroke="inherit"
              strokeWidth="inherit"
            />
          ),
        )}
        <Tooltip
          isAnimationActive={false}
          content={(shown) => <Readout chart={chart} shown={shown} reading={reading} />}
        />
        <Placed onPlot={onPlot} />
      </ComposedChart>
    </ResponsiveContainer>
  );
});

/** The first curve’s dots are full, those of the others are rings. */
function filled(layer: string) {
  return { fill: layer === "series-1" ? "var(--ink)" : "var(--paper)", strokeDasharray: "none", strokeWidth: 1.75 };
}

const SCALE = 50;
const MARGIN = { top: 16, right: 12, bottom: 2, left: 4 };
const SPARE = { ...MARGIN, right: 62 };
const TICK = { fill: "var(--soft)", fontSize: 12, stroke: "none" };
const RULE = { stroke: "var(--soft)" };

/** What each curve and band is. */
function Key({ chart, reading }: { chart: ChartOf; reading: ReadAs }) {
  const bands = chart.bands.filter(({ name }, index) => chart.bands.findIndex((each) => each.name === name) === index);
  return (
    <ul className="flex flex-wrap gap-x-4 px-3 pb-1 text-xs" aria-label={`Key of ${chart.title}`}>
      {chart.series.map(({ key, layer, name, now: of, dots }) => (
        <li key={key} className="flex items-center gap-1.5">
          <svg width={dots ? 10 : 26} height={dots ? 10 : 8} aria-hidden="true">
            {dots ? (
              <circle cx="5" cy="5" r="3.5" className={`layer-${layer}`} style={filled(layer)} />
            ) : (
              <line x1="1" x2="25" y1="4" y2="4" className={`layer-${layer}`} />
            )}
          </svg>
          {of ? `${name}, now ${wrote(of, reading)}` : name}
        </li>
      ))}
      {bands.map(({ name, layer }) => (
        <li key={name} className="flex items-center gap-1.5">
          <svg width="16" height="10" aria-hidden="true">
            <rect width="16" height="10" className={`layer-${layer}`} />
          </svg>
          {name}
        </li>
      ))}
    </ul>
  );
}

interface ReadoutProps {
  chart: ChartOf;
  shown: TooltipContentProps;
  reading: ReadAs;
}

/** What every curve says at the place that is pointed at. */
function Readout({ chart, shown, reading }: ReadoutProps) {
  const { active, label } = shown;
  if (!active || typeof label !== "number") return null;
  const index = nearest(chart.places, label);
  const unit = (key: string) => chart.axes.find((axis) => axis.key === key)?.unit ?? "number";
  const place = chart.names[index] ?? wrote({ value: label, unit: chart.foot.unit }, reading);
  return (
    <div className="rounded border border-base-content bg-base-100 px-2 py-1 text-xs" data-testid="readout">
      <p className="font-semibold">{place}</p>
      <ul>
        {chart.series.map(({ key, axis, name, values }) => {
          const value = values[index] ?? null;
          return value === null ? null : (
            <li key={key}>
              {name}: <b>{wrote({ value, unit: unit(axis) }, reading)}</b>
            </li>
          );
        })}
      </ul>
    </div>
  );
}

/** Says where the plot lies once the library has laid it out. */
function Placed({ onPlot }: { onPlot: (plot: Plot) => void }) {
  const area = usePlotArea();
  const { x, y, width, height } = area ?? {};
  useEffect(() => {
    if (x !== undefined && y !== undefined && width && height) onPlot({ x, y, width, height });
  }, [onPlot, x, y, width, height]);
  return null;
}

/** What an axis measures, and in which unit. */
function titleOf({ title, unit, most }: Axis, reading: ReadAs): string {
  const measure = written({ value: most, unit }, reading).unit;
  return measure ? `${title}, ${measure}` : title;
}

function wordsAt(axis: Axis, value: number, reading: ReadAs): string {
  const tick = axis.ticks.find(({ at }) => at === value);
  return tick ? sentence(tick.text, reading) : "";
}
