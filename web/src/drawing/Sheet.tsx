import { useLayoutEffect, useRef, useState, type ReactNode } from "react";
import type { Drawing } from "../api/types";
import { useSettings } from "../lib/settings";
import { ShapeMark } from "./ShapeMark";
import { fit, toMm, within, type Size, type Spot, type Transform } from "./transform";

interface SheetProps {
  drawing: Drawing;
  /** Only the length is to scale; the height fills the sheet. */
  stretch?: boolean;
  className?: string;
  chosen?: number | null;
  onItem?: (index: number) => void;
  titleOf?: (index: number) => string;
  /** A click on the sheet itself, in millimetres of the drawing. */
  onPlace?: (at: Spot) => void;
  /** More SVG over the drawing. */
  marks?: (t: Transform, size: Size) => ReactNode;
  /** HTML over the drawing: fields and flags. */
  overlay?: (t: Transform, size: Size) => ReactNode;
}

/** A drawing on the screen. Owns the way from millimetres to pixels. */
export function Sheet({
  drawing,
  stretch = false,
  className = "",
  chosen = null,
  onItem,
  titleOf,
  onPlace,
  marks,
  overlay,
}: SheetProps) {
  const frame = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState<Size | null>(null);
  const { reading } = useSettings();

  useLayoutEffect(() => {
    const element = frame.current;
    if (!element) return;
    const measure = () => {
      setSize({ width: element.clientWidth, height: element.clientHeight });
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => {
      observer.disconnect();
    };
  }, []);

  const t = size && size.width > 0 && size.height > 0 ? fit(drawing.extent, size, stretch) : null;
  return (
    <div ref={frame} className={`relative overflow-hidden ${className}`} data-drawing={drawing.name}>
      {t && size ? (
        <>
          <svg
            width={size.width}
            height={size.height}
            className="absolute inset-0"
            onClick={
              onPlace
                ? (event) => {
                    const at = within(event.currentTarget.getBoundingClientRect(), event.clientX, event.clientY);
                    onPlace(toMm(t, at.x, at.y));
                  }
                : undefined
            }
          >
            <title>{drawing.title}</title>
            {drawing.shapes.map((shape, index) => (
              <ShapeMark
                key={index}
                shape={shape}
                t={t}
                reading={reading}
                chosen={chosen}
                onItem={onItem}
                titleOf={titleOf}
              />
            ))}
            {marks?.(t, size)}
          </svg>
          {overlay?.(t, size)}
        </>
      ) : null}
    </div>
  );
}
