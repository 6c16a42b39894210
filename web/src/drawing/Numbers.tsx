import type { Drawing, Shape } from "../api/types";
import { written } from "../lib/format";
import { useSettings } from "../lib/settings";
import { placed, type Spot, type Transform } from "./transform";

/** Where a dimension's number stands. */
export function numberPlace(shape: Shape, t: Transform): Spot | null {
  return shape.kind === "dimension" || shape.kind === "angle" ? placed(t, shape.middle) : null;
}

/** The numbers of a drawing's dimensions, to read only: for print and for looking back. */
export function Numbers({ drawing, t }: { drawing: Drawing; t: Transform }) {
  const { reading } = useSettings();
  return drawing.shapes.map((shape) => {
    const at = numberPlace(shape, t);
    if (!at || (shape.kind !== "dimension" && shape.kind !== "angle")) return null;
    return (
      <span
        key={shape.name}
        className="absolute -translate-x-1/2 -translate-y-1/2 bg-base-100 px-1 text-xs font-semibold whitespace-nowrap"
        style={{ left: at.x, top: at.y }}
      >
        {written(shape.quantity, reading).number}
        {shape.kind === "angle" ? "°" : ""}
      </span>
    );
  });
}
