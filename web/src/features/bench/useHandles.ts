import { useCallback } from "react";
import type { Edit, Handle } from "../../api/types";
import type { ReadAs } from "../../lib/locale";
import type { Spot } from "../../drawing/transform";
import { system } from "../../lib/format";
import type { Bench } from "./useBench";

/** What happens when a handle is dragged, dropped or let go. */
export function useHandles(bench: Bench, reading: ReadAs) {
  const { preview, commit, calm } = bench;
  return useCallback(
    (handle: Handle) => {
      const drop = (at: Spot, snap: boolean): Edit => ({
        do: "drop",
        handle: handle.id,
        x_mm: at.x,
        y_mm: at.y,
        snap,
        units: system(reading),
      });
      return {
        onDrag: (at: Spot, snap: boolean) => {
          preview(drop(at, snap), handle.id);
        },
        onDrop: (at: Spot, snap: boolean) => {
          void commit(drop(at, snap), `${handle.label} moved`, handle.id);
        },
        onNudge: (forward: boolean, fine: boolean) => {
          void commit(
            { do: "nudge", handle: handle.id, forward, fine, units: system(reading) },
            `${handle.label} moved`,
            handle.id,
          );
        },
        onCancel: () => {
          calm(handle.id);
        },
      };
    },
    [preview, commit, calm, reading],
  );
}
