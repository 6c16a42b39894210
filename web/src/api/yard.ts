import { useMutation, useQuery, useQueryClient, type UseQueryResult } from "@tanstack/react-query";
import { del, get, set } from "idb-keyval";
import { answered, client, RefusedError } from "./client";
import { today } from "../lib/format";
import type { HivePage, YardLine, YardOut } from "./types";

/** Calls on the yard book. What was fetched stays on the device, for the yard is far from any network. */

/** Something that came from the server, or that lies on the device since then. */
export interface Kept<T> {
  page: T;
  fetched: string;
  onDevice: boolean;
}

async function kept<T>(name: string, fetched: () => Promise<T>): Promise<Kept<T>> {
  try {
    const page = await fetched();
    const now: Kept<T> = { page, fetched: new Date().toISOString(), onDevice: false };
    await set(name, now).catch(() => undefined);
    return now;
  } catch (error) {
    if (error instanceof RefusedError && error.status !== 401) {
      await del(name).catch(() => undefined);
      throw error;
    }
    const there = await get<Kept<T>>(name).catch(() => undefined);
    if (!there) throw error;
    return { ...there, onDevice: true };
  }
}

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

/** Changes of the yard book that are made where there is a network. */
export function useYardChanges() {
  const queries = useQueryClient();
  const onSuccess = () => queries.invalidateQueries({ predicate: ({ queryKey: [first] }) => isOfTheBook(first) });
  return {
    make: useMutation({
      mutationFn: (body: { name: string; place: string }) => answered(client.POST("/api/yards/", { body })),
      onSuccess,
    }),
    build: useMutation({
      mutationFn: ({ yard, ...body }: { yard: string; design: string; built_on: string; name: string }) =>
        answered(client.POST("/api/yards/{ident}/hives", { params: { path: { ident: yard } }, body })),
      onSuccess,
    }),
    tick: useMutation({
      mutationFn: ({ hive, due }: { hive: string; due: string }) =>
        answered(client.POST("/api/hives/{ident}/done", { params: { path: { ident: hive } }, body: { key: due } })),
      onSuccess,
    }),
    letIn: useMutation({
      mutationFn: ({ yard, ...body }: { yard: string; name: string; role: "keeper" | "helper" | "looker" }) =>
        answered(client.POST("/api/yards/{ident}/members", { params: { path: { ident: yard } }, body })),
      onSuccess,
    }),
    putOut: useMutation({
      mutationFn: ({ yard, member }: { yard: string; member: number }) =>
        answered(client.DELETE("/api/yards/{ident}/members/{member}", { params: { path: { ident: yard, member } } })),
      onSuccess,
    }),
    renewFeed: useMutation({
      mutationFn: (yard: string) =>
        answered(client.POST("/api/yards/{ident}/feed", { params: { path: { ident: yard } } })),
      onSuccess,
    }),
    takeBack: useMutation({
      mutationFn: ({ hive, visit }: { hive: string; visit: string }) =>
        answered(client.DELETE("/api/hives/{ident}/visits/{visit}", { params: { path: { ident: hive, visit } } })),
      onSuccess,
    }),
  };
}

export function isOfTheBook(first: unknown): boolean {
  return typeof first === "string" && ["yards", "yard", "built", "built-from"].includes(first);
}
