import { useMutation, useQuery, useQueryClient, type UseQueryResult } from "@tanstack/react-query";
import type { Mark } from "../lib/locale";
import { useRead } from "../lib/reading";
import { answered, asSchema, client } from "./client";
import { useJob } from "./jobs";
import { key } from "./queries";
import type { BegunOut, Brief, HiveSystem, Job, Ranking, System, TypedBoard } from "./types";

/** What is asked of a brief: its questions, the ranking, a hive begun from it, the best out of what is there. */

/** Answers of a brief, what comes first, and what is held, as it was typed. */
export type Sought = Answered & {
  wish: Brief["wishes"][number]["value"];
  length: string;
  combs: string;
  frames_owned: string;
};

/** Answers of the brief as they stand; boards as they were typed. */
export interface Answered {
  answers: Record<string, unknown>;
  boards: TypedBoard[];
  units: System;
  mark: Mark;
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

/** The best hives out of the boards and frames of a brief: a long answer too. */
export function useBest() {
  return useJob((body: Sought) => asSchema<Job>(answered(client.POST("/api/brief/best", { body }))));
}
