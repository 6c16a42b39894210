import { useState } from "react";
import { keepPreviousData, useMutation, useQuery, useQueryClient, type UseQueryResult } from "@tanstack/react-query";
import { system } from "../lib/format";
import { useRead } from "../lib/reading";
import { useSettings } from "../lib/settings";
import { answered, asSchema, client } from "./client";
import type {
  Asks,
  BegunOut,
  Brief,
  Card,
  DesignOut,
  EditOut,
  Hive,
  HiveSystem,
  Job,
  Me,
  Matrix,
  Ranking,
  RevisionOut,
  TypedBoard,
  WeatherIn,
  Chapter,
  Chapters,
  Finding,
  System,
  StudiesOut,
} from "./types";

/** Calls on the server, by what they are of. */

const key = {
  me: ["me"] as const,
  shelf: ["shelf"] as const,
  presets: ["presets"] as const,
  revisions: (id: string) => ["revisions", id] as const,
};

export function useMe(): UseQueryResult<Me> {
  return useQuery({ queryKey: key.me, queryFn: () => answered(client.GET("/api/me")), staleTime: 60_000 });
}

export function useShelf(): UseQueryResult<Card[]> {
  return useQuery({ queryKey: key.shelf, queryFn: () => answered(client.GET("/api/designs")) });
}

export function usePresets() {
  return useQuery({
    queryKey: key.presets,
    queryFn: () => answered(client.GET("/api/designs/presets")),
    staleTime: Infinity,
  });
}

export function useRevisions(id: string, head: number): UseQueryResult<RevisionOut[]> {
  return useQuery({
    queryKey: [...key.revisions(id), head],
    queryFn: () => answered(client.GET("/api/designs/{ident}/revisions", { params: { path: { ident: id } } })),
  });
}

/** Changes of who is signed in; everything known before is forgotten, unless one stays where one is. */
export function useEntering({ stay = false } = {}) {
  const queries = useQueryClient();
  const settle = (me: Me) => {
    if (!stay) queries.clear();
    // What was refused while nobody was signed in is asked again.
    else void queries.invalidateQueries({ queryKey: ["found"] });
    queries.setQueryData(key.me, me);
  };
  return {
    signIn: useMutation({
      mutationFn: (body: { name: string; password: string }) => answered(client.POST("/api/sign-in", { body })),
      onSuccess: settle,
    }),
    register: useMutation({
      mutationFn: (body: { name: string; password: string }) => answered(client.POST("/api/register", { body })),
      onSuccess: settle,
    }),
    demo: useMutation({ mutationFn: () => answered(client.POST("/api/demo")), onSuccess: settle }),
    signOut: useMutation({ mutationFn: () => answered(client.POST("/api/sign-out")), onSuccess: settle }),
  };
}

/** Changes of the shelf. */
export function useShelfChanges() {
  const queries = useQueryClient();
  const onSuccess = () => queries.invalidateQueries({ queryKey: key.shelf });
  const at = (ident: string) => ({ params: { path: { ident } } });
  return {
    begin: useMutation({
      mutationFn: (body: { name: string; preset: string }) => answered(client.POST("/api/designs", { body })),
      onSuccess,
    }),
    bringIn: useMutation({ mutationFn: bringIn, onSuccess }),
    rename: useMutation({
      mutationFn: ({ id, name }: { id: string; name: string }) =>
        answered(client.PATCH("/api/designs/{ident}", { ...at(id), body: { name } })),
      onSuccess,
    }),
    duplicate: useMutation({
      mutationFn: (id: string) => answered(client.POST("/api/designs/{ident}/duplicate", at(id))),
      onSuccess,
    }),
    remove: useMutation({
      mutationFn: (id: string) => answered(client.DELETE("/api/designs/{ident}", at(id))),
      onSuccess,
    }),
    restore: useMutation({
      mutationFn: (id: string) => answered(client.POST("/api/designs/{ident}/restore", at(id))),
      onSuccess,
    }),
  };
}

/** Puts a design file on the shelf. The file goes as it is; the core reads it. */
function bringIn(file: File): Promise<DesignOut> {
  return answered(
    client.POST("/api/designs/import", {
      body: file as unknown as string,
      bodySerializer: (body: unknown) => body as BodyInit,
      headers: { "Content-Type": "application/octet-stream" },
    }),
  );
}

