import { useState } from "react";
import { Link, useParams } from "react-router";
import { useBuiltHive, useYardChanges } from "../../api/yard";
import type { HivePage as Page, VisitOut } from "../../api/types";
import { Sheet } from "../../drawing/Sheet";
import { ago, dayWords, sentence, signed } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Button } from "../../ui/Button";
import { Problem } from "../../ui/Problem";
import { Tabs } from "../../ui/Tabs";
import { giveUp, useQueue } from "./queue";
import { Due } from "./YardPage";
import { YardHeader } from "./YardHeader";

const QUEEN = { seen: "queen seen", eggs: "eggs", "not-seen": "no queen seen", "put-in": "queen put in" } as const;
const CALLED: Record<string, string> = { covered: "Combs covered", brood: "Brood", stores: "Stores" };

/** One hive: each visit a rod, the year going down the page, the plan's nest end as a line through it. */
export function HivePage() {
  const { id = "" } = useParams();
  const { units } = useSettings();
  const hive = useBuiltHive(id);
  const [chosen, setChosen] = useState<string | null>(null);
  const [now] = useState(Date.now);
  const [view, setView] = useState("rods");
  if (hive.isPending) return <p className="p-8">Opening …</p>;
  if (hive.isError)
    return (
      <main className="p-8">
        <h1 className="mb-2 text-2xl">No such hive in your yards</h1>
        <p role="alert">{hive.error.message}</p>
        <Link className="underline" to="/yard">
          Your yards
        </Link>
      </main>
    );
  const { page, onDevice, fetched } = hive.data;
  const shown = page.visits.find((visit) => visit.id === chosen) ?? page.visits.at(-1);
  return (
    <>
      <YardHeader>
        <Link to={`/yard/${page.yard}`} className="underline-offset-4 hover:underline">
          {page.yard_name}
        </Link>
        {" · "}
        {page.name}
      </YardHeader>
      <div className="min-h-[calc(100dvh-3rem)] lg:grid lg:grid-cols-[minmax(0,1fr)_23rem]">
        <main className="bg-base-100 px-5 py-5">
          <div className="flex flex-wrap items-end gap-3">
            <h1 className="grow text-3xl">{page.name}</h1>
            {page.role === "looker" ? null : (
              <Link to={`/built/${page.id}/visit`} className="btn btn-neutral">
                Begin a visit
              </Link>
            )}
          </div>
          <p className="soft mb-1">
            {sentence(page.words, units)}, built from{" "}
            {page.design ? (
              <Link className="underline" to={`/hive/${page.design}/shape`}>
                revision {page.revision}
              </Link>
            ) : (
              `revision ${String(page.revision)}`
            )}{" "}
            on {dayWords(page.built_on)}
            {onDevice ? `. No network: as it was ${ago(fetched, now)}` : ""}
          </p>
          <p className="soft mb-4 text-xs">
            Each visit a rod; down the page the year goes by. Dashed: where the plan has the nest end.
          </p>
          <Refused hive={page.id} />
          <Tabs
            label="Views"
            at={view}
            onAt={setView}
            tabs={[
              {
                name: "rods",
                title: "Rods",
                panel: <Rods page={page} chosen={shown?.id ?? null} onChoose={setChosen} />,
              },
              { name: "combs", title: "Combs by age", panel: <Combs page={page} /> },
            ]}
          />
        </main>
        <aside className="border-[var(--line)] bg-base-200 px-5 py-5 max-lg:border-t lg:border-l">
          {shown ? <Seen page={page} visit={shown} /> : null}
          <h2 className="mb-2 text-xl">Due</h2>
          <Due due={page.due} />
        </aside>
      </div>
    </>
  );
}

function Rods({ page, chosen, onChoose }: { page: Page; chosen: string | null; onChoose: (id: string) => void }) {
  const years = [...new Set(page.visits.map((visit) => yearOf(visit)))];
  const [year, setYear] = useState<string | null>(null);
  if (page.visits.length === 0) return <p>Nothing is written down yet.</p>;
  const shown = year ?? years.at(-1) ?? "";
  return (
    <>
      <div role="group" aria-label="Year" className="mb-3 flex gap-2">
        {years.length > 1
          ? years.map((each) => (
              <Button
                key={each}
                aria-pressed={each === shown}
                className={each === shown ? "bg-neutral text-neutral-content" : ""}
                onClick={() => {
                  setYear(each);
                }}
              >
                {each}
              </Button>
            ))
          : null}
      </div>
      {page.more > 0 ? <p className="soft mb-2">{page.more} earlier visits are kept and not shown here.</p> : null}
      <ol data-testid="rods">
        {page.visits
          .filter((visit) => yearOf(visit) === shown)
          .map((visit) => (
            <li key={visit.id} data-visit={visit.at}>
              <button
                type="button"
                aria-pressed={visit.id === chosen}
                className={`grid w-full grid-cols-[5.5rem_minmax(0,1fr)] items-center gap-x-3 text-left
              md:grid-cols-[5.5rem_minmax(0,1fr)_13rem] ${visit.id === chosen ? "bg-base-200" : ""}`}
                onClick={() => {
                  onChoose(visit.id);
                }}
              >
                <span className="font-semibold">
                  {dayWords(visit.at)}
                  {visit.beside ? <span className="block text-xs font-normal text-primary">written twice</span> : null}
                </span>
                {visit.rod ? <Sheet drawing={visit.rod} stretch className="h-10 w-full" /> : <span>not drawn</span>}
                <span className="soft text-xs max-md:col-start-2">{inShort(visit)}</span>
              </button>
            </li>
          ))}
      </ol>
    </>
  );
}

