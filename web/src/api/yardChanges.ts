import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answered, client } from "./client";
import type { Mark } from "../lib/locale";
import type { Life, System } from "./types";
import { isOfTheBook } from "./yard";

/** Changes of the yard book that are made where there is a network. */

type Role = "keeper" | "helper" | "looker";

/** Asks for the book’s pages again once something of it has changed. */
function useAnew() {
  const queries = useQueryClient();
  return () => queries.invalidateQueries({ predicate: ({ queryKey: [first] }) => isOfTheBook(first) });
}

/** Changes of yards: made, named, taken away; who is in them. */
export function useYardChanges() {
  const onSuccess = useAnew();
  const at = (ident: string) => ({ params: { path: { ident } } });
  return {
    make: useMutation({
      mutationFn: (body: { name: string; place: string }) => answered(client.POST("/api/yards/", { body })),
      onSuccess,
    }),
    rename: useMutation({
      mutationFn: ({ yard, ...body }: { yard: string; name: string; place: string; climate: string; layout: string }) =>
        answered(client.PATCH("/api/yards/{ident}", { ...at(yard), body })),
      onSuccess,
    }),
    remove: useMutation({
      mutationFn: (yard: string) => answered(client.DELETE("/api/yards/{ident}", at(yard))),
      onSuccess,
    }),
    build: useMutation({
      mutationFn: ({ yard, ...body }: { yard: string; design: string; built_on: string; name: string }) =>
        answered(client.POST("/api/yards/{ident}/hives", { ...at(yard), body })),
      onSuccess,
    }),
    tick: useMutation({
      mutationFn: ({ hive, due }: { hive: string; due: string }) =>
        answered(client.POST("/api/hives/{ident}/done", { params: { path: { ident: hive } }, body: { key: due } })),
      onSuccess,
    }),
    letIn: useMutation({
      mutationFn: ({ yard, ...body }: { yard: string; name: string; role: Role }) =>
        answered(client.POST("/api/yards/{ident}/members", { ...at(yard), body })),
      onSuccess,
    }),
    putOut: useMutation({
      mutationFn: ({ yard, member }: { yard: string; member: number }) =>
        answered(client.DELETE("/api/yards/{ident}/members/{member}", { params: { path: { ident: yard, member } } })),
      onSuccess,
    }),
    renewFeed: useMutation({
      mutationFn: (yard: string) => answered(client.POST("/api/yards/{ident}/feed", at(yard))),
      onSuccess,
    }),
  };
}

/** Changes of one hive: its visits, what is due, its sizes, who lives in it. */
export function useHiveChanges(hive: string, yard: string) {
  const onSuccess = useAnew();
  const at = { params: { path: { ident: hive } } };
  return {
    takeBack: useMutation({
      mutationFn: (visit: string) =>
        answered(client.DELETE("/api/hives/{ident}/visits/{visit}", { params: { path: { ident: hive, visit } } })),
      onSuccess,
    }),
    dropPhoto: useMutation({
      mutationFn: (photo: string) =>
        answered(client.DELETE("/api/hives/{ident}/photos/{photo}", { params: { path: { ident: hive, photo } } })),
      onSuccess,
    }),
    rename: useMutation({
      mutationFn: (body: { name: string; built_on: string }) =>
        answered(client.PATCH("/api/hives/{ident}", { ...at, body })),
      onSuccess,
    }),
    remove: useMutation({
      mutationFn: () => answered(client.DELETE("/api/hives/{ident}", at)),
      onSuccess,
    }),
    measure: useMutation({
      mutationFn: (body: { path: string; text: string; units: System; mark: Mark }) =>
        answered(client.POST("/api/hives/{ident}/measured", { ...at, body })),
      onSuccess,
    }),
    keepColony: useMutation({
      mutationFn: ({ id, life }: { id: string; life: Life }) =>
        answered(
          client.PUT("/api/yards/{ident}/colonies/{colony}", {
            params: { path: { ident: yard, colony: id } },
            body: life,
          }),
        ),
      onSuccess,
    }),
    forgetColony: useMutation({
      mutationFn: (id: string) =>
        answered(
          client.DELETE("/api/yards/{ident}/colonies/{colony}", { params: { path: { ident: yard, colony: id } } }),
        ),
      onSuccess,
    }),
  };
}

/** Of what a link is. */
export interface LinkTo {
  of: "hive" | "design";
  id: string;
}

/** The links to a hive or a design, making one, ending one. */
export function useLinks({ of, id }: LinkTo) {
  const queries = useQueryClient();
  const path = of === "hive" ? "/api/hives/{ident}/links" : "/api/links/designs/{ident}";
  const at = { params: { path: { ident: id } } };
  const onSuccess = () => queries.invalidateQueries({ queryKey: ["links", of, id] });
  return {
    links: useQuery({ queryKey: ["links", of, id], queryFn: () => answered(client.GET(path, at)) }),
    make: useMutation({
      mutationFn: (days: number) => answered(client.POST(path, { ...at, body: { days } })),
      onSuccess,
    }),
    end: useMutation({
      mutationFn: (link: number) => answered(client.DELETE("/api/links/{link}", { params: { path: { link } } })),
      onSuccess,
    }),
  };
}
