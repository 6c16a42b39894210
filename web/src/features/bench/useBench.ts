import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { answered, asSchema, client, RefusedError } from "../../api/client";
import type { DrawingName, Edit, EditOut, Hive, PatchOps, Report, ReportPart } from "../../api/types";
import { useRead } from "../../lib/reading";
import { useOverlaps } from "./useOverlaps";

/** What went wrong with the last try, and which field or handle it came from. */
export interface Trouble {
  source: string;
  reason: string;
}

interface Step {
  label: string;
  patch: PatchOps;
  inverse: PatchOps;
}

interface Kept {
  document: Hive;
  report: Report;
  /** What the keeper said last: mends leave it alone where they can. */
  held: EditOut["held"];
  past: Step[];
  future: Step[];
}

type Becoming = (out: EditOut, now: Kept) => Kept;

export type ViewName = Exclude<DrawingName, "rod">;

export interface Bench {
  document: Hive;
  report: Report;
  /** Whether it is still being looked at whether parts lie in each other. */
  looking: boolean;
  /** Why that couldn’t be looked at, if so. */
  unlooked: string | null;
  drawing: ViewName;
  trouble: Trouble | null;
  undoLabel: string | null;
  redoLabel: string | null;
  show: (drawing: ViewName) => void;
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

export type Waiting = "server" | "sign-in";

// So long a pause in typing means that more isn't coming: “3” is no height, but “300” will be.
const PAUSE_MS = 700;
// A change that found no server is sent again after so long.
const AGAIN_MS = 3_000;
const LIVE: ReportPart[] = ["metrics", "findings", "rod"];
const WHOLE: ReportPart[] = [...LIVE, "forms", "mends"];

function send(
  document: Hive,
  edit: Edit,
  parts: ReportPart[],
  patches: boolean,
  box: number | null = null,
  held: EditOut["held"] = null,
): Promise<EditOut> {
  return asSchema<EditOut>(
    answered(client.POST("/api/bench/edit", { body: { document: { ...document }, edit, parts, patches, box, held } })),
  );
}

/** The first report of a design, before the bench opens. */
export function firstReport(document: Hive, drawings: ReportPart[] = ["section"]): Promise<EditOut> {
  return send(document, { do: "look" }, [...WHOLE, ...drawings], false);
}

/**
 * A design on the bench. Every change goes to the core and comes back with its report; what is
 * shown is the last good one. Changes are taken one after the other, previews only the newest,
 * and without what isn't on the screen.
 */
export function useBench(
  first: EditOut,
  onKept: (document: Hive, label: string) => void,
  formsShown: boolean,
  stepParts: ReportPart[],
): Bench {
  const [kept, setKept] = useState<Kept>({
    document: first.document,
    report: first.report,
    held: first.held,
    past: [],
    future: [],
  });
  const [passing, setPassing] = useState<Report | null>(null);
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [drawing, setDrawing] = useState<ViewName>("section");
  const latest = useRef(kept);
  const view = useRef(drawing);
  const box = useRef(first.report.box);
  const more = useRef<ReportPart[]>([]);
  const pause = useRef<ReturnType<typeof setTimeout>>(undefined);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const waiting = useRef<{ edit: Edit; source: string } | null>(null);
  const asking = useRef(false);
  // A change that waits for the server or the keeper: where it was typed, and what ends the wait.
  const held = useRef<{ source: string; end: (again: boolean) => void } | null>(null);
  const [waitingFor, setWaitingFor] = useState<Waiting | null>(null);
  // A new turn makes the answers of earlier previews stale.
  const turn = useRef<symbol>(Symbol());

  useEffect(() => {
    more.current = formsShown ? ["forms", ...stepParts] : stepParts;
  }, [formsShown, stepParts]);

  const settle = useCallback((next: Kept) => {
    latest.current = next;
    setKept(next);
    setPassing(null);
    setTrouble(null);
  }, []);

  const fail = useCallback((error: unknown, source: string) => {
    const reason =
      error instanceof RefusedError
        ? reasonOf(error)
        : "Sabaka can’t be reached. Your work is still here, and is sent when it can be.";
    setTrouble({ source, reason });
  }, []);

  /** Until the wait is over: true to send the change again, false when it was given up. */
  const again = useCallback((source: string, kind: Waiting): Promise<boolean> => {
    setWaitingFor(kind);
    return new Promise((resolve) => {
      const timer = setTimeout(() => {
        held.current?.end(true);
      }, AGAIN_MS);
      held.current = {
        source,
        end: (once) => {
          clearTimeout(timer);
          held.current = null;
          setWaitingFor(null);
          resolve(once);
        },
      };
    });
  }, []);

  const wake = useCallback(() => {
    held.current?.end(true);
  }, []);

  useEffect(() => {
    // A change that no server has seen is on this page alone.
    const leaving = (event: BeforeUnloadEvent) => {
      if (held.current) event.preventDefault();
    };
    addEventListener("online", wake);
    addEventListener("beforeunload", leaving);
    return () => {
      removeEventListener("online", wake);
      removeEventListener("beforeunload", leaving);
      held.current?.end(false);
    };
  }, [wake]);

  const complain = useCallback(
    (error: unknown, source: string) => {
      clearTimeout(pause.current);
      pause.current = setTimeout(() => {
        fail(error, source);
      }, PAUSE_MS);
    },
    [fail],
  );

  const inTurn = useCallback(<T>(work: () => Promise<T>): Promise<T> => {
    const next = queue.current.then(work, work);
    queue.current = next.catch(() => undefined);
    return next;
  }, []);

  const run = useCallback(
    (wish: Edit | ((now: Kept) => Edit | null), source: string, becoming: Becoming, label: string) => {
      clearTimeout(pause.current);
      turn.current = Symbol();
      waiting.current = null;
      return inTurn(async () => {
        const now = latest.current;
        const edit = typeof wish === "function" ? wish(now) : wish;
        if (!edit) return false;
        for (;;) {
          try {
            const out = await send(
              now.document,
              edit,
              [...new Set([...WHOLE, ...more.current, view.current])],
              true,
              box.current,
              now.held,
            );
            settle(becoming(out, now));
            if (out.patch.length > 0) onKept(out.document, label);
            return true;
          } catch (error) {
            setPassing(null);
            fail(error, source);
            const kind = awaited(error);
            // A look is asked for anew; a change is the keeper's, and waits.
            if (!kind || edit.do === "look" || !(await again(source, kind))) return false;
          }
        }
      });
    },
    [again, fail, inTurn, onKept, settle],
  );

  const commit = useCallback(
    (edit: Edit, label: string, source: string) => {
      const seen = latest.current.document;
      return run(
        // A mend was worked out for the design it was read on, and for no other.
        (now) => (edit.do === "patch" && now.document !== seen ? null : edit),
        source,
        ({ document, report, held: said, patch, inverse }, now) => ({
          document,
          report,
          held: said,
          past: patch.length > 0 ? [...now.past, { label, patch, inverse }] : now.past,
          future: patch.length > 0 ? [] : now.future,
        }),
        label,
      );
    },
    [run],
  );

  // Which step it is, is settled when its turn comes: two quick presses are two steps.
  const undo = useCallback(() => {
    void run(
      ({ past }) => patchEdit(past.at(-1)?.inverse),
      "undo",
      ({ document, report, held: said }, { past, future }) => ({
        document,
        report,
        held: said,
        past: past.slice(0, -1),
        future: [...future, ...past.slice(-1)],
      }),
      "Undone",
    );
  }, [run]);

  const redo = useCallback(() => {
    void run(
      ({ future }) => patchEdit(future.at(-1)?.patch),
      "redo",
      ({ document, report, held: said }, { past, future }) => ({
        document,
        report,
        held: said,
        past: [...past, ...future.slice(-1)],
        future: future.slice(0, -1),
      }),
      "Done again",
    );
  }, [run]);

  const preview = useCallback(
    (edit: Edit, source: string) => {
      clearTimeout(pause.current);
      setTrouble(null);
      waiting.current = { edit, source };
      if (asking.current) return;
      asking.current = true;
      const isWaiting = () => waiting.current !== null;
      const ask = async () => {
        while (waiting.current) {
          const { edit: wish, source: from } = waiting.current;
          const mine = turn.current;
          waiting.current = null;
          try {
            const out = await send(
              latest.current.document,
              wish,
              [...new Set([...LIVE, ...more.current, view.current])],
              false,
              box.current,
            );
            if (turn.current === mine) {
              setPassing(
                more.current.includes("forms") ? out.report : { ...out.report, forms: latest.current.report.forms },
              );
            }
          } catch (error) {
            // A newer wish is on its way: what was wrong with this one no longer matters.
            if (turn.current === mine && !isWaiting()) complain(error, from);
          }
        }
        asking.current = false;
      };
      void ask();
    },
    [complain],
  );

  const calm = useCallback((source: string) => {
    clearTimeout(pause.current);
    if (held.current?.source === source) held.current.end(false);
    turn.current = Symbol();
    waiting.current = null;
    setPassing(null);
    setTrouble(null);
  }, []);

  const look = useCallback(
    (name: ViewName) => {
      view.current = name;
      void run({ do: "look" }, "drawing", ({ report }, now) => ({ ...now, report }), "").then(() => {
        setDrawing(name);
      });
    },
    [run],
  );

  const enter = useCallback(
    (next: number) => {
      box.current = next;
      // The slope charts are of one chamber; another may have none.
      look(view.current === "slope" || view.current === "board" ? "section" : view.current);
    },
    [look],
  );

  useEffect(() => {
    if (stepParts.length > 0) look(view.current);
  }, [stepParts, look]);

  const replace = useCallback(
    (document: Hive) =>
      inTurn(async () => {
        const out = await send(
          document,
          { do: "look" },
          [...new Set([...WHOLE, ...more.current, view.current])],
          false,
          box.current,
        );
        settle({ document: out.document, report: out.report, held: out.held, past: [], future: [] });
      }),
    [inTurn, settle],
  );

  const settled = useCallback(() => queue.current.then(() => undefined), []);

  const read = useRead<Report>();
  const shown = useMemo(() => read(passing ?? kept.report), [read, passing, kept.report]);
  const { findings, looking, unlooked } = useOverlaps(kept.document, shown.findings, kept.held, passing === null);
  const report = useMemo(() => ({ ...shown, findings }), [shown, findings]);

  return useMemo(
    () => ({
      document: kept.document,
      report,
      looking,
      unlooked,
      drawing,
      trouble,
      undoLabel: kept.past.at(-1)?.label ?? null,
      redoLabel: kept.future.at(-1)?.label ?? null,
      show: look,
      enter,
      preview,
      calm,
      commit,
      undo,
      redo,
      replace,
      waiting: waitingFor,
      wake,
      settled,
    }),
    [
      kept,
      report,
      looking,
      unlooked,
      drawing,
      trouble,
      look,
      enter,
      preview,
      calm,
      commit,
      undo,
      redo,
      replace,
      waitingFor,
      wake,
      settled,
    ],
  );
}

function patchEdit(patch: PatchOps | undefined): Edit | null {
  return patch ? { do: "patch", patch } : null;
}

/** What would have to come back for a change to be taken; nothing when it was refused for what it is. */
function awaited(error: unknown): Waiting | null {
  if (!(error instanceof RefusedError)) return "server";
  if (error.status === 401) return "sign-in";
  return error.status >= 502 ? "server" : null;
}

function reasonOf(error: RefusedError): string {
  const [problem] = error.refusal.problems;
  return problem ? problem.reason : error.message;
}