/** A document beside another design of the shelf, or a starting point. */
export function useComparison(
  document: Hive,
  other: { design?: string; preset?: string } | null,
): UseQueryResult<Chapter> {
  return useQuery({
    select: useRead<Chapter>(),
    queryKey: ["compare", other, document],
    queryFn: () =>
      asSchema<Chapter>(
        answered(client.POST("/api/designs/compare", { body: { document: { ...document }, ...other } })),
      ),
    enabled: other !== null,
    placeholderData: keepPreviousData,
    gcTime: 0,
  });
}

/** The keeper's own days of weather, and bringing more. */
export function useWeatherTables() {
  const queries = useQueryClient();
  return {
    tables: useQuery({ queryKey: ["weather"], queryFn: () => answered(client.GET("/api/weather/")) }),
    bring: useMutation({
      mutationFn: (body: WeatherIn) => answered(client.POST("/api/weather/", { body })),
      onSuccess: () => queries.invalidateQueries({ queryKey: ["weather"] }),
    }),
  };
}

/** What the studies asked say of a design. */
function studied(
  document: Hive,
  asked: Asks,
  held: EditOut["held"] = null,
  { box = null, before = null }: Beside = {},
) {
  const body = { document: { ...document }, asked, held, box, before: before && { ...before } };
  return asSchema<StudiesOut>(answered(client.POST("/api/studies/", { body }))).then(({ chapters }) => chapters);
}

/** Which chamber is on the bench, and the design that one is compared with. */
interface Beside {
  box?: number | null;
  before?: Hive | null;
}

/** One study of a design; a size that was typed is compared with. */
export function useStudy(document: Hive, study: string | null, typed: string): UseQueryResult<Chapter> {
  const { units } = useSettings();
  return useQuery({
    select: useRead<Chapter>(),
    queryKey: ["study", study, document, typed, system(units)],
    queryFn: () => chapterOf(document, study ?? "", { typed, units: system(units) }),
    placeholderData: keepPreviousData,
    enabled: study !== null,
    gcTime: 0,
  });
}

/** What followed from the last change, step by step. */
export function useFollows(document: Hive, before: Hive | null, box: number): UseQueryResult<Chapter> {
  return useQuery({
    select: useRead<Chapter>(),
    queryKey: ["follows", before, document, box],
    queryFn: () => chapterOf(document, "follows", { parts: ["tables"] }, { before, box }),
    placeholderData: keepPreviousData,
    enabled: before !== null,
    gcTime: 0,
  });
}

/** What another moment of a study changes: nothing is worked out anew. */
export function useMoment(document: Hive, study: string | null, at: number | null): UseQueryResult<Chapter> {
  return useQuery({
    select: useRead<Chapter>(),
    queryKey: ["moment", study, document, at],
    queryFn: () => chapterOf(document, study ?? "", { at, parts: ["moment"] }),
    placeholderData: keepPreviousData,
    enabled: study !== null && at !== null,
    gcTime: 0,
  });
}

/** The numbers of a study with how they came about, once that is asked. */
export function useWorkings(document: Hive, study: string, box: number, wanted: boolean) {
  const { data } = useQuery({
    select: useRead<Chapter>(),
    queryKey: ["workings", study, document, box],
    queryFn: () => chapterOf(document, study, { parts: ["metrics"] }, { box }),
    placeholderData: keepPreviousData,
    enabled: wanted,
    gcTime: 0,
  });
  return data?.metrics;
}

async function chapterOf(document: Hive, study: string, asked: Asks[string], beside: Beside = {}): Promise<Chapter> {
  const { [study]: chapter } = await studied(document, { [study]: asked }, null, beside);
  if (!chapter) throw new Error(`“${study}” said nothing.`);
  return chapter;
}

/** All that is wrong with chamber, combs and run, parts that lie in each other too, with the mends that were tried. */
export function useFound(document: Hive, held: EditOut["held"], box: number, wanted: boolean) {
  const all = { parts: ["findings" as const, "mends" as const, "long" as const] };
  return useQuery({
    select: useRead<Finding[]>(),
    queryKey: ["found", document, held],
    queryFn: async () => found(await studied(document, { shape: all, combs: all, run: all }, held, { box })),
    placeholderData: keepPreviousData,
    enabled: wanted,
  });
}

function found(chapters: Chapters): Finding[] {
  return Object.values(chapters).flatMap((chapter) => chapter.findings);
}

