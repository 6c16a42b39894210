import { keepPreviousData, useMutation, useQuery, useQueryClient, type UseQueryResult } from "@tanstack/react-query";
import { fromDevice, offDevice, ontoDevice } from "../lib/device";
import { typing } from "../lib/format";
import { useRead } from "../lib/reading";
import { useSettings } from "../lib/settings";
import { answered, asSchema, client, RefusedError } from "./client";
import { chaptersOf } from "./jobs";
import { kept } from "./kept";
import type {
  Asks,
  Card,
  DesignOut,
  EditOut,
  Hive,
  Job,
  Me,
  Matrix,
  RevisionOut,
  Side,
  WeatherIn,
  Chapter,
  Chapters,
  Finding,
  StudiesOut,
} from "./types";

/** Calls on the server, by what they are of. */

const ME = "sabaka-me";

export const key = {
  me: ["me"] as const,
  shelf: ["shelf"] as const,
  presets: ["presets"] as const,
  revisions: (id: string) => ["revisions", id] as const,
};

/** Who is signed in; without a network who was when there was one, so that the yard's pages open on the device. */
async function me(): Promise<Me> {
  try {
    const found = await answered(client.GET("/api/me"));
    ontoDevice(ME, JSON.stringify(found));
    return found;
  } catch (error) {
    const before = fromDevice(ME);
    if (error instanceof RefusedError || before === null) throw error;
    return JSON.parse(before) as Me;
  }
}

/** Who is signed in as far as the device knows; nobody, an empty name. */
export function signedInAs(): string {
  const before = fromDevice(ME);
  return before === null ? "" : (JSON.parse(before) as Me).name;
}

export function useMe(): UseQueryResult<Me> {
  return useQuery({ queryKey: key.me, queryFn: me, staleTime: 60_000, networkMode: "always" });
}

export function useShelf(): UseQueryResult<Card[]> {
  return useQuery({
    queryKey: key.shelf,
    // The shelf as it was last seen, where there is no network.
    queryFn: async () => (await kept("shelf", () => answered(client.GET("/api/designs")))).page,
    networkMode: "always",
    // After an upgrade a long shelf is looked through a few at a time.
    refetchInterval: ({ state }) => (state.data?.some((card) => !card.ready) ? 300 : false),
  });
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

/** Gives a kept state its name. */
export function useNamedRevision(id: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: ({ number, name }: { number: number; name: string }) =>
      answered(
        client.PATCH("/api/designs/{ident}/revisions/{number}", {
          params: { path: { ident: id, number } },
          body: { name },
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: key.revisions(id) }),
  });
}

/** Yards and hives that were opened go from the device; what is still to be sent stays in its own place. */
export function forgetDevice(): void {
  offDevice(ME);
  void import("idb-keyval").then(({ clear }) => clear()).catch(() => undefined);
}

/** Changes of who is signed in; everything known before is forgotten, unless one stays where one is. */
export function useEntering({ stay = false } = {}) {
  const queries = useQueryClient();
  const settle = (me: Me) => {
    if (!stay) queries.clear();
    // What was refused while nobody was signed in is asked again.
    else void queries.invalidateQueries({ queryKey: ["found"] });
    // What another keeper opened here isn’t shown to this one without a network.
    if (me.name !== signedInAs()) forgetDevice();
    ontoDevice(ME, JSON.stringify(me));
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
    signOut: useMutation({
      mutationFn: () => answered(client.POST("/api/sign-out")),
      onSuccess: (me: Me) => {
        settle(me);
        forgetDevice();
      },
    }),
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

/** So many designs go side by side; the core refuses more. */
export const MOST_COMPARED = 4;

/** Up to so many designs side by side, each by its id, or by its id and a kept state: “id:3”. */
export function useSideBySide(sides: readonly string[]): UseQueryResult<Chapter> {
  return useQuery({
    select: useRead<Chapter>(),
    queryKey: ["side-by-side", sides],
    queryFn: async ({ signal }) => {
      const body = { sides: sides.map(sideOf) };
      const job = await asSchema<Job>(answered(client.POST("/api/designs/side-by-side", { body, signal })));
      const { several } = await chaptersOf(job, signal);
      if (!several) throw new Error("Nothing was said of them.");
      return several;
    },
    enabled: sides.length > 1,
    placeholderData: keepPreviousData,
    gcTime: 0,
  });
}

/** A side as an address names it: a design by its id, or by its id and a kept state. */
export function sideOf(named: string): Side {
  const [design = "", revision] = named.split(":");
  return { design, revision: revision ? Number(revision) : null };
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

/** What the studies asked say of a design, at once, or after a while where it is a large one. */
async function studied(
  document: Hive,
  asked: Asks,
  held: EditOut["held"] = null,
  { box = null, before = null, built = null, signal }: Beside = {},
): Promise<Chapters> {
  const body = { document: { ...document }, asked, held, box, before: before && { ...before }, built };
  const said = await asSchema<StudiesOut | Job>(
    answered(client.POST("/api/studies/", { body, ...(signal ? { signal } : {}) })),
  );
  return "state" in said ? chaptersOf(said, signal) : said.chapters;
}

/** Which chamber is on the bench, the design that one is compared with, and which one on the shelf it is. */
interface Beside {
  box?: number | null;
  before?: Hive | null;
  built?: string | null;
  /** Says that nobody waits any more. */
  signal?: AbortSignal;
}

/** One study of a design; a size that was typed is compared with, and what was seen where it was built. */
export function useStudy(document: Hive, built: string, study: string | null, typed: string): UseQueryResult<Chapter> {
  const { reading } = useSettings();
  return useQuery({
    select: useRead<Chapter>(),
    queryKey: ["study", study, document, built, typed, typing(reading)],
    queryFn: ({ signal }) => chapterOf(document, study ?? "", { typed, ...typing(reading) }, { built, signal }),
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
    queryFn: ({ signal }) => chapterOf(document, "follows", { parts: ["tables"] }, { before, box, signal }),
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
    queryFn: ({ signal }) => chapterOf(document, study ?? "", { at, parts: ["moment"] }, { signal }),
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
    queryFn: ({ signal }) => chapterOf(document, study, { parts: ["metrics"] }, { box, signal }),
    placeholderData: keepPreviousData,
    enabled: wanted,
    gcTime: 0,
  });
  return data?.metrics;
}

/** All that a study says of a design. */
export function askChapter(document: Hive, study: string): Promise<Chapter> {
  return chapterOf(document, study, {});
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
    queryFn: async ({ signal }) =>
      found(await studied(document, { shape: all, combs: all, run: all }, held, { box, signal })),
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
    queryFn: async ({ signal }) => {
      const asked = Object.fromEntries(studies.map((name) => [name, { parts: ["findings" as const] }]));
      return found(await studied(document, asked, null, { signal }));
    },
    placeholderData: keepPreviousData,
    enabled: wanted,
    retry: false,
    gcTime: 0,
  });
  return data ?? NONE;
}

const NONE: Finding[] = [];

/** Every catalogue frame against every starting point. */
export function useMatrix(): UseQueryResult<Matrix> {
  return useQuery({
    queryKey: ["matrix"],
    queryFn: () => answered(client.GET("/api/moving/matrix")),
    select: useRead<Matrix>(),
    staleTime: Infinity,
  });
}

/** Puts the conversion box of a design's move, or a bait box for its combs, on the shelf. */
export function useKeepBox(id: string, what: "conversion-box" | "bait-box") {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: () =>
      asSchema<DesignOut>(answered(client.POST(`/api/designs/{ident}/${what}`, { params: { path: { ident: id } } }))),
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
