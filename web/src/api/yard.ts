import { useQuery, type UseQueryResult } from "@tanstack/react-query";
import { answered, asSchema, client } from "./client";
import { kept, type Kept } from "./kept";
import { today } from "../lib/format";
import type { HivePage, SharedOut, VisitsOut, YardLine, YardOut } from "./types";

/** Calls on the yard book. What was fetched stays on the device, for the yard is far from any network. */

export type { Kept } from "./kept";

const key = { yards: ["yards"] as const, yard: (id: string) => ["yard", id], hive: (id: string) => ["built", id] };

export function useYards(): UseQueryResult<Kept<YardLine[]>> {
  return useQuery({
    queryKey: key.yards,
    queryFn: () => kept("yards", () => answered(client.GET("/api/yards/"))),
    networkMode: "always",
  });
}

export function useYard(id: string): UseQueryResult<Kept<YardOut>> {
  return useQuery({
    queryKey: key.yard(id),
    queryFn: () =>
      kept(`yard ${id}`, () =>
        answered(client.GET("/api/yards/{ident}", { params: { path: { ident: id }, query: { today: today() } } })),
      ),
    networkMode: "always",
  });
}

export function useBuiltHive(id: string): UseQueryResult<Kept<HivePage>> {
  return useQuery({
    queryKey: key.hive(id),
    queryFn: () =>
      kept(`hive ${id}`, () =>
        answered(client.GET("/api/hives/{ident}", { params: { path: { ident: id }, query: { today: today() } } })),
      ),
    networkMode: "always",
  });
}

/** The hives that were built from a design. */
export function useBuiltFrom(design: string) {
  return useQuery({
    queryKey: ["built-from", design],
    queryFn: () => answered(client.GET("/api/yards/built", { params: { query: { design } } })),
  });
}

/** Visits of a hive before a moment, a page of them. */
export function olderVisits(hive: string, before: string): Promise<VisitsOut> {
  return asSchema<VisitsOut>(
    answered(client.GET("/api/hives/{ident}/visits", { params: { path: { ident: hive }, query: { before } } })),
  );
}

/** What a link shows, for whoever knows its address. */
export function useShared(secret: string) {
  return useQuery({
    queryKey: ["shared", secret],
    queryFn: () => asSchema<SharedOut>(answered(client.GET("/api/shared/{secret}", { params: { path: { secret } } }))),
  });
}

export function isOfTheBook(first: unknown): boolean {
  return typeof first === "string" && ["yards", "yard", "built", "built-from", "study"].includes(first);
}
