import type { Edit, EditOut, Hive, PatchOps, Report } from "../../api/types";

/** What went wrong with the last try, and which field or handle it came from. */
export interface Trouble {
  source: string;
  reason: string;
}

/** Places that say what they were refused themselves, besides every field. */
const SAID_THERE = new Set(["combs", "lay-out", "stock", "fit", "run-name", "seen", "weather"]);

/** What a step has to say aloud: a refusal of a handle, a command, a mend or a thing put in, not of a field. */
export function aloud(trouble: Trouble | null): string {
  if (!trouble || trouble.source.startsWith("/") || SAID_THERE.has(trouble.source)) return "";
  return trouble.reason;
}

/** What a change waits for, if one does: the server, or the keeper to sign in. */
export type Waiting = "server" | "sign-in";

interface Done {
  label: string;
  patch: PatchOps;
  inverse: PatchOps;
}

/** The design as the core took it last, with the way back and forward. */
export interface Kept {
  document: Hive;
  report: Report;
  /** What the keeper said last: mends leave it alone where they can. */
  held: EditOut["held"];
  past: Done[];
  future: Done[];
  /** The design before the last change; none after anything else. */
  before: Hive | null;
}

/** A design on the bench; ``passing`` is the report of what is only typed or dragged so far. */
export interface BenchState {
  kept: Kept;
  passing: Report | null;
  trouble: Trouble | null;
  waiting: Waiting | null;
}

/** How an answer came about: a change, a step back or forward, a look, or another design in its place. */
export type Move = { kind: "change"; label: string } | { kind: "undo" | "redo" | "look" | "replace" };

export type BenchEvent =
  | { type: "taken"; out: EditOut; move: Move }
  | { type: "previewed"; report: Report }
  /** Something new is typed or dragged: what was wrong with the last try no longer matters. */
  | { type: "tried" }
  | { type: "refused"; trouble: Trouble; passing?: "stays" }
  | { type: "waits"; kind: Waiting | null }
  | { type: "calmed" };

export function opened(first: EditOut): BenchState {
  return { kept: placed(first), passing: null, trouble: null, waiting: null };
}

/** The bench after something happened to it. */
export function bench(state: BenchState, event: BenchEvent): BenchState {
  switch (event.type) {
    case "taken":
      return { ...state, kept: taken(state.kept, event.out, event.move), passing: null, trouble: null };
    case "previewed":
      return { ...state, passing: filled(event.report, state.kept.report) };
    case "tried":
      // Nothing is drawn anew for that.
      return state.trouble ? { ...state, trouble: null } : state;
    case "refused":
      return { ...state, trouble: event.trouble, passing: event.passing === "stays" ? state.passing : null };
    case "waits":
      return { ...state, waiting: event.kind };
    case "calmed":
      return state.passing || state.trouble ? { ...state, passing: null, trouble: null } : state;
  }
}

/** A report of what is only typed so far, with what it leaves out taken from the last whole one. */
function filled(report: Report, whole: Report): Report {
  const chapters = Object.entries(report.chapters).map(([study, chapter]) => {
    const before = whole.chapters[study];
    const metrics = Object.entries(chapter.values).flatMap(([key, value]) => {
      const metric = before?.metrics[key];
      return metric ? [[key, { ...metric, value }] as const] : [];
    });
    const tables = chapter.tables.length > 0 ? chapter.tables : (before?.tables ?? []);
    return [study, { ...chapter, metrics: Object.fromEntries(metrics), tables }] as const;
  });
  return { ...report, chapters: Object.fromEntries(chapters) };
}

function placed({ document, report, held }: EditOut): Kept {
  return { document, report, held, past: [], future: [], before: null };
}

function taken(now: Kept, out: EditOut, move: Move): Kept {
  const { document, report, held, patch, inverse } = out;
  switch (move.kind) {
    case "look":
      return { ...now, report };
    case "replace":
      return placed(out);
    case "change":
      // What changed nothing is no step to go back.
      return patch.length > 0
        ? {
            ...{ document, report, held, future: [], before: now.document },
            past: [...now.past, { label: move.label, patch, inverse }],
          }
        : { ...now, document, report, held };
    case "undo":
      return {
        ...{ document, report, held, before: null },
        past: now.past.slice(0, -1),
        future: [...now.future, ...now.past.slice(-1)],
      };
    case "redo":
      return {
        ...{ document, report, held, before: null },
        past: [...now.past, ...now.future.slice(-1)],
        future: now.future.slice(0, -1),
      };
  }
}

/** The edit that goes a step back or forward; none where there is no such step. */
export function stepEdit({ past, future }: Kept, kind: "undo" | "redo"): Edit | null {
  const patch = kind === "undo" ? past.at(-1)?.inverse : future.at(-1)?.patch;
  return patch ? { do: "patch", patch } : null;
}
