import { useState } from "react";
import { Link, useParams } from "react-router";
import type { HivePage as Page, VisitOut } from "../../api/types";
import { useBuiltHive } from "../../api/yard";
import { ago, dayWords, sentence } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Tabs } from "../../ui/Tabs";
import { Toast } from "../../ui/Toast";
import { Alarms } from "./Alarms";
import { Carry } from "./Carry";
import { ChartsTab } from "./ChartsTab";
import { ColonyTab, Living } from "./ColonyTab";
import { CombsTab } from "./CombsTab";
import { Due } from "./Due";
import { HiveTab } from "./HiveTab";
import { LearnedTab } from "./LearnedTab";
import { ReadingsTab } from "./ReadingsTab";
import { Refused } from "./Refused";
import { RodsTab } from "./RodsTab";
import { Seen } from "./Seen";
import { keepVisit, type Waiting } from "./queue";
import { YardHeader } from "./YardHeader";

/** One hive: each visit a rod, the year going down the page, the plan's nest end as a line through it. */
export function HivePage() {
  const { id = "" } = useParams();
  const hive = useBuiltHive(id);
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
  return <Book key={page.id} page={page} onDevice={onDevice} fetched={fetched} />;
}

function Book({ page, onDevice, fetched }: { page: Page; onDevice: boolean; fetched: string }) {
  const { reading } = useSettings();
  const [older, setOlder] = useState<{ visits: VisitOut[]; more: number } | null>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const [now] = useState(Date.now);
  const [view, setView] = useState("rods");
  const [gone, setGone] = useState<Waiting | null>(null);
  const visits = [...(older?.visits ?? []), ...page.visits];
  const shown = visits.find((visit) => visit.id === chosen) ?? visits.at(-1);
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
          <p className="soft">
            {sentence(page.words, reading)}, built from{" "}
            {page.design ? (
              <Link className="underline" to={`/hive/${page.design}/shape`}>
                revision {page.revision}
              </Link>
            ) : (
              `revision ${String(page.revision)}`
            )}{" "}
            on {dayWords(page.built_on, reading)}
            {onDevice ? `. No network: as it was ${ago(fetched, now, reading)}` : ""}
          </p>
          <Living colonies={page.colonies.filter((each) => each.hive === page.id)} queenSeen={page.queen_seen} />
          <p className="soft mb-4 text-xs">
            Each visit a rod; down the page the year goes by. Dashed: where the plan has the nest end.
          </p>
          <Refused hive={page.id} />
          <Alarms of="hives" id={page.id} />
          <Tabs
            label="Views"
            at={view}
            onAt={setView}
            tabs={[
              {
                name: "rods",
                title: "Rods",
                panel: (
                  <RodsTab
                    page={page}
                    visits={visits}
                    more={older ? older.more : page.more}
                    chosen={shown?.id ?? null}
                    onChoose={setChosen}
                    onOlder={(found, more) => {
                      setOlder({ visits: [...found, ...(older?.visits ?? [])], more });
                    }}
                  />
                ),
              },
              { name: "charts", title: "Charts", panel: <ChartsTab page={page} /> },
              { name: "learned", title: "Learned", panel: <LearnedTab page={page} /> },
              { name: "readings", title: "Readings", panel: <ReadingsTab page={page} /> },
              { name: "colony", title: "Colony", panel: <ColonyTab page={page} /> },
              { name: "combs", title: "Combs by age", panel: <CombsTab page={page} /> },
              { name: "hive", title: "The hive itself", panel: <HiveTab page={page} /> },
            ]}
          />
        </main>
        <aside className="border-[var(--line)] bg-base-200 px-5 py-5 max-lg:border-t lg:border-l">
          {shown ? <Seen page={page} visit={shown} onGone={setGone} /> : null}
          <h2 className="mb-2 text-xl">Due</h2>
          <Due due={page.due} />
          <Carry carry={page.carry} of="the yard" />
        </aside>
      </div>
      {gone ? (
        <Toast
          words={`The visit of ${dayWords(gone.entry.at, reading)} is taken back.`}
          action={{
            label: "Put it back",
            run: () => {
              void keepVisit(gone);
              setGone(null);
            },
          }}
          onClose={() => {
            setGone(null);
          }}
        />
      ) : null}
    </>
  );
}