/** What these studies find wrong with a design, without mends: for the rail. */
export function useFindingsOf(document: Hive, studies: readonly string[], wanted: boolean): Finding[] {
  const { data } = useQuery({
    queryKey: ["study-findings", document],
    queryFn: async () => {
      const asked = Object.fromEntries(studies.map((name) => [name, { parts: ["findings" as const] }]));
      return found(await studied(document, asked));
    },
    placeholderData: keepPreviousData,
    enabled: wanted,
    retry: false,
    gcTime: 0,
  });
  return data ?? NONE;
}

const NONE: Finding[] = [];

/** A long answer of a study: asked for, heard of until it is there, or given up. */
export function useLong(study: string, parts: NonNullable<Asks[string]["parts"]>) {
  return useJob((document: Hive) =>
    asSchema<Job>(
      answered(client.POST("/api/jobs/", { body: { document: { ...document }, study, asked: { parts } } })),
    ),
  );
}

/** The best hives out of the boards and frames of a brief: a long answer too. */
export function useBest() {
  return useJob((body: Sought) => asSchema<Job>(answered(client.POST("/api/brief/best", { body }))));
}

/** Something that takes long: how it is asked for, how far it is, what came of it. */
function useJob<T>(ask: (asked: T) => Promise<Job>) {
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
    chapter: job?.chapter ?? null,
    problem: failed ?? begin.error?.message ?? heard.error?.message ?? null,
    error: begin.error,
  };
}

const HEARD_MS = 400;

function isAlive({ state }: Job): boolean {
  return state === "waiting" || state === "running";
}

/** Every catalogue frame against every starting point. */
export function useMatrix(): UseQueryResult<Matrix> {
  return useQuery({
    queryKey: ["matrix"],
    queryFn: () => answered(client.GET("/api/moving/matrix")),
    select: useRead<Matrix>(),
    staleTime: Infinity,
  });
}

/** Puts the conversion box of a design's move on the shelf. */
export function useKeepBox(id: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () =>
      asSchema<DesignOut>(
        answered(client.POST("/api/designs/{ident}/conversion-box", { params: { path: { ident: id } } })),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: key.shelf }),
  });
}

/** Answers of the brief as they stand; boards as they were typed. */
/** Answers of a brief, what comes first, and what is held, as it was typed. */
export type Sought = Answered & {
  wish: "litres" | "combs" | "waste" | "money" | "lifting";
  length: string;
  combs: string;
  frames_owned: string;
};

export interface Answered {
  answers: Record<string, unknown>;
  boards: TypedBoard[];
  units: System;
}

export function useBrief(): UseQueryResult<Brief> {
  return useQuery({
    queryKey: ["brief"],
    queryFn: () => answered(client.GET("/api/brief")),
    select: useRead<Brief>(),
    staleTime: Infinity,
  });
}

/** The ranking by answers. The last good one stays while an answer can't be read. */
export function useRanking(answers: Answered): { ranking: Ranking | undefined; error: Error | null } {
  const queries = useQueryClient();
  const now = useQuery({
    queryKey: ["rank", answers],
    queryFn: async () => {
      const ranking = await answered(client.POST("/api/brief/rank", { body: answers }));
      queries.setQueryData(["ranking"], ranking);
      return ranking;
    },
    gcTime: 0,
  });
  const last = useQuery<Ranking>({
    select: useRead<Ranking>(),
    queryKey: ["ranking"],
    queryFn: () => Promise.reject(new Error("set by the ranking above")),
    enabled: false,
  });
  return { ranking: last.data, error: now.error };
}

export function useBegin() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Answered & { system: HiveSystem; name: string }) =>
      asSchema<BegunOut>(answered(client.POST("/api/brief/begin", { body }))),
    onSuccess: () => queries.invalidateQueries({ queryKey: key.shelf }),
  });
}

/** One of the hives that were found, put on the shelf. */
export function useTake() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: (body: Sought & { key: string; name: string }) =>
      asSchema<BegunOut>(answered(client.POST("/api/brief/take", { body }))),
    onSuccess: () => queries.invalidateQueries({ queryKey: key.shelf }),
  });
}

export function openDesign(id: string): Promise<DesignOut> {
  return answered(client.GET("/api/designs/{ident}", { params: { path: { ident: id } } }));
}

export function lookAtRevision(id: string, number: number): Promise<DesignOut> {
  return answered(client.GET("/api/designs/{ident}/revisions/{number}", { params: { path: { ident: id, number } } }));
}

export function bringBack(id: string, number: number): Promise<DesignOut> {
  return answered(
    client.POST("/api/designs/{ident}/revisions/{number}/bring-back", { params: { path: { ident: id, number } } }),
  );
}
