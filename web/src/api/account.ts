import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answered, client } from "./client";
import { forgetDevice } from "./queries";

/** Calls on one’s own things as a whole. */
export function useAccount() {
  const queries = useQueryClient();
  return {
    takeIn: useMutation({
      mutationFn: (file: File) =>
        answered(
          client.POST("/api/account/archive", {
            body: file as unknown as never,
            bodySerializer: (body: unknown) => body as BodyInit,
            headers: { "Content-Type": "application/zip" },
          }),
        ),
      onSuccess: () => queries.invalidateQueries(),
    }),
    password: useMutation({
      mutationFn: (body: { old: string; new: string }) => answered(client.POST("/api/password", { body })),
    }),
    signOutEverywhere: useMutation({ mutationFn: () => answered(client.POST("/api/sign-out-everywhere")) }),
    resetDemo: useMutation({
      mutationFn: () => answered(client.POST("/api/reset-demo")),
      onSuccess: () => {
        // What the device knew of the yard and the shelf is of before.
        forgetDevice();
        return queries.invalidateQueries();
      },
    }),
    leave: useMutation({
      mutationFn: (password: string) => answered(client.DELETE("/api/account/", { body: { password } })),
      onSuccess: () => {
        queries.clear();
        forgetDevice();
      },
    }),
  };
}
