import { useState, type FormEvent } from "react";
import { Link, Navigate, useParams } from "react-router";
import { useYard, useYards } from "../../api/yard";
import { useYardChanges } from "../../api/yardChanges";
import type { YardOut } from "../../api/types";
import { Sheet } from "../../drawing/Sheet";
import { shareOf } from "../../drawing/transform";
import { ago, sentence, told } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Button } from "../../ui/Button";
import { Problem } from "../../ui/Problem";
import { Alarms } from "./Alarms";
import { Carry } from "./Carry";
import { QueenMark } from "./ColonyTab";
import { Due } from "./Due";
import { YardHeader } from "./YardHeader";
import { YardSettings } from "./YardSettings";

/** The yards one is in: the only one is opened, several are chosen from, the first is made. */
export function YardsPage() {
  const yards = useYards();
  const [only, second] = yards.data?.page ?? [];
  if (yards.isPending) return <p className="p-8">Opening …</p>;
  if (only && !second) return <Navigate to={`/yard/${only.id}`} replace />;
  return (
    <>
      <YardHeader>Yards</YardHeader>
      <main className="mx-auto max-w-3xl px-5 py-8">
        <h1 className="mb-4 text-3xl">Your yards</h1>
        <ul>
          {yards.data?.page.map((yard) => (
            <li key={yard.id} className="border-t border-[var(--line)] py-3">
              <Link to={`/yard/${yard.id}`} className="named text-xl underline-offset-4 hover:underline">
                {yard.name}
              </Link>
              <p className="soft">
                {yard.hives} hives{yard.place ? ` · ${yard.place}` : ""}
              </p>
            </li>
          ))}
        </ul>
        <NewYard />
      </main>
    </>
  );
}

/** A yard to be made: its name, and where it is. */
export function NewYard({ onMade }: { onMade?: (id: string) => void }) {
  const { make } = useYardChanges();
  const [name, setName] = useState("");
  const [place, setPlace] = useState("");
  const submit = (event: FormEvent) => {
    event.preventDefault();
    make.mutate(
      { name, place },
      {
        onSuccess: (yard) => {
          setName("");
          onMade?.(yard.id);
        },
      },
    );
  };
  return (
    <form onSubmit={submit} className="mt-4 flex flex-wrap items-end gap-3">
      <label>
        <span className="block">A new yard, called</span>
        <input
          className="input input-sm"
          value={name}
          onChange={(event) => {
            setName(event.target.value);
          }}
        />
      </label>
      <label>
        <span className="block">Where it is, in words</span>
        <input
          className="input input-sm"
          value={place}
          onChange={(event) => {
            setPlace(event.target.value);
          }}
        />
      </label>
      <button type="submit" className="btn btn-sm btn-neutral">
        Make it
      </button>
      <Problem id="yard-problem">{make.error?.message ?? null}</Problem>
    </form>
  );
}

/** Every hive of a yard end to end, to one scale, as last seen; beside them what is due, overdue first. */
export function YardPage() {
  const { reading } = useSettings();
  const { id = "" } = useParams();
  const yard = useYard(id);
  const [now] = useState(Date.now);
  if (yard.isPending) return <p className="p-8">Opening …</p>;
  if (yard.isError)
    return (
      <main className="p-8">
        <h1 className="mb-2 text-2xl">No such yard</h1>
        <p role="alert">{yard.error.message}</p>
        <Link className="underline" to="/yard">
          Your yards
        </Link>
      </main>
    );
  const { page, onDevice, fetched } = yard.data;
  return (
    <>
      <YardHeader>{page.name}</YardHeader>
      <div className="min-h-[calc(100dvh-3rem)] lg:grid lg:grid-cols-[minmax(0,1fr)_23rem]">
        <main className="bg-base-100 px-5 py-5">
          <div className="flex flex-wrap items-baseline gap-x-4">
            <h1 className="grow text-3xl">Yard</h1>
            <Link to={`/yard/${page.id}/year`} className="underline underline-offset-4">
              The year, health, trials
            </Link>
          </div>
          <p className="soft mb-4">
            Every hive end to end, to one scale, as last seen. Dashed: where the plan has the nest end today.
            {page.layout ? ` They stand ${page.layout}.` : ""}
            {onDevice ? ` No network: as it was ${ago(fetched, now, reading)}.` : ""}
          </p>
          <Alarms of="yards" id={page.id} />
          <Hives page={page} />
        </main>
        <aside className="border-[var(--line)] bg-base-200 px-5 py-5 max-lg:border-t lg:border-l">
          <h2 className="mb-2 text-xl">Due</h2>
          <Due due={page.due} />
          <Carry carry={page.carry} of={page.name} />
          <Members page={page} />
          <TakeAlong page={page} />
          {page.role === "keeper" ? <YardSettings page={page} /> : null}
        </aside>
      </div>
    </>
  );
}

const ROLES = { keeper: "keeper", helper: "helper, writes visits", looker: "looks on" } as const;
type Role = keyof typeof ROLES;

