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
    leave: useMutation({
      mutationFn: (password: string) => answered(client.DELETE("/api/account/", { body: { password } })),
      onSuccess: () => {
        queries.clear();
        forgetDevice();
      },
    }),
  };
}
