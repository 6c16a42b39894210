import { useState } from "react";
import { Link, useParams } from "react-router";
import { useYard } from "../../api/yard";
import { Tabs } from "../../ui/Tabs";
import { HealthTab } from "./HealthTab";
import { TrialsTab } from "./TrialsTab";
import { YardHeader } from "./YardHeader";
import { YearTab } from "./YearTab";

/** What a yard’s book comes to: its year, its health, its trials. */
export function ReckonedPage() {
  const { id = "" } = useParams();
  const yard = useYard(id);
  const [view, setView] = useState("year");
  if (yard.isPending) return <p className="p-8">Opening …</p>;
  if (yard.isError)
    return (
      <main className="p-8">
        <h1 className="mb-2 text-2xl">No such yard</h1>
        <p role="alert">{yard.error.message}</p>
      </main>
    );
  const { page } = yard.data;
  return (
    <>
      <YardHeader>
        <Link to={`/yard/${id}`} className="underline-offset-4 hover:underline">
          {page.name}
        </Link>
      </YardHeader>
      <main className="min-h-[calc(100dvh-3rem)] bg-base-100 px-5 py-5">
        <h1 className="mb-2 text-3xl">What it came to</h1>
        <Tabs
          label="Views"
          at={view}
          onAt={setView}
          tabs={[
            { name: "year", title: "The year", panel: <YearTab yard={id} /> },
            { name: "health", title: "Health", panel: <HealthTab yard={id} /> },
            { name: "trials", title: "Trials", panel: <TrialsTab page={page} /> },
          ]}
        />
      </main>
    </>
  );
}