/** Every comb that hangs now, the oldest first: it keeps its number wherever it hangs. */
function Combs({ page }: { page: Page }) {
  const combs = [...page.combs].sort((a, b) => a.since.localeCompare(b.since));
  return (
    <>
      <p className="soft my-2 text-xs">A comb keeps its number when it moves. {page.combs_why}</p>
      <table className="w-full" data-testid="combs">
        <thead>
          <tr className="soft text-left text-xs">
            <th className="font-normal">comb</th>
            <th className="font-normal">hangs</th>
            <th className="font-normal">since</th>
            <th className="text-right font-normal">years</th>
            <th className="text-right font-normal">with brood</th>
            <th className="text-right font-normal">honey, kg</th>
          </tr>
        </thead>
        <tbody>
          {combs.map((comb) => (
            <tr
              key={comb.comb}
              className={`border-b border-[var(--line)] ${comb.old ? "font-semibold text-error" : ""}`}
            >
              <td>
                {comb.comb} <span className="soft text-xs">{page.comb_names[comb.kind]}</span>
              </td>
              <td>
                {page.stands.length > 1 ? `${comb.chamber.replaceAll("-", " ")}, ` : ""}
                {comb.number}
              </td>
              <td>{dayWords(comb.since)}</td>
              <td className="text-right">{comb.years.toFixed(1)}</td>
              <td className="text-right">
                {comb.brood} of {comb.seen}
              </td>
              <td className="text-right">{comb.honey_kg || ""}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}

function yearOf(visit: VisitOut): string {
  return visit.at.slice(0, "2026".length);
}

/** A visit in a few words. */
function inShort(visit: VisitOut): string {
  const { entry } = visit;
  const said = [`${String(visit.combs)} combs`];
  if (entry.queen) said.push(QUEEN[entry.queen]);
  if (visit.honey_kg > 0) said.push(`${String(visit.honey_kg)} kg taken`);
  for (const each of entry.fed ?? []) said.push(`${String(each.kg)} kg ${each.kind} fed`);
  for (const each of entry.treated ?? []) said.push(each.what);
  for (const each of entry.mites ?? []) said.push(`${String(each.count)} mites`);
  if (entry.notes) said.push(entry.notes);
  return said.join(" · ");
}

/** One visit read: against the plan, what was noted, who wrote it. */
function Seen({ page, visit }: { page: Page; visit: VisitOut }) {
  const { takeBack } = useYardChanges();
  return (
    <section className="mb-6" data-testid="seen">
      <h2 className="text-xl">{dayWords(visit.at)}</h2>
      <p className="soft mb-2 text-xs">
        {visit.at.slice("2026-05-26T".length)}
        {visit.by ? `, written by ${visit.by}` : ""}
        {visit.beside ? ". Another visit was written for that hour: both are kept." : ""}
      </p>
      {visit.against.length > 0 ? (
        <table className="mb-2 w-full">
          <thead>
            <tr className="soft text-left text-xs">
              <th className="font-normal">combs</th>
              <th className="text-right font-normal">seen</th>
              <th className="text-right font-normal">planned</th>
              <th className="text-right font-normal">by</th>
            </tr>
          </thead>
          <tbody>
            {visit.against
              .filter((each) => each.what in CALLED)
              .map((each) => (
                <tr key={each.what} className="border-b border-[var(--line)]">
                  <td>{CALLED[each.what]}</td>
                  <td className="text-right">{each.seen ?? "–"}</td>
                  <td className="text-right">{each.planned?.toFixed(1) ?? "–"}</td>
                  <td className="text-right font-semibold">{typeof each.by === "number" ? signed(each.by) : ""}</td>
                </tr>
              ))}
          </tbody>
        </table>
      ) : (
        <p className="soft mb-2">There is no plan of that day.</p>
      )}
      <p className="mb-2">{inShort(visit)}</p>
      {page.role === "looker" ? null : (
        <button
          type="button"
          className="underline underline-offset-4"
          onClick={() => {
            takeBack.mutate({ hive: page.id, visit: visit.id });
          }}
        >
          Take this visit back
        </button>
      )}
      <Problem id="take-back">{takeBack.error?.message ?? null}</Problem>
    </section>
  );
}

/** Visits that the server refused: what is wrong, to be mended or given up. */
function Refused({ hive }: { hive: string }) {
  const { waiting } = useQueue();
  const mine = waiting.filter((each) => each.hive === hive);
  if (mine.length === 0) return null;
  return (
    <ul className="mb-4 border border-primary p-3" data-testid="waiting">
      {mine.map((each) => (
        <li key={each.id} className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <span className="font-semibold">{dayWords(each.entry.at)}</span>
          {each.refused ? (
            <span className="text-error">{each.refused}</span>
          ) : (
            <span className="soft">waits to be sent</span>
          )}
          {each.refused ? (
            <>
              <Link className="underline" to={`/built/${hive}/visit?mend=${each.id}`}>
                Mend it
              </Link>
              <button
                type="button"
                className="underline"
                onClick={() => {
                  void giveUp(each.id);
                }}
              >
                Throw it away
              </button>
            </>
          ) : null}
        </li>
      ))}
    </ul>
  );
}
