import { useEffect, type ReactNode } from "react";
import { useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";
import { isOfTheBook } from "../../api/yard";
import { Reading } from "../../ui/Reading";
import { isAnothers, onSent, send, useQueue } from "./queue";

/** The head of every page of the yard book: where one is, and whether all that was written is sent. */
export function YardHeader({ children }: { children: ReactNode }) {
  const queries = useQueryClient();
  useEffect(() => {
    void send();
    return onSent(() => {
      void queries.invalidateQueries({ predicate: ({ queryKey: [first] }) => isOfTheBook(first) });
    });
  }, [queries]);
  return (
    <header
      className="no-print flex flex-wrap items-center gap-x-5 gap-y-2 border-b border-base-content bg-base-200
        px-5 py-2"
    >
      <Link to="/" className="named text-xl font-semibold">
        Sabaka
      </Link>
      <span className="named text-lg">{children}</span>
      <span className="grow" />
      <Waits />
      <Reading />
      {window.isSecureContext ? null : (
        <p className="w-full text-xs">
          This address isn’t secure: the app can’t be kept on this device. What you write is sent while this page is
          open.
        </p>
      )}
    </header>
  );
}

/** What waits to be sent, always said. */
export function Waits() {
  const { waiting, photos, sending, onDevice } = useQueue();
  const refused = [...waiting, ...photos].filter((each) => each.refused !== null);
  const another = [...waiting, ...photos].find(isAnothers);
  if (waiting.length === 0 && photos.length === 0)
    return (
      <span role="status" data-testid="queue" className="text-accent">
        all sent
      </span>
    );
  const said = [several(waiting, "visit"), several(photos, "photo")].filter(Boolean).join(" and ");
  const many = `${said} ${waiting.length === 1 && photos.length === 0 ? "waits" : "wait"}`;
  const idle = refused.length > 0 ? "to be mended" : another ? `for ${another.by} to sign in` : "";
  const why = {
    idle,
    sending: "sending",
    "no-network": onDevice ? "no network, kept here" : "no network: leave this page open",
    "signed-out": "sign in to send them",
  }[sending];
  return (
    <span role="status" data-testid="queue" className="flex flex-wrap items-center gap-x-3 font-semibold text-primary">
      {many}
      {why ? <span className="font-normal">{why}</span> : null}
      {sending === "signed-out" ? (
        <Link className="underline" to="/sign-in">
          Sign in
        </Link>
      ) : null}
      {sending === "no-network" ? (
        <button type="button" className="underline" onClick={() => void send()}>
          Try now
        </button>
      ) : null}
    </span>
  );
}

function several(list: readonly unknown[], what: string): string {
  if (list.length === 0) return "";
  return list.length === 1 ? `1 ${what}` : `${String(list.length)} ${what}s`;
}
