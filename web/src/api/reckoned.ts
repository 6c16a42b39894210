import { useMutation, useQuery, useQueryClient, type UseQueryResult } from "@tanstack/react-query";
import { answered, asSchema, client } from "./client";
import type { HealthPage, TrialIn, TrialOut, YearPage } from "./types";

/** Calls on a yard’s year, its health and its trials. */

const at = (ident: string) => ({ params: { path: { ident } } });

export function useYear(yard: string, year: number | null): UseQueryResult<YearPage> {
  const query = year === null ? {} : { year };
  return useQuery({
    queryKey: ["yard", yard, "year", year],
    queryFn: () => answered(client.GET("/api/yards/{ident}/year", { params: { path: { ident: yard }, query } })),
  });
}

export function useHealth(yard: string, combs_a_strip: number): UseQueryResult<HealthPage> {
  return useQuery({
    queryKey: ["yard", yard, "health", combs_a_strip],
    queryFn: () =>
      asSchema<HealthPage>(
        answered(
          client.GET("/api/yards/{ident}/health", { params: { path: { ident: yard }, query: { combs_a_strip } } }),
        ),
      ),
  });
}

export function useTrials(yard: string) {
  const queries = useQueryClient();
  const onSuccess = () => queries.invalidateQueries({ queryKey: ["yard", yard, "trials"] });
  const trials: UseQueryResult<TrialOut[]> = useQuery({
    queryKey: ["yard", yard, "trials"],
    queryFn: () => answered(client.GET("/api/yards/{ident}/trials", at(yard))),
  });
  return {
    trials,
    begin: useMutation({
      mutationFn: (body: TrialIn) => answered(client.POST("/api/yards/{ident}/trials", { ...at(yard), body })),
      onSuccess,
    }),
    end: useMutation({
      mutationFn: ({ trial, ...body }: { trial: number; verdict: string; ended_on: string | null }) =>
        answered(client.PATCH("/api/yards/{ident}/trials/{trial}", { params: { path: { ident: yard, trial } }, body })),
      onSuccess,
    }),
    drop: useMutation({
      mutationFn: (trial: number) =>
        answered(client.DELETE("/api/yards/{ident}/trials/{trial}", { params: { path: { ident: yard, trial } } })),
      onSuccess,
    }),
  };
}
