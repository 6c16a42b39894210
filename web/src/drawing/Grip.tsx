import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { Handle, Units } from "../api/types";
import { sentence, wrote } from "../lib/format";
import { dropAt, gripOf, spot, type Spot, type Transform } from "./transform";

interface GripProps {
  handle: Handle;
  t: Transform;
  units: Units;
  /** The look: a follower's board, or a corner of the section. */
  look: "board" | "corner";
  onDrag: (at: Spot, snap: boolean) => void;
  onDrop: (at: Spot, snap: boolean) => void;
  /** An arrow key: one step forward or back, a small one with Shift. */
  onNudge: (forward: boolean, fine: boolean) => void;
  onCancel: () => void;
}

/** Something on a drawing to take hold of, by mouse, finger or keys. It only says where it was dropped. */
export function Grip({ handle, t, units, look, onDrag, onDrop, onNudge, onCancel }: GripProps) {
  const held = useRef<{ grip: Spot; last: Spot | null; snap: boolean } | null>(null);
  const [live, setLive] = useState(false);
  const at = spot(t, [handle.grip_x_mm, handle.y_mm]);

  const down = (event: PointerEvent<SVGGElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    event.currentTarget.focus();
    const { x, y } = onSheet(event);
    held.current = { grip: gripOf(t, x, y, handle), last: null, snap: true };
    setLive(true);
    event.preventDefault();
  };
  const move = (event: PointerEvent<SVGGElement>) => {
    const hold = held.current;
    if (!hold) return;
    const { x, y } = onSheet(event);
    hold.last = dropAt(t, x, y, hold.grip);
    hold.snap = !event.altKey;
    onDrag(hold.last, hold.snap);
  };
  const up = () => {
    const hold = held.current;
    held.current = null;
    setLive(false);
    if (hold?.last) onDrop(hold.last, hold.snap);
  };
  const drop = () => {
    held.current = null;
    setLive(false);
    onCancel();
  };
  const key = (event: KeyboardEvent<SVGGElement>) => {
    if (event.key === "Escape") {
      drop();
      return;
    }
    const forward = event.key === "ArrowRight" || event.key === "ArrowDown";
    const back = event.key === "ArrowLeft" || event.key === "ArrowUp";
    if (!forward && !back) return;
    event.preventDefault();
    onNudge(forward, event.shiftKey);
  };

  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={handle.label}
      aria-orientation={handle.axis === "x" ? "horizontal" : "vertical"}
      aria-valuenow={handle.quantity.value}
      aria-valuemin={handle.least_mm}
      aria-valuemax={handle.most_mm}
      aria-valuetext={sentence(handle.text, units)}
      data-handle={handle.id}
      className={`touch-none outline-none ${handle.axis === "x" ? "cursor-ew-resize" : "cursor-ns-resize"} group`}
      transform={`translate(${String(at.x)} ${String(at.y)})`}
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={drop}
      onKeyDown={key}
    >
      <title>{`${handle.label}: ${wrote(handle.quantity, units)}. Drag, or use the arrow keys.`}</title>
      {look === "board" ? <BoardGrip live={live} /> : <CornerGrip live={live} />}
    </g>
  );
}

function BoardGrip({ live }: { live: boolean }) {
  return (
    <g>
      <rect x="-22" y="-46" width="44" height="92" fill="transparent" />
      <rect
        x="-10"
        y="-41"
        width="20"
        height="82"
        rx="2"
        className={`${live ? "fill-primary" : "fill-neutral group-hover:fill-primary"} group-focus-visible:stroke-primary`}
        strokeWidth="3"
      />
      <path d="M-4 -5h8M-4 0h8M-4 5h8" className="stroke-neutral-content" strokeWidth="1.6" />
    </g>
  );
}

function CornerGrip({ live }: { live: boolean }) {
  return (
    <>
      <circle r="18" fill="transparent" />
      <circle
        r="6"
        className={`${live ? "fill-primary" : "fill-base-100 group-hover:fill-primary"} stroke-primary group-focus-visible:fill-primary`}
        strokeWidth="2"
      />
    </>
  );
}

/** Where the pointer is, in the sheet's own pixels. */
function onSheet(event: PointerEvent<SVGGElement>): Spot {
  const matrix = event.currentTarget.ownerSVGElement?.getScreenCTM()?.inverse();
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
  return { x: point.x, y: point.y };
}
