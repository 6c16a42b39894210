import { useRef, useState, type KeyboardEvent, type PointerEvent } from "react";
import type { Handle } from "../api/types";
import type { ReadAs } from "../lib/locale";
import { sentence, wrote } from "../lib/format";
import { dropAt, gripOf, spot, within, type Spot, type Transform } from "./transform";

interface GripProps {
  handle: Handle;
  t: Transform;
  reading: ReadAs;
  /** The look: a follower's board, or a corner of the section. */
  look: "board" | "corner";
  onDrag: (at: Spot, snap: boolean) => void;
  onDrop: (at: Spot, snap: boolean) => void;
  /** An arrow key: one step forward or back, a small one with Shift. */
  onNudge: (forward: boolean, fine: boolean) => void;
  onCancel: () => void;
}

/** Something on a drawing to take hold of, by mouse, finger or keys. It only says where it was dropped. */
export function Grip({ handle, t, reading, look, onDrag, onDrop, onNudge, onCancel }: GripProps) {
  const held = useRef<{ grip: Spot; last: Spot | null; snap: boolean } | null>(null);
  const [live, setLive] = useState(false);
  const at = spot(t, [handle.grip_x_mm, handle.y_mm]);

  const down = (event: PointerEvent<HTMLDivElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    event.currentTarget.focus();
    const { x, y } = onSheet(event);
    held.current = { grip: gripOf(t, x, y, handle), last: null, snap: true };
    setLive(true);
    event.preventDefault();
  };
  const move = (event: PointerEvent<HTMLDivElement>) => {
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
  const key = (event: KeyboardEvent<HTMLDivElement>) => {
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
    <div
      role="slider"
      tabIndex={0}
      aria-label={handle.label}
      aria-orientation={handle.axis === "x" ? "horizontal" : "vertical"}
      aria-valuenow={handle.quantity.value}
      aria-valuemin={handle.least_mm}
      aria-valuemax={handle.most_mm}
      aria-valuetext={sentence(handle.text, reading)}
      title={`${handle.label}: ${wrote(handle.quantity, reading)}. Drag, or use the arrow keys.`}
      data-handle={handle.id}
      className={`group absolute flex -translate-x-1/2 -translate-y-1/2 touch-none items-center justify-center
        outline-none ${handle.axis === "x" ? "cursor-ew-resize" : "cursor-ns-resize"}
        ${look === "board" ? "h-23 w-11" : "size-9"}`}
      style={{ left: at.x, top: at.y }}
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={up}
      onPointerCancel={drop}
      onKeyDown={key}
    >
      {look === "board" ? <BoardGrip live={live} /> : <CornerGrip live={live} />}
    </div>
  );
}

const RING = "group-focus-visible:outline-3 group-focus-visible:outline-offset-2 group-focus-visible:outline-primary";

function BoardGrip({ live }: { live: boolean }) {
  const ground = live ? "bg-primary" : "bg-neutral group-hover:bg-primary";
  return (
    <span className={`flex h-20 w-5 flex-col items-center justify-center gap-[3px] rounded-xs ${ground} ${RING}`}>
      {["a", "b", "c"].map((line) => (
        <span key={line} className="h-[1.5px] w-2 bg-neutral-content" />
      ))}
    </span>
  );
}

function CornerGrip({ live }: { live: boolean }) {
  const ground = live ? "bg-primary" : "bg-base-100 group-hover:bg-primary";
  return <span className={`size-3.5 rounded-full border-2 border-primary ${ground} ${RING}`} />;
}

/** Where the pointer is, in the sheet's own pixels. */
function onSheet(event: PointerEvent<HTMLDivElement>): Spot {
  const frame = event.currentTarget.closest("[data-drawing]")?.getBoundingClientRect();
  return frame ? within(frame, event.clientX, event.clientY) : { x: event.clientX, y: event.clientY };
}
