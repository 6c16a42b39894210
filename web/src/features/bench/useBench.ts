import { useCallback, useEffect, useMemo, useReducer, useRef } from "react";
import { answered, asSchema, client, passes, RefusedError } from "../../api/client";
import type { Asks, Chapter, Edit, EditOut, Finding, Hive, Report } from "../../api/types";
import { useRead } from "../../lib/reading";
import { bench as after, opened, stepEdit, type Kept, type Move, type Trouble, type Waiting } from "./state";
import { Newest, Turns } from "./turns";
import { passing as during, sameAsks } from "./asks";
import { useLooked } from "./useLooked";

export interface Bench {
  document: Hive;
  /** The last state that the core answered for, as it came: what the bench opens with without a network. */
  lies: EditOut;
  report: Report;
  /** What the studies of chamber, combs and run say, as far as it is shown. */
  shape: Chapter | undefined;
  combs: Chapter | undefined;
  run: Chapter | undefined;
  /** What is wrong with chamber, combs and run, gravest first. */
  findings: Finding[];
  /** Whether it is still being looked at whether parts lie in each other. */
  looking: boolean;
  /** Why that couldn’t be looked at, if so. */
  unlooked: string | null;
  trouble: Trouble | null;
  /** The design before the last change, for what followed from it. */
  before: Hive | null;
  undoLabel: string | null;
  redoLabel: string | null;
  /** Put another chamber on the bench. */
  enter: (box: number) => void;
  preview: (edit: Edit, source: string) => void;
  /** Give up what was typed or dragged there, also when it waits for the server. */
  calm: (source: string) => void;
  commit: (edit: Edit, label: string, source: string) => Promise<boolean>;
  undo: () => void;
  redo: () => void;
  replace: (document: Hive) => Promise<void>;
  /** What a change waits for, if one does: the server, or the keeper to sign in. */
  waiting: Waiting | null;
  /** Send what waits now. */
  wake: () => void;
  /** Settles once every change so far has its answer. */
  settled: () => Promise<void>;
}

// So long a pause in typing means that more isn't coming: “3” is no height, but “300” will be.
const PAUSE_MS = 700;
// A change that found no server is sent again after so long.
const AGAIN_MS = 3_000;

interface Sent {
  document: Hive;
  edit: Edit;
  asked: Asks;
  patches: boolean;
  box: number | null;
  held: EditOut["held"];
}

function send({ document, ...rest }: Sent): Promise<EditOut> {
  return asSchema<EditOut>(answered(client.POST("/api/bench/edit", { body: { document: { ...document }, ...rest } })));
}

/** The first report of a design, before the bench opens. */
export function firstReport(document: Hive, asked: Asks): Promise<EditOut> {
  return send({ document, edit: { do: "look" }, asked, patches: false, box: null, held: null });
}

/** A change that waits for the server or the keeper: where it was typed, and what ends the wait. */
interface Wait {
  source: string;
  end: (again: boolean) => void;
}

/**
 * A design on the bench. Every change goes to the core and comes back with its report; what is
 * shown is the last good one. Changes are taken one after the other, previews only the newest,
 * and without what isn't on the screen.
 */
