import type { Asks, Hive } from "../../api/types";
import type { BenchStep } from "./steps";

/** What the keeper looks at: it decides what every answer of the core has to bring. */
export interface Looking {
  step: BenchStep;
  /** Tab of the ledger of Shape. */
  tab: string;
  /** Drawing on the desk of Shape. */
  view: string;
  /** Bar or frame on the desk of Combs. */
  comb: string;
  /** Thing of the whole hive that was taken hold of. */
  thing: string;
}

/** Views that are charts of other slopes than the design’s: advice stands beside them. */
const OF_SLOPES = new Set(["slope", "board"]);

export const FIRST: Looking = { step: "shape", tab: "read", view: "section", comb: "", thing: "" };

/** What a hive is looked at first: all of it where it has several chambers. */
export function firstView(document: Hive): string {
  return document.chambers.length > 1 ? "whole" : FIRST.view;
}

/** Numbers, drawings and forms of what is shown, and whatever is wrong: all that an edit is answered with. */
export function asksFor({ step, tab, view, comb, thing }: Looking): Asks {
  const shape: Asks = {
    shape: {
      parts: ["numbers", "findings", "tables", "drawings", ...(tab === "set" ? (["forms"] as const) : [])],
      wanted: OF_SLOPES.has(view) ? [view, "advice"] : [view],
      ...(view === "whole" ? { of: thing } : {}),
    },
    run: tab === "run" ? { parts: ["findings", "tables", "drawings", "forms"], wanted: ["rod", "items"] } : LAID,
  };
  return {
    shape: FOUND,
    combs: step === "combs" ? { parts: ["findings", "tables", "drawings", "forms"], of: comb } : FOUND,
    run: step === "run" ? { parts: ["findings", "tables", "drawings", "forms"] } : LAID,
    ...(step === "shape" ? shape : {}),
  };
}

/** The same while something is typed or dragged: bare numbers, and no list that can wait. */
export function passing(asked: Asks): Asks {
  return Object.fromEntries(
    Object.entries(asked).map(([study, each]) => [
      study,
      {
        ...each,
        parts: each.parts
          ?.filter((part) => part !== "tables" || study === "combs")
          .map((part) => (part === "numbers" ? "values" : part)),
      },
    ]),
  );
}

/** Whether two tabs or steps need the same: then nothing is asked anew. */
export function sameAsks(one: Asks, other: Asks): boolean {
  return JSON.stringify(one) === JSON.stringify(other);
}

/** A page to print, or an older revision to look at. */
export const PRINTED: Asks = {
  shape: { parts: ["metrics", "findings", "long", "drawings"], wanted: ["section", "along"] },
  combs: { parts: ["findings", "long"] },
  run: { parts: ["findings", "long", "drawings"], wanted: ["rod"] },
};

const FOUND: Asks[string] = { parts: ["findings"] };
// The rod lies at the foot of every step, and says what each thing on it is.
const LAID: Asks[string] = { parts: ["findings", "tables", "drawings"], wanted: ["rod", "items"] };
