import type { Shape } from "../api/types";
import type { ReadAs } from "../lib/locale";
import { sentence } from "../lib/format";
import { markLine, pointList, radius, spot, strokePath, type Transform } from "./transform";

interface ShapeMarkProps {
  shape: Shape;
  t: Transform;
  reading: ReadAs;
  chosen: number | null;
  onItem?: ((index: number) => void) | undefined;
  /** What a run item is, for the pointer that rests on it. */
  titleOf?: ((index: number) => string) | undefined;
}

/** One shape of a drawing as SVG. */
export function ShapeMark({ shape, t, reading, chosen, onItem, titleOf }: ShapeMarkProps) {
  switch (shape.kind) {
    case "polygon": {
      const item = shape.item;
      const picked = item !== null && item === chosen ? "chosen" : "";
      return (
        <polygon
          points={pointList(t, shape.points)}
          className={`layer layer-${shape.layer} ${picked}`}
          data-item={item ?? undefined}
          onClick={
            item !== null && onItem
              ? () => {
                  onItem(item);
                }
              : undefined
          }
        >
          {item !== null && titleOf ? <title>{titleOf(item)}</title> : null}
        </polygon>
      );
    }
    case "polyline":
      if (isOtherRule(shape.layer, reading)) return null;
      return <polyline points={pointList(t, shape.points)} className={`layer layer-${shape.layer}`} />;
    case "strokes":
      if (isOtherRule(shape.layer, reading)) return null;
      return (
        <g>
          <path d={strokePath(t, shape.lines)} className={`layer layer-${shape.layer}`} />
          {shape.lines.map(([[x]], index) => {
            const name = shape.names[index];
            if (!name) return null;
            const at = spot(t, [x, shape.names_mm]);
            return (
              <text key={x} x={at.x} y={at.y} textAnchor="middle" className={`label label-${shape.layer}`}>
                {name}
              </text>
            );
          })}
        </g>
      );
    case "circle": {
      const at = spot(t, [shape.x_mm, shape.y_mm]);
      const r = radius(t, shape.radius_mm, 4.5);
      return <circle cx={at.x} cy={at.y} r={r} className={`layer layer-${shape.layer}`} />;
    }
    case "label": {
      if (isOtherRule(shape.layer, reading)) return null;
      const at = spot(t, [shape.x_mm, shape.y_mm]);
      return (
        <text x={at.x} y={at.y} textAnchor={shape.anchor} className={`label label-${shape.layer}`}>
          {sentence(shape.text, reading)}
        </text>
      );
    }
    case "dimension":
    case "angle":
      return shape.strokes.map(({ layer, points }, index) => (
        <polyline key={index} points={markLine(t, points)} className={`layer layer-${layer}`} />
      ));
  }
}

function isOtherRule(layer: string, reading: ReadAs): boolean {
  return layer === (reading.units === "mm" ? "rule-in" : "rule-mm");
}
