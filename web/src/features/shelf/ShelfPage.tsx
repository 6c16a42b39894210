import { lazy, Suspense, useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import { RefusedError } from "../../api/client";
import { MOST_COMPARED, useEntering, useMe, useShelf, useShelfChanges } from "../../api/queries";
import type { Card } from "../../api/types";
import { Reading } from "../../ui/Reading";
import { Problem } from "../../ui/Problem";
import { Toast } from "../../ui/Toast";
import { ShelfRow } from "./ShelfRow";
import { useDroppedFile } from "./useDroppedFile";

const News = lazy(async () => ({ default: (await import("../handbook/News")).News }));
// Its dialog is fetched when it is asked for: the shelf is there sooner.
const BeginForm = lazy(async () => ({ default: (await import("./BeginForm")).BeginForm }));

interface Word {
  words: string;
  action?: { label: string; run: () => void };
}

export function ShelfPage() {
  const shelf = useShelf();
  const changes = useShelfChanges();
  const me = useMe();
  const { signOut } = useEntering();
  const [beginning, setBeginning] = useState(false);
  const [compared, setCompared] = useState<string[]>([]);
  const [word, setWord] = useState<Word | null>(null);
  const picker = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();

  const open = (id: string) => {
    void navigate(`/hive/${id}/shape`);
  };
  const remove = (card: Card) => {
    changes.remove.mutate(card.id, {
      onSuccess: () => {
        setWord({
          words: `${card.name} is off the shelf.`,
          action: {
            label: "Put it back",
            run: () => {
              changes.restore.mutate(card.id);
              setWord(null);
            },
          },
        });
      },
    });
  };
  const bringIn = (file: File | undefined) => {
    if (!file) return;
    changes.bringIn.mutate(file, {
      onSuccess: (design) => {
        open(design.id);
      },
    });
    if (picker.current) picker.current.value = "";
  };
  const { over, drop } = useDroppedFile(bringIn);

  return (
    <div
      className={`min-h-screen ${over ? "outline-4 -outline-offset-8 outline-dashed outline-primary" : ""}`}
      {...drop}
    >
      <header
        className="flex flex-wrap items-center gap-x-5 gap-y-2 border-b border-base-content bg-base-200 px-5
        py-2"
      >
        <span className="named text-xl font-semibold">Sabaka</span>
        <Link to="/yard" className="underline underline-offset-4">
          Yard
        </Link>
        <Link to="/handbook" className="underline underline-offset-4">
          Handbook
        </Link>
        <span className="grow" />
        <Reading />
        <Link to="/account" className="underline underline-offset-4">
          {me.data?.name}
        </Link>
        <button
          type="button"
          className="underline underline-offset-4"
          onClick={() => {
            signOut.mutate(undefined, { onSuccess: () => void navigate("/sign-in") });
          }}
        >
          Sign out
        </button>
      </header>
      <main className="mx-auto max-w-6xl px-5 py-8">
        <Suspense fallback={null}>
          <News />
        </Suspense>
        <div className="mb-6 flex flex-wrap items-end gap-3">
          <div className="grow">
            <h1 className="text-3xl">Shelf</h1>
            <p className="soft">Your hives, end to end and to one scale.</p>
          </div>
          <Link to="/brief" className="btn btn-outline">
            Brief
          </Link>
          <button
            type="button"
            className="btn btn-neutral"
            onClick={() => {
              setBeginning(true);
            }}
          >
            New hive
          </button>
          <button type="button" className="btn btn-outline" onClick={() => picker.current?.click()}>
            Bring in a file
          </button>
          <input
            ref={picker}
            type="file"
            accept=".json,.zip,application/json,application/zip"
            className="hidden"
            aria-label="Design file"
            tabIndex={-1}
            onChange={(event) => {
              bringIn(event.target.files?.[0]);
            }}
          />
        </div>
        <p role="status" className={over ? "mb-2 font-semibold" : "sr-only"}>
          {over ? "Let go, and the design file is put on the shelf." : ""}
          {changes.bringIn.isPending ? "Bringing the file in …" : ""}
        </p>
        <Problem id="file-problem">{changes.bringIn.error ? fileProblem(changes.bringIn.error) : null}</Problem>
        {shelf.isPending ? <p>Opening …</p> : null}
        {shelf.isError ? <p role="alert">The shelf can’t be read: {shelf.error.message}</p> : null}
        {shelf.data?.length === 0 ? (
          <p className="border-t border-base-content py-10 text-base">
            The shelf is empty. “Brief” asks what you have and want, and begins a hive that suits; “New hive” begins
            with one of eleven systems; a design file is brought in, or dropped here.
          </p>
        ) : null}
        <ul>
          {shelf.data?.map((card) => (
            <ShelfRow
              key={card.id}
              card={card}
              all={shelf.data}
              onRemove={remove}
              onDuplicate={(id) => {
                changes.duplicate.mutate(id);
              }}
              rename={(id, name) => changes.rename.mutateAsync({ id, name })}
              chosen={compared.includes(card.id) ? true : compared.length < MOST_COMPARED ? false : null}
              onChoose={(chosen) => {
                setCompared(chosen ? [...compared, card.id] : compared.filter((each) => each !== card.id));
              }}
            />
          ))}
        </ul>
      </main>
      {compared.length > 0 ? (
        <p
          role="status"
          className="sticky bottom-0 flex flex-wrap items-center gap-4 border-t border-base-content bg-base-200 px-5
            py-3"
        >
          {compared.length === 1 ? "One is chosen: choose one to three more to compare it with." : null}
          {compared.length > 1 ? (
            <Link className="btn btn-neutral" to={`/compare?${compared.map((each) => `of=${each}`).join("&")}`}>
              Compare {compared.length} designs
            </Link>
          ) : null}
          <button
            type="button"
            className="underline underline-offset-4"
            onClick={() => {
              setCompared([]);
            }}
          >
            Choose none
          </button>
        </p>
      ) : null}
      {beginning ? (
        <Suspense fallback={null}>
          <BeginForm
            onClose={() => {
              setBeginning(false);
            }}
            onBegun={open}
          />
        </Suspense>
      ) : null}
      {word ? (
        <Toast
          words={word.words}
          action={word.action}
          onClose={() => {
            setWord(null);
          }}
        />
      ) : null}
    </div>
  );
}

/** Every field that is wrong with a file, by name. */
function fileProblem(error: Error): string {
  if (!(error instanceof RefusedError)) return "The file can’t be sent. Is Sabaka running?";
  const problems = error.refusal.problems;
  if (problems.length === 0) return error.message;
  return problems.map(({ field, reason }) => (field ? `${field}: ${reason}` : reason)).join(" ");
}
