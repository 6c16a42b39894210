import type { Drawing } from "../../api/types";
import { lies, type Transform } from "../../drawing/transform";

interface ThingsProps {
  drawing: Drawing;
  t: Transform;
  chosen: string;
  onChoose: (thing: string, box: number | null) => void;
}

/** What can be taken hold of on the drawing of the whole hive: by pointer, or one after the other by keyboard. */
export function Things({ drawing, t, chosen, onChoose }: ThingsProps) {
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
          ${thing.id === chosen ? "outline-2 outline-primary" : ""}`}
        style={lies(t, thing)}
        onClick={() => {
          // A second click lets go of it.
          onChoose(thing.id === chosen ? "" : thing.id, thing.box);
        }}
      />
    );
  });
}
