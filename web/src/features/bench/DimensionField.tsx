import { useEffect, useRef, useState, type CSSProperties } from "react";
import type { AngleMark, Dimension } from "../../api/types";
import type { Spot } from "../../drawing/transform";
import { typeable, typing, written } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { useTyped } from "../../ui/useTyped";
import { setEdit } from "./edits";
import type { Bench } from "./useBench";

interface DimensionFieldProps {
  mark: Dimension | AngleMark;
  at: Spot;
  bench: Bench;
}

/** A dimension on the drawing: a number to read, and to click and type. */
export function DimensionField({ mark, at, bench }: DimensionFieldProps) {
  const { reading } = useSettings();
  const [open, setOpen] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const button = useRef<HTMLButtonElement>(null);
  const closing = useRef(false);
  const path = mark.path;
  const { number, unit } = written(mark.quantity, reading);
  const edit = (text: string) => ({ ...setEdit(path ?? "", text), ...typing(reading) });

  const [frozen, setFrozen] = useState("");
  const typed = useTyped({
    shown: frozen,
    onPreview: (text) => {
      bench.preview(edit(text), path ?? "");
    },
    onCommit: (text) => bench.commit(edit(text), `${mark.name} ${text}`, path ?? ""),
    onCancel: () => {
      bench.calm(path ?? "");
      close();
    },
  });
  const close = () => {
    closing.current = true;
    setOpen(false);
  };
  const done = async () => {
    if (await typed.commit()) close();
  };

  useEffect(() => {
    if (open) input.current?.select();
    else if (closing.current) button.current?.focus();
    closing.current = false;
  }, [open]);

  const place = { left: at.x, top: at.y };
  const suffix = mark.kind === "angle" ? "°" : "";
  if (!path) {
    return (
      <span className="absolute -translate-x-1/2 -translate-y-1/2 bg-base-100 px-1" style={place} title={mark.name}>
        {number}
        {suffix}
      </span>
    );
  }
  if (!open) {
    return (
      <button
        ref={button}
        type="button"
        className={`absolute min-h-6 -translate-x-1/2 -translate-y-1/2 cursor-text bg-base-100 px-1.5 text-[0.9rem]
          hover:text-primary hover:underline ${mark.held ? "font-semibold" : "soft italic"}`}
        style={place}
        aria-label={`${mark.name}: ${number} ${unit}. Change it.`}
        title={mark.held ? mark.name : `${mark.name}, follows from the held sizes`}
        data-dimension={mark.name}
        onClick={() => {
          setFrozen(typeable(mark.quantity, reading));
          setOpen(true);
        }}
      >
        {number}
        {suffix}
      </button>
    );
  }
  const problem = bench.trouble?.source === path ? bench.trouble.reason : null;
  return (
    <>
      <input
        ref={input}
        aria-label={mark.name}
        aria-invalid={problem !== null}
        aria-describedby={`problem-${path}`}
        className={`absolute z-20 h-7 w-24 -translate-x-1/2 -translate-y-1/2 rounded border-2 bg-base-100 px-1
          text-center ${problem ? "border-error" : "border-primary"}`}
        style={within(at, "3.25rem")}
        value={typed.value}
        onChange={typed.change}
        onBlur={() => void done()}
        onKeyDown={(event) => {
          if (event.key === "Enter") {
            event.preventDefault();
            void done();
          } else {
            typed.key(event);
          }
        }}
      />
      {problem ? (
        <p
          id={`problem-${path}`}
          role="alert"
          className="absolute z-20 mt-5 w-60 -translate-x-1/2 rounded border border-error bg-base-100 px-2 py-1 text-xs
            font-medium text-error"
          style={within(at, "7.75rem")}
        >
          {problem}
        </p>
      ) : null}
    </>
  );
}

/** Where something that is so wide to both sides stands: at its spot, but not over the edge of the drawing. */
function within(at: Spot, half: string): CSSProperties {
  return { left: `clamp(${half}, ${String(at.x)}px, calc(100% - ${half}))`, top: at.y };
}
