import { useCallback, useEffect, useRef, useState } from "react";
import { answered, client, ConflictError, RefusedError } from "../../api/client";
import type { ConflictOut, Hive } from "../../api/types";

/** Where the work stands: kept on the server, on its way, or only on this device. */
export type Keeping =
  | { kind: "kept"; revision: number }
  | { kind: "keeping"; revision: number }
  | { kind: "waiting"; revision: number; reason: string }
  | { kind: "conflict"; revision: number; conflict: ConflictOut };

interface Unsaved {
  base: number;
  document: Hive;
  label: string;
}

const PAUSE_MS = 500;
const AGAIN_MS = 4_000;
const slot = (id: string) => `sabaka.unsaved.${id}`;

/** Work on a design that never reached the server, from an earlier visit. */
export function unsavedWork(id: string): Unsaved | null {
  const text = localStorage.getItem(slot(id));
  if (!text) return null;
  try {
    return JSON.parse(text) as Unsaved;
  } catch {
    localStorage.removeItem(slot(id));
    return null;
  }
}

/** Keeps a design: at once on this device, and after a short pause on the server. */
export function useKeeping(id: string, firstRevision: number) {
  const [state, setState] = useState<Keeping>({ kind: "kept", revision: firstRevision });
  const base = useRef(firstRevision);
  const pending = useRef<Unsaved | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const sending = useRef(false);
  const flush = useRef<() => Promise<void>>(() => Promise.resolve());

  const later = useCallback((ms: number) => {
    if (timer.current) clearTimeout(timer.current);
    timer.current = setTimeout(() => void flush.current(), ms);
  }, []);

  useEffect(() => {
    flush.current = async () => {
      const work = pending.current;
      if (!work || sending.current) return;
      sending.current = true;
      try {
        const saved = await answered(
          client.PUT("/api/designs/{ident}", {
            params: { path: { ident: id } },
            body: { base_revision: base.current, document: work.document, label: work.label },
          }),
        );
        base.current = saved.revision;
        if (pending.current === work) {
          pending.current = null;
          localStorage.removeItem(slot(id));
          setState({ kind: "kept", revision: saved.revision });
        } else {
          later(0);
        }
      } catch (error) {
        if (error instanceof ConflictError) {
          pending.current = null;
          localStorage.removeItem(slot(id));
          setState({ kind: "conflict", revision: base.current, conflict: error.conflict });
        } else {
          const reason = error instanceof RefusedError ? error.message : "Sabaka can’t be reached; kept on this device.";
          setState({ kind: "waiting", revision: base.current, reason });
          later(AGAIN_MS);
        }
      } finally {
        sending.current = false;
      }
    };
  }, [id, later]);

  useEffect(
    () => () => {
      if (timer.current) clearTimeout(timer.current);
      void flush.current();
    },
    [],
  );

  const keep = useCallback(
    (document: Hive, label: string) => {
      pending.current = { base: base.current, document, label };
      localStorage.setItem(slot(id), JSON.stringify(pending.current));
      setState({ kind: "keeping", revision: base.current });
      later(PAUSE_MS);
    },
    [id, later],
  );

  /** Go on from another revision: after a conflict, or when an old one was brought back. */
  const rebase = useCallback((revision: number) => {
    base.current = revision;
    setState({ kind: "kept", revision });
  }, []);

  return { state, keep, rebase };
}
