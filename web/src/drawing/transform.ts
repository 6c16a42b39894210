import type { AngleMark, Dimension, Drawing, Handle, Units } from "../api/types";

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

export interface Line {
  from: Spot;
  to: Spot;
}

export interface DimensionLines {
  lines: Line[];
  middle: Spot;
}

const SLASH = 5;
const OVERSHOOT = 7;
const STAND_OFF = 4;

/** The lines of a dimension: two extension lines, the dimension line and its end slashes. */
export function dimensionLines(t: Transform, dimension: Dimension): DimensionLines {
  const [dx, dy] = dimension.offset;
  const ends = [dimension.start, dimension.end].map(([x, y]) => ({
    at: spot(t, [x, y]),
    on: spot(t, [x + dx, y + dy]),
  }));
  const [a, b] = ends as [{ at: Spot; on: Spot }, { at: Spot; on: Spot }];
  const reach = Math.hypot(a.on.x - a.at.x, a.on.y - a.at.y);
  const extension = ({ at, on }: { at: Spot; on: Spot }): Line[] => {
    if (reach < STAND_OFF) return [];
    const ux = (on.x - at.x) / reach;
    const uy = (on.y - at.y) / reach;
    return [
      {
        from: { x: at.x + ux * STAND_OFF, y: at.y + uy * STAND_OFF },
        to: { x: on.x + ux * OVERSHOOT, y: on.y + uy * OVERSHOOT },
      },
    ];
  };
  const slash = ({ on }: { on: Spot }): Line => ({
    from: { x: on.x - SLASH, y: on.y + SLASH },
    to: { x: on.x + SLASH, y: on.y - SLASH },
  });
  return {
    lines: [...extension(a), ...extension(b), { from: a.on, to: b.on }, slash(a), slash(b)],
    middle: { x: (a.on.x + b.on.x) / 2, y: (a.on.y + b.on.y) / 2 },
  };
}

export interface AngleShape {
  plumb: Line;
  arc: string;
  middle: Spot;
}

/** An angle from the vertical: the plumb line, the arc, and the place of its number. */
export function angleShape(t: Transform, mark: AngleMark): AngleShape {
  const corner = spot(t, mark.corner);
  const r = mark.radius_mm * t.scaleX;
  const end = (turn: number): Spot => ({
    x: corner.x + r * Math.sin((turn * Math.PI) / 180),
    y: corner.y - r * Math.cos((turn * Math.PI) / 180),
  });
  const from = end(0);
  const to = end(mark.turn_deg);
  const sweep = mark.turn_deg > 0 ? 1 : 0;
  return {
    plumb: { from: corner, to: { x: corner.x, y: corner.y - r * 1.15 } },
    arc: ["M", from.x, from.y, "A", r, r, 0, 0, sweep, to.x, to.y].join(" "),
    middle: { x: corner.x + 4, y: corner.y - r * 1.15 - 11 },
  };
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
export function scaleBar(t: Transform, size: Size, units: Units): ScaleBar {
  const lengths = units === "mm" ? [50, 100, 200, 500, 1000] : [2, 4, 8, 20, 40].map((inch) => inch * 25.4);
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
