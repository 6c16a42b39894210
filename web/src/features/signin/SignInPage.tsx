import { useState, type FormEvent } from "react";
import { useLocation, useNavigate } from "react-router";
import { RefusedError } from "../../api/client";
import { useEntering, useMe } from "../../api/queries";
import { Problem } from "../../ui/Problem";

export function SignInPage() {
  const me = useMe();
  const { signIn, register, demo } = useEntering();
  const [making, setMaking] = useState(false);
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const navigate = useNavigate();
  const place = useLocation();

  const call = making ? register : signIn;
  const goOn = () => {
    const from: unknown = (place.state as { from?: string } | null)?.from;
    void navigate(typeof from === "string" ? from : "/", { replace: true });
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    call.mutate({ name, password }, { onSuccess: goOn });
  };

  return (
    <main className="mx-auto grid min-h-screen max-w-4xl content-center gap-x-16 gap-y-10 px-6 py-10 md:grid-cols-2">
      <div>
        <h1 className="mb-4 text-5xl">Sabaka</h1>
        <p className="max-w-sm text-base leading-relaxed">
          Design horizontal and top bar hives out of the boards you have. See the comb before the bees build it, find
          the mistake before the saw does, and move the follower boards without lifting a box.
        </p>
        {me.data?.demo_offered ? (
          <div className="mt-8 border-t border-base-content pt-5">
            <button
              type="button"
              className="btn btn-neutral"
              disabled={demo.isPending}
              onClick={() => {
                demo.mutate(undefined, { onSuccess: goOn });
              }}
            >
              Open the demo bench
            </button>
            <p className="soft mt-2 max-w-sm">
              Three hives of Saltmarsh Row, an invented terrace of allotments by the sea. No account needed.
            </p>
            <Problem id="demo-problem">{demo.isError ? demo.error.message : null}</Problem>
          </div>
        ) : null}
      </div>
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
    </main>
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
