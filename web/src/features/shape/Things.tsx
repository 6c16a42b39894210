import { useState } from "react";
import type { Drawing, Edit } from "../../api/types";
import { lies, type Transform } from "../../drawing/transform";
import { dropped, stands } from "../bench";

interface ThingsProps {
  drawing: Drawing;
  t: Transform;
  chosen: string;
  onChoose: (thing: string, box: number | null) => void;
  /** Something from the tray was set on a thing. */
  onDrop: (edit: Edit, label: string) => void;
}

/** What can be taken hold of on the drawing of the whole hive: by pointer, or one after the other by keyboard. */
export function Things({ drawing, t, chosen, onChoose, onDrop }: ThingsProps) {
  const [over, setOver] = useState("");
  return drawing.things.map((thing, index) => {
    return (
      <button
        key={`${thing.id} ${String(index)}`}
        type="button"
        aria-label={thing.title}
        aria-pressed={thing.id === chosen}
        title={thing.title}
        data-thing={thing.id}
        className={`absolute hover:bg-primary/10 focus-visible:outline-2 focus-visible:outline-primary
          ${thing.id === chosen || thing.id === over ? "outline-2 outline-primary" : ""}
          ${thing.id === over ? "bg-primary/20" : ""}`}
        style={lies(t, thing)}
        onDragOver={(event) => {
          if (!stands(event, thing.id)) return;
          event.preventDefault();
          setOver(thing.id);
        }}
        onDragLeave={() => {
          setOver("");
        }}
        onDrop={(event) => {
          const put = dropped(event, thing.id);
          event.preventDefault();
          setOver("");
          if (put) onDrop(put.edit, put.label);
        }}
        onClick={() => {
          // A second click lets go of it.
          onChoose(thing.id === chosen ? "" : thing.id, thing.box);
        }}
      />
    );
  });
}