/** Who is in the yard; a keeper lets others in by the names of their accounts. */
function Members({ page }: { page: YardOut }) {
  const { letIn, putOut } = useYardChanges();
  const [name, setName] = useState("");
  const [role, setRole] = useState<Role>("helper");
  const mine = page.role === "keeper";
  return (
    <section className="mt-6 border-t border-[var(--line)] pt-3" data-testid="members">
      <h2 className="mb-1 text-xl">Who is here</h2>
      <ul className="mb-2">
        {page.members.map((member) => (
          <li key={member.id} className="flex justify-between gap-3 py-0.5">
            <span>
              <span className="font-semibold">{member.name}</span>{" "}
              <span className="soft">{ROLES[member.role as Role]}</span>
            </span>
            {mine ? (
              <button
                type="button"
                className="underline underline-offset-4"
                aria-label={`Take out of the yard: ${member.name}`}
                onClick={() => {
                  putOut.mutate({ yard: page.id, member: member.id });
                }}
              >
                Take out
              </button>
            ) : null}
          </li>
        ))}
      </ul>
      {mine ? (
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            letIn.mutate(
              { yard: page.id, name, role },
              {
                onSuccess: () => {
                  setName("");
                },
              },
            );
          }}
        >
          <label className="min-w-0 grow">
            <span className="block text-xs">Name of an account</span>
            <input
              className="input input-sm w-full"
              value={name}
              onChange={(event) => {
                setName(event.target.value);
              }}
            />
          </label>
          <select
            aria-label="As what"
            className="select select-sm w-44"
            value={role}
            onChange={(event) => {
              setRole(event.target.value as Role);
            }}
          >
            {Object.entries(ROLES).map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </select>
          <button type="submit" className="btn btn-sm" disabled={name.trim() === ""}>
            Let in
          </button>
        </form>
      ) : null}
      <Problem id="members-problem">{letIn.error?.message ?? putOut.error?.message ?? null}</Problem>
    </section>
  );
}

/** Cards for the hives, and a calendar of what is due, for the phone's own. */
function TakeAlong({ page }: { page: YardOut }) {
  const { renewFeed } = useYardChanges();
  return (
    <section className="mt-6 border-t border-[var(--line)] pt-3">
      <h2 className="mb-1 text-xl">To take along</h2>
      <p className="mb-2">
        <a className="underline underline-offset-4" href={`/api/yards/${page.id}/cards.pdf`} download>
          Cards for the hives
        </a>{" "}
        <span className="soft text-xs">
          six to a page, to be laminated; the code opens the hive’s page on a phone that reaches this address
        </span>
      </p>
      <p className="mb-2">
        <a className="underline underline-offset-4" href={`/api/yards/${page.id}/due.ics`} download>
          What is due, as a calendar file (.ics)
        </a>
      </p>
      {page.role === "keeper" ? (
        <>
          <Button
            disabled={renewFeed.isPending}
            onClick={() => {
              renewFeed.mutate(page.id);
            }}
          >
            {page.feed ? "New address of the calendar" : "Address of a calendar"}
          </Button>
          <p className="soft mt-1 text-xs">
            {page.feed
              ? "A calendar is being handed out; with a new address the one before ends."
              : "Whoever knows the address sees what is due: give it to your own calendar."}
          </p>
          {renewFeed.data ? (
            <output className="mt-1 block select-all break-all text-xs" data-testid="feed">
              {renewFeed.data.address}
            </output>
          ) : null}
          <Problem id="feed-problem">{renewFeed.error?.message ?? null}</Problem>
        </>
      ) : null}
    </section>
  );
}

function Hives({ page }: { page: YardOut }) {
  const { reading } = useSettings();
  const [now] = useState(Date.now);
  const extents = page.hives.flatMap((hive) => (hive.rod ? [hive.rod.extent] : []));
  if (page.hives.length === 0)
    return <p>No hive stands here yet. Open a design, go to its step Yard, and say that you have built it.</p>;
  return (
    <ol data-testid="hives">
      {page.hives.map((hive) => (
        <li
          key={hive.id}
          data-hive={hive.name}
          className="grid gap-x-4 border-b border-[var(--line)] py-3 md:grid-cols-[11rem_minmax(0,1fr)]"
        >
          <div>
            <h2 className="text-xl">
              <Link to={`/built/${hive.id}`} className="underline-offset-4 hover:underline">
                {hive.name}
              </Link>
            </h2>
            <p className="soft text-xs">{sentence(hive.words, reading)}</p>
            {hive.colonies.map((colony) => (
              <p key={colony.words} className="text-xs">
                <QueenMark colour={colony.colour} />
                {colony.words}
              </p>
            ))}
            {hive.colonies.length === 0 ? <p className="text-xs">nobody is said to live in it</p> : null}
            <p className="soft text-xs">{hive.last_at ? ago(hive.last_at, now, reading) : "no visit yet"}</p>
          </div>
          <div>
            {hive.rod ? (
              <Link to={`/built/${hive.id}`} aria-hidden="true" tabIndex={-1} className="block h-14">
                <span className="block h-full" style={{ width: `${String(shareOf(hive.rod.extent, extents))}%` }}>
                  <Sheet drawing={hive.rod} stretch className="h-full w-full" />
                </span>
              </Link>
            ) : null}
            <div className="mt-1 flex items-center gap-3">
              <span
                className={hive.urgent ? "font-semibold text-error" : hive.state === "as planned" ? "text-accent" : ""}
              >
                {told(hive.state, reading)}
              </span>
              <span className="grow" />
              {page.role === "looker" ? null : (
                <Link
                  to={`/built/${hive.id}/visit`}
                  className="btn btn-sm btn-neutral"
                  aria-label={`Begin a visit: ${hive.name}`}
                >
                  Begin a visit
                </Link>
              )}
            </div>
          </div>
        </li>
      ))}
    </ol>
  );
}
