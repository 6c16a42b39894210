import type { Drawing, Handle } from "../api/types";
import type { ReadAs } from "../lib/locale";

/**
 * From the drawing's millimetres to the screen's pixels and back. All pixel geometry is here;
 * components only place what it returns.
 */

export interface Transform {
  scaleX: number;
  scaleY: number;
  left: number;
  top: number;
}

export interface Size {
  width: number;
  height: number;
}

export interface Spot {
  x: number;
  y: number;
}

type Pair = readonly [number, number];

/** Fits a drawing into a box: to scale, or stretched in height when only length is to scale. */
export function fit(extent: Drawing["extent"], size: Size, stretch: boolean): Transform {
  const wide = extent.right_mm - extent.left_mm;
  const high = extent.bottom_mm - extent.top_mm;
  const scaleX = size.width / wide;
  const scaleY = size.height / high;
  if (stretch) return { scaleX, scaleY, left: -extent.left_mm * scaleX, top: -extent.top_mm * scaleY };
  const scale = Math.min(scaleX, scaleY);
  return {
    scaleX: scale,
    scaleY: scale,
    left: (size.width - wide * scale) / 2 - extent.left_mm * scale,
    top: (size.height - high * scale) / 2 - extent.top_mm * scale,
  };
}

/** A point of the drawing on the screen. */
export function spot(t: Transform, [x, y]: Pair): Spot {
  return { x: x * t.scaleX + t.left, y: y * t.scaleY + t.top };
}

/** Where a label stands at a place along a drawing: drawn back by as much of itself, so that it never hangs over. */
export function labelled(t: Transform, size: Size, x: number): { left: number; transform: string } {
  const left = spot(t, [x, 0]).x;
  const share = Math.min(Math.max(left / Math.max(size.width, 1), 0), 1);
  return { left, transform: `translateX(${String(-100 * share)}%)` };
}

/** A place on the screen in millimetres of the drawing. */
export function toMm(t: Transform, x: number, y: number): Spot {
  return { x: (x - t.left) / t.scaleX, y: (y - t.top) / t.scaleY };
}

/** Short lines as the path of one mark. */
export function strokePath(t: Transform, lines: readonly (readonly Pair[])[]): string {
  return lines.map((line) => `M${pointList(t, line).replace(" ", "L")}`).join("");
}

/** Points as the attribute of a polygon. */
export function pointList(t: Transform, points: readonly Pair[]): string {
  return points
    .map((point) => {
      const { x, y } = spot(t, point);
      return `${x.toFixed(2)},${y.toFixed(2)}`;
    })
    .join(" ");
}

/** A radius on the screen: never too small to see or tap. */
export function radius(t: Transform, mm: number, least: number): number {
  return Math.max(mm * Math.min(t.scaleX, t.scaleY), least);
}

type Vertex = readonly [number, number, number, number];

/** A point of a mark: a place on the drawing, and how far off it on the screen. */
export function placed(t: Transform, [x, y, right, down]: Vertex): Spot {
  const at = spot(t, [x, y]);
  return { x: at.x + right, y: at.y + down };
}

/** The line of a mark as the attribute of a polyline. */
export function markLine(t: Transform, points: readonly Vertex[]): string {
  return points
    .map((vertex) => {
      const { x, y } = placed(t, vertex);
      return `${x.toFixed(2)},${y.toFixed(2)}`;
    })
    .join(" ");
}

/** Where the curves of a chart lie on its sheet. */
export interface Plot extends Spot, Size {}

/** From places along a chart’s foot to the screen; its height is not to any one scale. */
export function chartTransform(plot: Plot, least: number, most: number): Transform {
  const scaleX = plot.width / (most - least);
  return { scaleX, scaleY: 1, left: plot.x - least * scaleX, top: plot.y + plot.height / 2 };
}

/** Which of these places lies nearest. */
export function nearest(places: readonly number[], place: number): number {
  return places.reduce(
    (best, each, index) => (Math.abs(each - place) < Math.abs((places[best] ?? Infinity) - place) ? index : best),
    0,
  );
}

/** A place on the page as a place on a sheet. */
export function within(frame: DOMRect, x: number, y: number): Spot {
  return { x: x - frame.left, y: y - frame.top };
}

/** Where a handle is dropped: where the pointer is, less where it took hold. */
export function dropAt(t: Transform, x: number, y: number, grip: Spot): Spot {
  const at = toMm(t, x, y);
  return { x: at.x - grip.x, y: at.y - grip.y };
}

/** How far from the handle's own place the pointer took hold [mm]. */
export function gripOf(t: Transform, x: number, y: number, handle: Handle): Spot {
  const at = toMm(t, x, y);
  return { x: at.x - handle.x_mm, y: at.y - handle.y_mm };
}

export interface FlagPlace extends Spot {
  /** Whether the flag flies to the left, for want of room on the right. */
  left: boolean;
}

const FLAG_WIDE = 34;
const FLAG_HIGH = 20;

/** Places for flags: inside the sheet, and raised where one would cover another. */
export function flagPlaces(spots: Spot[], size: Size): FlagPlace[] {
  const placed: FlagPlace[] = [];
  for (const { x, y } of spots) {
    const left = x + FLAG_WIDE > size.width;
    let up = Math.max(y, FLAG_HIGH + 10);
    while (placed.some((other) => Math.abs(other.x - x) < FLAG_WIDE && Math.abs(other.y - up) < FLAG_HIGH)) {
      up -= FLAG_HIGH;
    }
    placed.push({ x: Math.min(x, size.width - 1), y: up, left });
  }
  return placed;
}

export interface ScaleBar {
  from: Spot;
  half: Spot;
  to: Spot;
  length: number;
}

/** A scale bar of a round length at the foot of a sheet. */
export function scaleBar(t: Transform, size: Size, reading: ReadAs): ScaleBar {
  const lengths = reading.units === "mm" ? [50, 100, 200, 500, 1000] : [2, 4, 8, 20, 40].map((inch) => inch * 25.4);
  const wished = size.width * 0.24;
  const mm = lengths.findLast((length) => length * t.scaleX <= wished) ?? lengths[0] ?? 50;
  const y = size.height - 34;
  const x = 22;
  return {
    from: { x, y },
    half: { x: x + (mm * t.scaleX) / 2, y },
    to: { x: x + mm * t.scaleX, y },
    length: mm,
  };
}

/** How much of the page's width a drawing takes when the longest takes all of it, in percent. */
export function shareOf(extent: Drawing["extent"], all: Drawing["extent"][]): number {
  const long = (box: Drawing["extent"]): number => box.right_mm - box.left_mm;
  return (100 * long(extent)) / Math.max(...all.map(long));
}

/** A drawing's width to its height, for a sheet that shows all of it at its own width. */
export function aspect(extent: Drawing["extent"]): string {
  return `${String(extent.right_mm - extent.left_mm)} / ${String(extent.bottom_mm - extent.top_mm)}`;
}

/** Where an upright box of a drawing lies on the screen. */
export function lies(
  t: Transform,
  box: Drawing["extent"],
): { left: number; top: number; width: number; height: number } {
  const from = spot(t, [box.left_mm, box.top_mm]);
  const to = spot(t, [box.right_mm, box.bottom_mm]);
  return { left: from.x, top: from.y, width: to.x - from.x, height: to.y - from.y };
}

/** Pixels for a millimetre where several runs are set beside each other. */
const SMALL = 0.16;

/** How wide a drawing is at the scale that small ones share [px]. */
export function smallWidth(extent: Drawing["extent"]): number {
  return (extent.right_mm - extent.left_mm) * SMALL;
}
