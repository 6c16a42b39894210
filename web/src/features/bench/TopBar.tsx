import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { useEntering, useMe } from "../../api/queries";
import { ago, sentence } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Menu } from "../../ui/Menu";
import { Reading } from "../../ui/Reading";
import type { BenchStep } from "./steps";
import type { Bench } from "./useBench";
import type { Waiting } from "./state";
import type { Keeping } from "./useKeeping";

interface TopBarProps {
  id: string;
  step: BenchStep;
  asOf: string | null;
  bench: Bench;
  keeping: Keeping;
  onSignIn: () => void;
}

/** Name, state line, and the tools that are the same on every step. */
export function TopBar({ id, step, asOf, bench, keeping, onSignIn }: TopBarProps) {
  const { reading } = useSettings();
  const [now] = useState(Date.now);
  const me = useMe();
  const { signOut } = useEntering();
  const navigate = useNavigate();
  return (
    <header
      className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-base-content bg-base-200 px-4
      py-1.5"
    >
      <Link to="/" className="named text-xl font-semibold" aria-label="Sabaka, back to the shelf">
        Sabaka
      </Link>
      <span className="no-print h-6 border-l border-[var(--line)] max-sm:hidden" />
      <span className="named text-lg" data-testid="hive-name">
        {bench.document.name}
      </span>
      <span className="soft max-lg:hidden" data-testid="summary">
        {sentence(bench.report.summary, reading)}
      </span>
      {asOf ? (
        <span role="status" className="font-semibold text-error" data-testid="as-of">
          no network: as it was kept {ago(asOf, now, reading)}
        </span>
      ) : null}
      <StateLine keeping={keeping} waiting={bench.waiting} onSignIn={onSignIn} />
      <span className="grow" />
      <div className="no-print flex flex-wrap items-center gap-x-3 gap-y-1">
        <Tool label="Undo" hint={bench.undoLabel} onClick={bench.undo} />
        <Tool label="Redo" hint={bench.redoLabel} onClick={bench.redo} />
        <Reading />
        <Link to={`/hive/${id}/print/${step}`} className="min-h-7 content-center font-semibold">
          Print
        </Link>
        <Menu
          name={me.data?.name ?? "Account"}
          entries={[
            { title: "Shelf", onChoose: () => void navigate("/") },
            { title: "Handbook", onChoose: () => void navigate("/handbook") },
            { title: "Your things", onChoose: () => void navigate("/account") },
            {
              title: "Sign out",
              onChoose: () => {
                signOut.mutate(undefined, { onSuccess: () => void navigate("/sign-in") });
              },
            },
          ]}
        />
      </div>
    </header>
  );
}

function Tool({ label, hint, onClick }: { label: string; hint: string | null; onClick: () => void }) {
  return (
    <button
      type="button"
      className="min-h-7 px-1 disabled:text-secondary disabled:opacity-60"
      disabled={hint === null}
      title={hint === null ? `Nothing to ${label.toLowerCase()}` : `${label}: ${hint}`}
      onClick={onClick}
    >
      {label}
    </button>
  );
}

interface StateLineProps {
  keeping: Keeping;
  waiting: Waiting | null;
  onSignIn: () => void;
}

/** Where the work stands, never better than it does: a change that waits is said before what is kept. */
function StateLine({ keeping, waiting, onSignIn }: StateLineProps) {
  const out = waiting === "sign-in" || keeping.kind === "signed-out";
  const wrong = out || waiting !== null || keeping.kind === "waiting" || keeping.kind === "conflict";
  return (
    <>
      <span role="status" data-testid="state" className={wrong ? "font-semibold text-error" : "soft"}>
        {stateWords(keeping, waiting)}
      </span>
      {out ? (
        <button type="button" className="btn btn-sm btn-neutral" onClick={onSignIn}>
          Sign in
        </button>
      ) : null}
    </>
  );
}

function stateWords(keeping: Keeping, waiting: Waiting | null): string {
  if (keeping.kind === "conflict") return "changed elsewhere; both versions kept";
  if (keeping.kind === "signed-out") return `signed out, not kept yet: ${keeping.reason}`;
  if (waiting === "sign-in") return "signed out: the last change waits on this page";
  if (keeping.kind === "waiting") return `not kept yet: ${keeping.reason}`;
  if (waiting === "server") return "not kept yet: the last change waits for Sabaka to come back";
  return keeping.kind === "keeping" ? "keeping …" : `kept, revision ${String(keeping.revision)}`;
}