export function useBench(first: EditOut, onKept: (document: Hive, label: string) => void, asked: Asks): Bench {
  const [state, happen] = useReducer(after, first, opened);
  const { kept, passing, trouble, waiting } = state;
  // What the next change starts from; a render may come later than the change that follows.
  const latest = useRef(kept);
  const box = useRef(first.report.box);
  const asks = useRef(asked);
  const pause = useRef<ReturnType<typeof setTimeout>>(undefined);
  const wait = useRef<Wait | null>(null);
  const turns = useRef(new Turns());

  const take = useCallback((out: EditOut, move: Move) => {
    const event = { type: "taken", out, move } as const;
    // The chamber on the bench may have been taken away.
    if (box.current >= out.document.chambers.length) box.current = out.report.box;
    latest.current = after({ kept: latest.current, passing: null, trouble: null, waiting: null }, event).kept;
    happen(event);
  }, []);

  const previews = useRef<Newest<Wish, EditOut>>(null);
  previews.current ??= new Newest<Wish, EditOut>(
    ({ edit }) => send({ ...at(latest.current), edit, asked: during(asks.current), patches: false, box: box.current }),
    ({ report }) => {
      happen({ type: "previewed", report });
    },
    (error, { source }) => {
      clearTimeout(pause.current);
      pause.current = setTimeout(() => {
        happen({ type: "refused", trouble: { source, reason: reasonOf(error) }, passing: "stays" });
      }, PAUSE_MS);
    },
  );

  /** Until the wait is over: true to send the change again, false when it was given up. */
  const again = useCallback((source: string, kind: Waiting): Promise<boolean> => {
    happen({ type: "waits", kind });
    return new Promise((resolve) => {
      const timer = setTimeout(() => wait.current?.end(true), AGAIN_MS);
      wait.current = {
        source,
        end: (once) => {
          clearTimeout(timer);
          wait.current = null;
          happen({ type: "waits", kind: null });
          resolve(once);
        },
      };
    });
  }, []);

  const wake = useCallback(() => wait.current?.end(true), []);

  useEffect(() => {
    // A change that no server has seen is on this page alone.
    const leaving = (event: BeforeUnloadEvent) => {
      if (wait.current) event.preventDefault();
    };
    addEventListener("online", wake);
    addEventListener("beforeunload", leaving);
    return () => {
      removeEventListener("online", wake);
      removeEventListener("beforeunload", leaving);
      wait.current?.end(false);
    };
  }, [wake]);

  const run = useCallback(
    (wish: (now: Kept) => Edit | null, source: string, move: Move) => {
      clearTimeout(pause.current);
      previews.current?.drop();
      return turns.current.take(async () => {
        const edit = wish(latest.current);
        if (!edit) return false;
        for (;;) {
          try {
            const now = latest.current;
            const out = await send({ ...at(now), edit, asked: asks.current, patches: true, box: box.current });
            take(out, move);
            if (out.patch.length > 0) onKept(out.document, NAMED[move.kind] ?? ("label" in move ? move.label : ""));
            return true;
          } catch (error) {
            happen({ type: "refused", trouble: { source, reason: reasonOf(error) } });
            const kind = awaited(error);
            // A look is asked for anew; a change is the keeper's, and waits.
            if (!kind || edit.do === "look" || !(await again(source, kind))) return false;
          }
        }
      });
    },
    [again, onKept, take],
  );

  const commit = useCallback(
    (edit: Edit, label: string, source: string) => {
      const seen = latest.current.document;
      // A mend was worked out for the design it was read on, and for no other.
      const wish = (now: Kept) => (edit.do === "patch" && now.document !== seen ? null : edit);
      return run(wish, source, { kind: "change", label });
    },
    [run],
  );

  // Which step it is, is settled when its turn comes: two quick presses are two steps.
  const undo = useCallback(() => void run((now) => stepEdit(now, "undo"), "undo", { kind: "undo" }), [run]);
  const redo = useCallback(() => void run((now) => stepEdit(now, "redo"), "redo", { kind: "redo" }), [run]);
  const look = useCallback(() => void run(() => ({ do: "look" }), "drawing", { kind: "look" }), [run]);

  const preview = useCallback((edit: Edit, source: string) => {
    clearTimeout(pause.current);
    happen({ type: "tried" });
    previews.current?.wish({ edit, source });
  }, []);

  const calm = useCallback((source: string) => {
    clearTimeout(pause.current);
    if (wait.current?.source === source) wait.current.end(false);
    previews.current?.drop();
    happen({ type: "calmed" });
  }, []);

  const enter = useCallback(
    (next: number) => {
      box.current = next;
      look();
    },
    [look],
  );

  // What is looked at has changed: the report is asked for once more.
  useEffect(() => {
    if (sameAsks(asks.current, asked)) return;
    asks.current = asked;
    look();
  }, [asked, look]);

  const replace = useCallback(
    (document: Hive) =>
      turns.current.take(async () => {
        const fresh = { document, edit: { do: "look" } as const, asked: asks.current, patches: false, held: null };
        take(await send({ ...fresh, box: box.current }), { kind: "replace" });
      }),
    [take],
  );

  const settled = useCallback(() => turns.current.settled(), []);

  const read = useRead<Report>();
  const report = useMemo(() => read(passing ?? kept.report), [read, passing, kept.report]);
  const looked = useLooked(kept, report, passing === null);
  const { document, report: whole, held } = kept;
  const lies = useMemo(() => ({ document, report: whole, held, patch: [], inverse: [] }), [document, whole, held]);

  return useMemo(
    () => ({
      document: kept.document,
      lies,
      report,
      shape: report.chapters["shape"],
      combs: report.chapters["combs"],
      run: report.chapters["run"],
      ...looked,
      trouble,
      before: kept.before,
      undoLabel: kept.past.at(-1)?.label ?? null,
      redoLabel: kept.future.at(-1)?.label ?? null,
      enter,
      preview,
      calm,
      commit,
      undo,
      redo,
      replace,
      waiting,
      wake,
      settled,
    }),
    [kept, lies, report, looked, trouble, waiting, enter, preview, calm, commit, undo, redo, replace, wake, settled],
  );
}

interface Wish {
  edit: Edit;
  source: string;
}

const NAMED: Partial<Record<Move["kind"], string>> = { undo: "Undone", redo: "Done again" };

function at({ document, held }: Kept): Pick<Sent, "document" | "held"> {
  return { document, held };
}

/** What would have to come back for a change to be taken; nothing when it was refused for what it is. */
function awaited(error: unknown): Waiting | null {
  if (error instanceof RefusedError && error.status === 401) return "sign-in";
  // A mistake of the server's own would come again.
  return passes(error) && !(error instanceof RefusedError && error.status === 500) ? "server" : null;
}

function reasonOf(error: unknown): string {
  if (!(error instanceof RefusedError))
    return "Sabaka can’t be reached. Your work is still here, and is sent when it can be.";
  return error.refusal.problems[0]?.reason ?? error.message;
}
