import { useState, type FormEvent } from "react";
import { RefusedError } from "../../api/client";
import type { useEntering } from "../../api/queries";
import { Problem } from "../../ui/Problem";

interface CredentialsProps {
  entering: ReturnType<typeof useEntering>;
  onDone: () => void;
}

/** Name and password, to sign in or to make an account. */
export function Credentials({ entering, onDone }: CredentialsProps) {
  const { signIn, register } = entering;
  const [making, setMaking] = useState(false);
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const call = making ? register : signIn;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    call.mutate({ name, password }, { onSuccess: onDone });
  };
  return (
    <form onSubmit={submit} className="grid content-start gap-4 border-t border-base-content pt-5">
      <h2 className="text-2xl">{making ? "Make an account" : "Sign in"}</h2>
      <label className="grid gap-1">
        Name
        <input
          className="input w-full"
          autoComplete="username"
          required
          value={name}
          aria-describedby="name-problem"
          onChange={(event) => {
            setName(event.target.value);
          }}
        />
        <Problem id="name-problem">{reasonFor(call.error, "name")}</Problem>
      </label>
      <label className="grid gap-1">
        Password
        <input
          className="input w-full"
          type="password"
          autoComplete={making ? "new-password" : "current-password"}
          required
          value={password}
          aria-describedby="password-problem"
          onChange={(event) => {
            setPassword(event.target.value);
          }}
        />
        <Problem id="password-problem">{reasonFor(call.error, "password")}</Problem>
      </label>
      <div className="flex flex-wrap items-center gap-4">
        <button type="submit" className="btn btn-outline" disabled={call.isPending}>
          {making ? "Make the account" : "Sign in"}
        </button>
        <button
          type="button"
          className="underline underline-offset-4"
          onClick={() => {
            setMaking(!making);
            call.reset();
          }}
        >
          {making ? "I have an account" : "I have none yet"}
        </button>
      </div>
    </form>
  );
}

function reasonFor(error: Error | null, field: string): string | null {
  if (!error) return null;
  if (!(error instanceof RefusedError)) return field === "password" ? "Sabaka can’t be reached. Try again." : null;
  const problems = error.refusal.problems;
  const mine = problems.find((problem) => problem.field === field);
  if (mine) return mine.reason;
  return field === "password" && problems.every((problem) => problem.field !== "name") ? error.message : null;
}
