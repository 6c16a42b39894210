import { useMutation, useQuery, useQueryClient, type UseQueryResult } from "@tanstack/react-query";
import { today } from "../lib/format";
import { useRead } from "../lib/reading";
import { answered, asSchema, client } from "./client";
import type { AlarmOut, LearnedOut, ReadingsOut } from "./types";

/** Calls on readings, and on what hives teach. */

/** A hive’s readings over some days; the last two weeks where none are said. */
export function useReadings(hive: string, first: string | null): UseQueryResult<ReadingsOut> {
  const query = first === null ? {} : { first };
  return useQuery({
    queryKey: ["readings", hive, first],
    queryFn: () =>
      asSchema<ReadingsOut>(
        answered(client.GET("/api/hives/{ident}/readings", { params: { path: { ident: hive }, query } })),
      ),
    select: useRead<ReadingsOut>(),
  });
}

export function useLearned(hive: string): UseQueryResult<LearnedOut> {
  return useQuery({
    queryKey: ["learned", hive],
    queryFn: () =>
      asSchema<LearnedOut>(
        answered(
          client.GET("/api/hives/{ident}/learned", { params: { path: { ident: hive }, query: { today: today() } } }),
        ),
      ),
    select: useRead<LearnedOut>(),
  });
}

/** What the sensors of a yard, or of one hive, warn of. */
export function useAlarms(of: "yards" | "hives", id: string): AlarmOut[] {
  const { data } = useQuery({
    queryKey: ["alarms", of, id],
    queryFn: () =>
      answered(
        of === "yards"
          ? client.GET("/api/yards/{ident}/alarms", { params: { path: { ident: id } } })
          : client.GET("/api/hives/{ident}/alarms", { params: { path: { ident: id } } }),
      ),
    select: useRead<AlarmOut[]>(),
    retry: false,
  });
  return data ?? NONE;
}

const NONE: AlarmOut[] = [];

/** Changes of a hive’s devices, and whether it learns. */
export function useDevices(hive: string) {
  const queries = useQueryClient();
  const onSuccess = () =>
    queries.invalidateQueries({ predicate: ({ queryKey: [what, of] }) => of === hive && what !== "built" });
  const at = (device: string) => ({ params: { path: { ident: hive, device } } });
  return {
    make: useMutation({
      mutationFn: (name: string) =>
        answered(client.POST("/api/hives/{ident}/devices", { params: { path: { ident: hive } }, body: { name } })),
      onSuccess,
    }),
    renew: useMutation({
      mutationFn: (device: string) => answered(client.POST("/api/hives/{ident}/devices/{device}/key", at(device))),
      onSuccess,
    }),
    drop: useMutation({
      mutationFn: (device: string) => answered(client.DELETE("/api/hives/{ident}/devices/{device}", at(device))),
      onSuccess,
    }),
    bring: useMutation({
      mutationFn: ({ device, file }: { device: string; file: File }) =>
        answered(
          client.POST("/api/hives/{ident}/devices/{device}/readings", {
            ...at(device),
            body: file as unknown as never,
            bodySerializer: (body: unknown) => body as BodyInit,
            headers: { "Content-Type": "text/csv" },
          }),
        ),
      onSuccess,
    }),
    learns: useMutation({
      mutationFn: (on: boolean) =>
        answered(client.POST("/api/hives/{ident}/learns", { params: { path: { ident: hive } }, body: { on } })),
      onSuccess,
    }),
  };
}

/** What the hives that were built from a design taught of it, and taking it into the design. */
export function useTaught(design: string) {
  const queries = useQueryClient();
  const at = { params: { path: { ident: design }, query: { today: today() } } };
  return {
    taught: useQuery({
      queryKey: ["taught", design],
      queryFn: () => answered(client.GET("/api/designs/{ident}/taught", at)),
    }),
    take: useMutation({
      mutationFn: () => answered(client.POST("/api/designs/{ident}/taught", at)),
      onSuccess: () => queries.invalidateQueries({ queryKey: ["design", design] }),
    }),
  };
}
