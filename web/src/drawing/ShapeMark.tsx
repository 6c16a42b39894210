import type { Shape, Units } from "../api/types";
import { sentence } from "../lib/format";
import { angleShape, dimensionLines, pointList, radius, spot, strokePath, type Transform } from "./transform";

interface ShapeMarkProps {
  shape: Shape;
  t: Transform;
  units: Units;
  chosen: number | null;
  onItem?: ((index: number) => void) | undefined;
  /** What a run item is, for the pointer that rests on it. */
  titleOf?: ((index: number) => string) | undefined;
}

/** One shape of a drawing as SVG. */
export function ShapeMark({ shape, t, units, chosen, onItem, titleOf }: ShapeMarkProps) {
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
      if (isOtherRule(shape.layer, units)) return null;
      return <polyline points={pointList(t, shape.points)} className={`layer layer-${shape.layer}`} />;
    case "strokes":
      if (isOtherRule(shape.layer, units)) return null;
      return <path d={strokePath(t, shape.lines)} className={`layer layer-${shape.layer}`} />;
    case "circle": {
      const at = spot(t, [shape.x_mm, shape.y_mm]);
      const r = radius(t, shape.radius_mm, 4.5);
      return <circle cx={at.x} cy={at.y} r={r} className={`layer layer-${shape.layer}`} />;
    }
    case "label": {
      if (isOtherRule(shape.layer, units)) return null;
      const at = spot(t, [shape.x_mm, shape.y_mm]);
      return (
        <text x={at.x} y={at.y} textAnchor={shape.anchor} className={`label label-${shape.layer}`}>
          {sentence(shape.text, units)}
        </text>
      );
    }
    case "dimension":
      return (
        <g>
          {dimensionLines(t, shape).lines.map((line, index) => (
            <line
              key={index}
              x1={line.from.x}
              y1={line.from.y}
              x2={line.to.x}
              y2={line.to.y}
              className={`dimension-line ${index > 1 ? "dimension-main" : ""}`}
            />
          ))}
        </g>
      );
    case "angle": {
      const angle = angleShape(t, shape);
      return (
        <g>
          <line
            x1={angle.plumb.from.x}
            y1={angle.plumb.from.y}
            x2={angle.plumb.to.x}
            y2={angle.plumb.to.y}
            className="dimension-line"
            strokeDasharray="4 3"
          />
          <path d={angle.arc} className="dimension-line dimension-main" />
        </g>
      );
    }
  }
}

function isOtherRule(layer: string, units: Units): boolean {
  return layer === (units === "mm" ? "rule-in" : "rule-mm");
}
