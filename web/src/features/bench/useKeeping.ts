import { useCallback, useEffect, useRef, useState } from "react";
import { answered, client, ConflictError, RefusedError } from "../../api/client";
import type { ConflictOut, DesignOut, Hive } from "../../api/types";
import { newName } from "../../lib/tab";
import { dropSlot, stash, unstash, type Left, type Unsaved } from "./slots";

/** Where the work stands: kept on the server, on its way, or not yet there, and why. */
export type Keeping =
  | { kind: "kept"; revision: number }
  | { kind: "keeping"; revision: number }
  | { kind: "waiting"; revision: number; reason: string }
  | { kind: "signed-out"; revision: number; reason: string }
  | { kind: "conflict"; revision: number; conflict: ConflictOut };

/** What became of one save. */
type Sent = "nothing" | "kept" | "conflict" | "waiting";

const PAUSE_MS = 500;
const AGAIN_MS = 4_000;

function put(id: string, base: number, work: Unsaved, saveId: string): Promise<DesignOut> {
  return answered(
    client.PUT("/api/designs/{ident}", {
      params: { path: { ident: id } },
      body: {
        base_revision: base,
        document: { ...work.document },
        label: work.label,
        save_id: saveId,
        unanswered: work.unanswered,
      },
    }),
  );
}

/** Sends work that an older tab left to the server, to be kept aside there; its slot goes once it is. */
export async function keepAside(id: string, left: Left): Promise<void> {
  try {
    // No revision has the number 0, so whatever this is, it is kept beside what stands there.
    await put(id, 0, { ...left.work, label: "Left unsaved in another tab", unanswered: [] }, "");
  } catch (error) {
    if (!(error instanceof ConflictError)) return;
  }
  dropSlot(left.slot);
}

/**
 * Keeps a design: at once on this device, and after a short pause on the server. What the device refuses is sent all
 * the same. What was typed last is on the server, or still pending here, whatever answers come.
 */
export function useKeeping(id: string, firstRevision: number) {
  const [state, setState] = useState<Keeping>({ kind: "kept", revision: firstRevision });
  const base = useRef(firstRevision);
  const pending = useRef<Unsaved | null>(null);
  const onDevice = useRef(true);
  const unanswered = useRef<string[]>([]);
  // A conflict stays until the keeper has chosen, whatever becomes of what is sent meanwhile.
  const open = useRef(false);
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const attempt = useRef<Promise<Sent> | null>(null);
  const flush = useRef<() => Promise<Sent>>(() => Promise.resolve("nothing"));

  const later = useCallback((ms: number) => {
    if (timer.current) clearTimeout(timer.current);
    timer.current = setTimeout(() => void flush.current(), ms);
  }, []);

  useEffect(() => {
    const hold = (work: Unsaved) => {
      onDevice.current = stash(id, work);
    };
    const settle = (work: Unsaved) => {
      if (pending.current !== work) return false;
      pending.current = null;
      unstash(id);
      return true;
    };
    const once = async (): Promise<Sent> => {
      const work = pending.current;
      if (!work) return "nothing";
      const saveId = newName();
      const before = unanswered.current;
      // Should the tab die now, the next one knows this save for its own.
      unanswered.current = [...before, saveId].slice(-20);
      hold({ ...work, unanswered: unanswered.current });
      try {
        const saved = await put(id, base.current, { ...work, unanswered: before }, saveId);
        base.current = saved.revision;
        unanswered.current = [];
        if (settle(work)) setState({ kind: "kept", revision: saved.revision });
        else later(0);
        return "kept";
      } catch (error) {
        if (error instanceof ConflictError) {
          // What was typed meanwhile goes after it, to be kept aside too.
          if (!settle(work)) later(0);
          open.current = true;
          setState({ kind: "conflict", revision: base.current, conflict: error.conflict });
          return "conflict";
        }
        const refused = error instanceof RefusedError ? error : null;
        if (refused && refused.status < 500) unanswered.current = before;
        later(AGAIN_MS);
        if (open.current) return "waiting";
        if (refused?.status === 401) {
          const reason = onDevice.current ? "kept on this device" : "only on this page: leave it open";
          setState({ kind: "signed-out", revision: base.current, reason });
        } else {
          const away = onDevice.current
            ? "Sabaka can’t be reached; kept on this device."
            : "Sabaka can’t be reached, and this browser keeps nothing: leave this page open.";
          setState({ kind: "waiting", revision: base.current, reason: refused ? refused.message : away });
        }
        return "waiting";
      }
    };
    flush.current = () => {
      attempt.current ??= once().finally(() => {
        attempt.current = null;
      });
      return attempt.current;
    };
  }, [id, later]);

  useEffect(() => {
    const wake = () => {
      if (pending.current) later(0);
    };
    // Work that lies nowhere but on this page isn't left behind by mistake.
    const leaving = (event: BeforeUnloadEvent) => {
      if (pending.current && !onDevice.current) event.preventDefault();
    };
    addEventListener("online", wake);
    addEventListener("beforeunload", leaving);
    return () => {
      removeEventListener("online", wake);
      removeEventListener("beforeunload", leaving);
      if (timer.current) clearTimeout(timer.current);
      void flush.current();
    };
  }, [later]);

  const keep = useCallback(
    (document: Hive, label: string, left?: Left) => {
      if (left) unanswered.current = left.work.unanswered;
      const work = { base: base.current, document, label, unanswered: unanswered.current, at: Date.now() };
      pending.current = work;
      onDevice.current = stash(id, work);
      if (left && onDevice.current) dropSlot(left.slot);
      if (!open.current) setState({ kind: "keeping", revision: base.current });
      later(PAUSE_MS);
    },
    [id, later],
  );

  /** Sends what is pending now; false when some of it is still only here. */
  const send = useCallback(async (): Promise<boolean> => {
    await attempt.current;
    while (pending.current) {
      if ((await flush.current()) === "waiting") return false;
    }
    return true;
  }, []);

  /** Go on from another revision: after a conflict, or when an old one was brought back. */
  const rebase = useCallback((revision: number) => {
    base.current = revision;
    open.current = false;
    setState({ kind: "kept", revision });
  }, []);

  return { state, keep, rebase, send };
}
