import { useState, type FormEvent } from "react";
import { RefusedError } from "../../api/client";
import { useAccount } from "../../api/account";
import { Button } from "../../ui/Button";
import { Problem } from "../../ui/Problem";

/** Another password; every other device is signed out. */
export function ChangePassword() {
  const { password } = useAccount();
  const [old, setOld] = useState("");
  const [next, setNext] = useState("");
  const submit = (event: FormEvent) => {
    event.preventDefault();
    password.mutate(
      { old, new: next },
      {
        onSuccess: () => {
          setOld("");
          setNext("");
        },
      },
    );
  };
  return (
    <section>
      <h2 className="mb-1 text-xl">Password</h2>
      <p className="mb-2">At least ten characters. Whoever else is signed in to your account is signed out.</p>
      <form onSubmit={submit} className="grid max-w-sm gap-3">
        <Secret label="Old password" name="old" value={old} onChange={setOld} error={password.error} />
        <Secret label="New password" name="new" value={next} onChange={setNext} error={password.error} />
        <div>
          <Button type="submit" disabled={password.isPending || old === "" || next === ""}>
            Change the password
          </Button>
        </div>
      </form>
      <p role="status" className="mt-2">
        {password.isSuccess ? "The password is changed, and other devices are signed out." : null}
      </p>
    </section>
  );
}

interface SecretProps {
  label: string;
  name: "old" | "new";
  value: string;
  onChange: (value: string) => void;
  error: Error | null;
}

function Secret({ label, name, value, onChange, error }: SecretProps) {
  const id = `${name}-password-problem`;
  return (
    <div>
      <label className="block">
        {label}
        <input
          type="password"
          autoComplete={name === "old" ? "current-password" : "new-password"}
          className="input w-full"
          value={value}
          aria-describedby={id}
          onChange={(event) => {
            onChange(event.target.value);
          }}
        />
      </label>
      <Problem id={id}>{reasonAt(error, name)}</Problem>
    </div>
  );
}

function reasonAt(error: Error | null, name: "old" | "new"): string | null {
  if (!error) return null;
  const problems = error instanceof RefusedError ? error.refusal.problems : [];
  const mine = problems.filter((problem) => problem.field === name).map((problem) => problem.reason);
  if (mine.length > 0) return mine.join(" ");
  const elsewhere = problems.some((problem) => problem.field === "old" || problem.field === "new");
  return name === "new" && !elsewhere ? error.message : null;
}

/** Ends every session but this one: for a phone that was lost. */
export function SignOutEverywhere() {
  const { signOutEverywhere } = useAccount();
  return (
    <section>
      <h2 className="mb-1 text-xl">Other devices</h2>
      <p className="mb-2">
        A phone was lost, or you left a page open somewhere: this signs you out everywhere but here.
      </p>
      <Button
        disabled={signOutEverywhere.isPending}
        onClick={() => {
          signOutEverywhere.mutate();
        }}
      >
        Sign out everywhere else
      </Button>
      <p role="status" className="mt-2">
        {signOutEverywhere.isSuccess ? "You are signed in here only." : null}
      </p>
      <Problem id="everywhere-problem">{signOutEverywhere.error?.message ?? null}</Problem>
    </section>
  );
}

/** The demo’s hives and yard as they were; asked twice, for what visitors made there goes. */
export function ResetDemo() {
  const { resetDemo } = useAccount();
  const [asked, setAsked] = useState(false);
  return (
    <section>
      <h2 className="mb-1 text-xl">The demo bench</h2>
      <p className="mb-2">
        Everybody’s own to try things on. It keeps less than an account of your own, and can be put back as it was.
      </p>
      {asked ? (
        <div className="flex flex-wrap items-center gap-3">
          <span>Whatever was made here goes.</span>
          <Button
            disabled={resetDemo.isPending}
            onClick={() => {
              resetDemo.mutate(undefined, {
                onSettled: () => {
                  setAsked(false);
                },
              });
            }}
          >
            {resetDemo.isPending ? "Putting it back …" : "Put it back"}
          </Button>
          <Button
            onClick={() => {
              setAsked(false);
            }}
          >
            Leave it
          </Button>
        </div>
      ) : (
        <Button
          onClick={() => {
            setAsked(true);
          }}
        >
          Put the demo back as it was
        </Button>
      )}
      <p role="status" className="mt-2">
        {resetDemo.isSuccess ? "Hives and yard are as they were." : null}
      </p>
      <Problem id="reset-problem">{resetDemo.error?.message ?? null}</Problem>
    </section>
  );
}
