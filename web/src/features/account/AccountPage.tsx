import { useRef, useState, type FormEvent } from "react";
import { Link, useNavigate } from "react-router";
import { useAccount } from "../../api/account";
import { useMe } from "../../api/queries";
import { Ask } from "../../ui/Ask";
import { Button } from "../../ui/Button";
import { Problem } from "../../ui/Problem";
import { Reading } from "../../ui/Reading";
import { Written } from "./Written";
import { ChangePassword, ResetDemo, SignOutEverywhere } from "./Access";

/** One’s own things as a whole: taken along in one file, brought in from one, deleted. */
export function AccountPage() {
  const me = useMe();
  return (
    <div className="min-h-screen">
      <header
        className="flex flex-wrap items-center gap-x-5 gap-y-2 border-b border-base-content bg-base-200
          px-5 py-2"
      >
        <Link to="/" className="named text-xl font-semibold">
          Sabaka
        </Link>
        <span className="named text-lg">{me.data?.name}</span>
        <span className="grow" />
        <Reading />
      </header>
      <main className="mx-auto grid max-w-3xl gap-8 px-5 py-8">
        <div>
          <h1 className="text-3xl">Your things</h1>
          <p className="soft">Designs, yards, visits and photos are yours: take them along, or leave with them.</p>
        </div>
        <section>
          <h2 className="mb-1 text-xl">Everything in one file</h2>
          <p className="mb-2">
            One archive: your designs with all their revisions, your weather, the yards that you keep with hives,
            colonies and visits as JSON with its schema, each table as CSV too, and the photos.
          </p>
          <a className="btn btn-neutral" href="/api/account/archive.zip" download>
            Take an archive
          </a>
        </section>
        <Written />
        <TakeIn />
        {me.data?.demo ? (
          <ResetDemo />
        ) : (
          <>
            <ChangePassword />
            <SignOutEverywhere />
            <Leave />
          </>
        )}
      </main>
    </div>
  );
}

function TakeIn() {
  const { takeIn } = useAccount();
  const picker = useRef<HTMLInputElement>(null);
  const [name, setName] = useState("");
  const done = takeIn.data;
  return (
    <section>
      <h2 className="mb-1 text-xl">Bring an archive in</h2>
      <p className="mb-2">It goes into an account that is still empty; nothing is taken in unless all of it can be.</p>
      <Button disabled={takeIn.isPending} onClick={() => picker.current?.click()}>
        Choose an archive
      </Button>
      <input
        ref={picker}
        type="file"
        accept=".zip,application/zip"
        className="hidden"
        aria-label="Archive"
        tabIndex={-1}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) {
            setName(file.name);
            takeIn.mutate(file);
          }
          event.target.value = "";
        }}
      />
      <p role="status" className="mt-2">
        {takeIn.isPending ? `Bringing ${name} in …` : null}
        {done
          ? `Brought in: ${String(done.designs)} designs, ${String(done.yards)} yards, ${String(done.visits)} visits.`
          : null}
      </p>
      <Problem id="archive-problem">{takeIn.error?.message ?? null}</Problem>
    </section>
  );
}

function Leave() {
  const { leave } = useAccount();
  const [asking, setAsking] = useState(false);
  const [password, setPassword] = useState("");
  const navigate = useNavigate();
  const submit = (event: FormEvent) => {
    event.preventDefault();
    leave.mutate(password, { onSuccess: () => void navigate("/sign-in") });
  };
  return (
    <section>
      <h2 className="mb-1 text-xl">Leave</h2>
      <p className="mb-2">
        Deletes your account with all that is yours. A yard that somebody else keeps too stays with him, without your
        name.
      </p>
      <Button
        onClick={() => {
          setAsking(true);
        }}
      >
        Delete my account
      </Button>
      {asking ? (
        <Ask
          title="Delete your account and everything in it?"
          onClose={() => {
            setAsking(false);
          }}
        >
          <form onSubmit={submit}>
            <p className="mb-3">Nothing brings it back but an archive that you took before.</p>
            <label className="mb-3 block">
              Your password
              <input
                type="password"
                autoComplete="current-password"
                className="input w-full"
                value={password}
                onChange={(event) => {
                  setPassword(event.target.value);
                }}
              />
            </label>
            <Problem id="leave-problem">{leave.error?.message ?? null}</Problem>
            <div className="mt-2 flex gap-3">
              <button type="submit" className="btn btn-sm btn-error" disabled={password === ""}>
                Delete everything
              </button>
              <Button
                onClick={() => {
                  setAsking(false);
                }}
              >
                Stay
              </Button>
            </div>
          </form>
        </Ask>
      ) : null}
    </section>
  );
}
