import { useState, type FormEvent } from "react";
import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useParams } from "react-router";
import { openDesign } from "../../api/queries";
import { useBuiltFrom, useYards } from "../../api/yard";
import { useYardChanges } from "../../api/yardChanges";
import { useTaught } from "../../api/readings";
import { today } from "../../lib/format";
import { Problem } from "../../ui/Problem";
import { Links } from "./Links";
import { NewYard } from "./YardPage";
import { YardHeader } from "./YardHeader";

/** The step Yard of a design: the hives that were built from it, or that it was built. */
export function BuiltPage() {
  const { id = "" } = useParams();
  const design = useQuery({ queryKey: ["design", id], queryFn: () => openDesign(id) });
  const built = useBuiltFrom(id);
  if (design.isPending || built.isPending) return <p className="p-8">Opening …</p>;
  if (design.isError || built.isError)
    return (
      <p role="alert" className="p-8">
        {(design.error ?? built.error)?.message}
      </p>
    );
  return (
    <>
      <YardHeader>{design.data.name}</YardHeader>
      <main className="mx-auto max-w-3xl px-5 py-8">
        <p className="mb-4">
          <Link className="underline" to={`/hive/${id}/build`}>
            Back to the bench
          </Link>
        </p>
        <h1 className="mb-4 text-3xl">{built.data.length > 0 ? "Built from this design" : "Built it?"}</h1>
        <ul>
          {built.data.map((hive) => (
            <li key={hive.id} className="border-t border-[var(--line)] py-3">
              <Link to={`/built/${hive.id}`} className="named text-xl underline-offset-4 hover:underline">
                {hive.name}
              </Link>
              <span className="soft"> from revision {hive.revision}</span>
            </li>
          ))}
        </ul>
        {built.data.length > 0 ? <Taught id={id} /> : null}
        <BuildForm id={id} name={design.data.name} again={built.data.length > 0} />
        <div className="mt-8 border-t border-base-content pt-4">
          <Links of="design" id={id} />
        </div>
      </main>
    </>
  );
}

/** What its hives taught, to begin the next version with. */
function Taught({ id }: { id: string }) {
  const { taught, take } = useTaught(id);
  if (!taught.data) return null;
  const { words, peak_laying } = taught.data;
  return (
    <section className="mt-4 border-t border-[var(--line)] pt-3" data-testid="taught">
      <h2 className="text-xl">What its hives taught</h2>
      <p className="mb-2">{words}</p>
      {typeof peak_laying === "number" ? (
        <button
          type="button"
          className="btn btn-sm btn-outline"
          disabled={take.isPending || take.isSuccess}
          onClick={() => {
            take.mutate();
          }}
        >
          {take.isSuccess ? "Taken into the design" : `Plan the next version with ${String(peak_laying)} eggs a day`}
        </button>
      ) : null}
      <Problem id="taught-problem">{take.error?.message ?? null}</Problem>
    </section>
  );
}

function BuildForm({ id, name, again }: { id: string; name: string; again: boolean }) {
  const yards = useYards();
  const { build } = useYardChanges();
  const navigate = useNavigate();
  const [yard, setYard] = useState("");
  const [called, setCalled] = useState(name);
  const [day, setDay] = useState(today);
  const list = yards.data?.page ?? [];
  const where = yard || (list[0]?.id ?? "");
  const submit = (event: FormEvent) => {
    event.preventDefault();
    build.mutate(
      { yard: where, design: id, built_on: day, name: called },
      { onSuccess: (hive) => void navigate(`/built/${hive.id}`) },
    );
  };
  return (
    <section className="mt-6 border-t border-base-content pt-4">
      <h2 className="mb-1 text-xl">{again ? "Another one of it" : "Put it into a yard"}</h2>
      <p className="soft mb-3">
        The hive remembers the design as it is now; when you change the design later, it stays as it was built.
      </p>
      {list.length === 0 && !yards.isPending ? (
        <NewYard onMade={setYard} />
      ) : (
        <form onSubmit={submit} className="flex flex-wrap items-end gap-3">
          <label>
            <span className="block">Called</span>
            <input
              className="input input-sm"
              value={called}
              onChange={(event) => {
                setCalled(event.target.value);
              }}
            />
          </label>
          <label>
            <span className="block">In the yard</span>
            <select
              className="select select-sm"
              value={where}
              onChange={(event) => {
                setYard(event.target.value);
              }}
            >
              {list.map((each) => (
                <option key={each.id} value={each.id}>
                  {each.name}
                </option>
              ))}
            </select>
          </label>
          <label>
            <span className="block">Stands since</span>
            <input
              type="date"
              className="input input-sm"
              value={day}
              onChange={(event) => {
                setDay(event.target.value);
              }}
            />
          </label>
          <button type="submit" className="btn btn-sm btn-neutral">
            It is built
          </button>
        </form>
      )}
      <Problem id="build-problem">{build.error?.message ?? null}</Problem>
    </section>
  );
}
