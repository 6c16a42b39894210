import { useState } from "react";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useRead } from "../lib/reading";
import type { ReadAs } from "../lib/locale";
import { answered, asSchema, client, downloaded, RefusedError } from "./client";
import type { Asks, Chapters, Hive, Job, Side, WorkshopFile } from "./types";

/** Long answers: asked for, heard of until they are there, given up. */

/** A long answer of a study: asked for, heard of until it is there, or given up. */
export function useLong(study: string, parts: NonNullable<Asks[string]["parts"]>) {
  return useJob((document: Hive) =>
    asSchema<Job>(
      answered(client.POST("/api/jobs/", { body: { document: { ...document }, study, asked: { parts } } })),
    ),
  );
}

/** The chapters of a job, once they are there; whoever doesn’t wait any more gives it up. */
export async function chaptersOf(begun: Job, signal?: AbortSignal): Promise<Chapters> {
  return (await doneOf(begun, undefined, signal)).chapters;
}

/** A file for the workshop, or all of them in one archive; `tell` hears how far it is where it takes long. */
export function workshopOf(ident: string, name: WorkshopFile, reading: ReadAs, tell: Tell): Promise<Blob> {
  const params = { path: { ident, name }, query: readBy(reading) };
  return fileOf(client.POST("/api/designs/{ident}/workshop/{name}", { params, parseAs: "blob" }), tell);
}

/** Designs side by side on paper, without the lines that aren’t wanted. */
export function sideBySidePaper(sides: Side[], hidden: string[], reading: ReadAs, tell: Tell): Promise<Blob> {
  const asked = { params: { query: readBy(reading) }, body: { sides, hidden }, parseAs: "blob" as const };
  return fileOf(client.POST("/api/designs/side-by-side.pdf", asked), tell);
}

type Tell = (share: number) => void;

function readBy({ units: measure, mark, order }: ReadAs) {
  return { measure, mark, order };
}

/** A file that is there at once, or by a job. */
async function fileOf(call: Promise<{ data?: Blob; error?: unknown; response: Response }>, tell: Tell): Promise<Blob> {
  const { response, ...answer } = await call;
  const body = await answered(Promise.resolve({ ...answer, response }));
  if (response.status !== 202) return body;
  const job = await doneOf(JSON.parse(await body.text()) as Job, tell);
  return downloaded(`/api/jobs/${job.id}/file`);
}

/** A job once it is done. */
async function doneOf(begun: Job, tell?: (share: number) => void, signal?: AbortSignal): Promise<Job> {
  const at = { params: { path: { ident: begun.id } } };
  for (let job = begun; ;) {
    if (signal?.aborted) {
      void client.DELETE("/api/jobs/{ident}", at);
      throw new DOMException("Nobody waits any more.", "AbortError");
    }
    tell?.(job.share);
    if (job.state === "done") return job;
    if (!isAlive(job)) throw new RefusedError(422, { reason: job.reason, problems: [] });
    await new Promise((resolve) => setTimeout(resolve, HEARD_MS));
    job = await asSchema<Job>(answered(client.GET("/api/jobs/{ident}", at)));
  }
}

/** Something that takes long: how it is asked for, how far it is, what came of it. */
export function useJob<T>(ask: (asked: T) => Promise<Job>) {
  const [id, setId] = useState<string | null>(null);
  const [of, setOf] = useState<T | null>(null);
  const begin = useMutation({
    mutationFn: ask,
    onSuccess: (job, asked) => {
      setId(job.id);
      setOf(asked);
    },
  });
  const at = { params: { path: { ident: id ?? "" } } };
  const heard = useQuery({
    select: useRead<Job>(),
    queryKey: ["job", id],
    queryFn: () => asSchema<Job>(answered(client.GET("/api/jobs/{ident}", at))),
    enabled: id !== null,
    // Who doesn't ask any more isn't waited for.
    refetchInterval: ({ state }) => (state.data && !isAlive(state.data) ? false : HEARD_MS),
    // Another tab may be looked at meanwhile.
    refetchIntervalInBackground: true,
    gcTime: 0,
  });
  const giveUp = useMutation({
    mutationFn: () => answered(client.DELETE("/api/jobs/{ident}", at)),
    onSettled: () => {
      setId(null);
    },
  });
  const job = id === null ? undefined : heard.data;
  const failed = job?.state === "failed" || job?.state === "ended" ? job.reason : null;
  return {
    /** The design that it was asked of: of another it says nothing. */
    of,
    begin: begin.mutate,
    giveUp: giveUp.mutate,
    busy: begin.isPending || (id !== null && (!job || isAlive(job))),
    share: job?.share ?? 0,
    chapter: Object.values(job?.chapters ?? {})[0] ?? null,
    problem: failed ?? begin.error?.message ?? heard.error?.message ?? null,
    error: begin.error,
  };
}

const HEARD_MS = 400;

function isAlive({ state }: Job): boolean {
  return state === "waiting" || state === "running";
}
