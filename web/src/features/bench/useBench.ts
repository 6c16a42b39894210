import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { answered, asSchema, client, RefusedError } from "../../api/client";
import type { DrawingName, Edit, EditOut, Hive, PatchOps, Report, ReportPart } from "../../api/types";

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
  past: Step[];
  future: Step[];
}

export interface Bench {
  document: Hive;
  report: Report;
  drawing: Exclude<DrawingName, "rod">;
  trouble: Trouble | null;
  undoLabel: string | null;
  redoLabel: string | null;
  show: (drawing: Exclude<DrawingName, "rod">) => void;
  preview: (edit: Edit, source: string) => void;
  calm: () => void;
  commit: (edit: Edit, label: string, source: string) => Promise<boolean>;
  undo: () => void;
  redo: () => void;
  replace: (document: Hive) => Promise<void>;
}

// So long a pause in typing means that more isn't coming: “3” is no height, but “300” will be.
const PAUSE_MS = 700;
const LIVE: ReportPart[] = ["metrics", "findings", "rod"];
const WHOLE: ReportPart[] = [...LIVE, "forms", "mends"];

function send(document: Hive, edit: Edit, parts: ReportPart[], patches: boolean): Promise<EditOut> {
  return asSchema<EditOut>(answered(client.POST("/api/bench/edit", { body: { document, edit, parts, patches } })));
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
export function useBench(first: EditOut, onKept: (document: Hive, label: string) => void, formsShown: boolean): Bench {
  const [kept, setKept] = useState<Kept>({ document: first.document, report: first.report, past: [], future: [] });
  const [passing, setPassing] = useState<Report | null>(null);
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [drawing, setDrawing] = useState<Exclude<DrawingName, "rod">>("section");
  const latest = useRef(kept);
  const view = useRef(drawing);
  const more = useRef<ReportPart[]>([]);
  const pause = useRef<ReturnType<typeof setTimeout>>(undefined);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  const waiting = useRef<{ edit: Edit; source: string } | null>(null);
  const asking = useRef(false);
  // A new turn makes the answers of earlier previews stale.
  const turn = useRef<symbol>(Symbol());

  useEffect(() => {
    more.current = formsShown ? ["forms"] : [];
  }, [formsShown]);

  const settle = useCallback((next: Kept) => {
    latest.current = next;
    setKept(next);
    setPassing(null);
    setTrouble(null);
  }, []);

  const fail = useCallback((error: unknown, source: string) => {
    const reason = error instanceof RefusedError ? reasonOf(error) : "Sabaka can’t be reached. Your work is still here.";
    setTrouble({ source, reason });
  }, []);

  const complain = useCallback(
    (error: unknown, source: string) => {
      pause.current = setTimeout(() => {
        fail(error, source);
      }, PAUSE_MS);
    },
    [fail],
  );

  const inTurn = useCallback(<T,>(work: () => Promise<T>): Promise<T> => {
    const next = queue.current.then(work, work);
    queue.current = next.catch(() => undefined);
    return next;
  }, []);

  const run = useCallback(
    (edit: Edit, source: string, becoming: (out: EditOut, now: Kept) => Kept, label: string) => {
      clearTimeout(pause.current);
      turn.current = Symbol();
      waiting.current = null;
      return inTurn(async () => {
        const now = latest.current;
        try {
          const out = await send(now.document, edit, [...WHOLE, view.current], true);
          settle(becoming(out, now));
          if (out.patch.length > 0) onKept(out.document, label);
          return true;
        } catch (error) {
          setPassing(null);
          fail(error, source);
          return false;
        }
      });
    },
    [fail, inTurn, onKept, settle],
  );

  const commit = useCallback(
    (edit: Edit, label: string, source: string) =>
      run(
        edit,
        source,
        ({ document, report, patch, inverse }, now) => ({
          document,
          report,
          past: patch.length > 0 ? [...now.past, { label, patch, inverse }] : now.past,
          future: patch.length > 0 ? [] : now.future,
        }),
        label,
      ),
    [run],
  );

  const undo = useCallback(() => {
    const last = latest.current.past.at(-1);
    if (!last) return;
    void run(
      { do: "patch", patch: last.inverse },
      "undo",
      ({ document, report }, now) => ({
        document,
        report,
        past: now.past.slice(0, -1),
        future: [...now.future, last],
      }),
      `Undid: ${last.label}`,
    );
  }, [run]);

  const redo = useCallback(() => {
    const next = latest.current.future.at(-1);
    if (!next) return;
    void run(
      { do: "patch", patch: next.patch },
      "redo",
      ({ document, report }, now) => ({
        document,
        report,
        past: [...now.past, next],
        future: now.future.slice(0, -1),
      }),
      `Did again: ${next.label}`,
    );
  }, [run]);

  const preview = useCallback(
    (edit: Edit, source: string) => {
      clearTimeout(pause.current);
      setTrouble(null);
      waiting.current = { edit, source };
      if (asking.current) return;
      asking.current = true;
      const ask = async () => {
        while (waiting.current) {
          const { edit: wish, source: from } = waiting.current;
          const mine = turn.current;
          waiting.current = null;
          try {
            const out = await send(latest.current.document, wish, [...LIVE, ...more.current, view.current], false);
            if (turn.current === mine) {
              setPassing(more.current.length > 0 ? out.report : { ...out.report, forms: latest.current.report.forms });
              setTrouble(null);
            }
          } catch (error) {
            if (turn.current === mine) complain(error, from);
          }
        }
        asking.current = false;
      };
      void ask();
    },
    [complain],
  );

  const calm = useCallback(() => {
    clearTimeout(pause.current);
    turn.current = Symbol();
    waiting.current = null;
    setPassing(null);
    setTrouble(null);
  }, []);

  const show = useCallback(
    (name: Exclude<DrawingName, "rod">) => {
      view.current = name;
      void run({ do: "look" }, "drawing", ({ report }, now) => ({ ...now, report }), "").then(() => {
        setDrawing(name);
      });
    },
    [run],
  );

  const replace = useCallback(
    async (document: Hive) => {
      const out = await send(document, { do: "look" }, [...WHOLE, view.current], false);
      settle({ document: out.document, report: out.report, past: [], future: [] });
    },
    [settle],
  );

  return useMemo(
    () => ({
      document: kept.document,
      report: passing ?? kept.report,
      drawing,
      trouble,
      undoLabel: kept.past.at(-1)?.label ?? null,
      redoLabel: kept.future.at(-1)?.label ?? null,
      show,
      preview,
      calm,
      commit,
      undo,
      redo,
      replace,
    }),
    [kept, passing, drawing, trouble, show, preview, calm, commit, undo, redo, replace],
  );
}

function reasonOf(error: RefusedError): string {
  const [problem] = error.refusal.problems;
  return problem ? problem.reason : error.message;
}
