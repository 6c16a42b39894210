import { useParams } from "react-router";
import { useShared } from "../../api/yard";
import { Plate } from "../../drawing/Plate";
import { Sheet } from "../../drawing/Sheet";
import { dayWords, sentence, wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Reading } from "../../ui/Reading";

/** What a link shows to whoever has it: one hive or one design, to look at. */
export function SharedPage() {
  const { secret = "" } = useParams();
  const { reading } = useSettings();
  const shared = useShared(secret);
  if (shared.isPending) return <p className="p-8">Opening …</p>;
  if (shared.isError)
    return (
      <main className="p-8">
        <h1 className="mb-2 text-2xl">This link leads nowhere</h1>
        <p role="alert">It has ended, or was never given. Ask whoever sent it for another.</p>
      </main>
    );
  const { of, words, ends_on, numbers, drawings, visits } = shared.data;
  return (
    <div className="min-h-screen">
      <header
        className="flex flex-wrap items-center gap-x-5 gap-y-2 border-b border-base-content bg-base-200
          px-5 py-2"
      >
        <span className="named text-xl font-semibold">Sabaka</span>
        <span className="soft">to look at, till {dayWords(ends_on, reading)}</span>
        <span className="grow" />
        <Reading />
      </header>
      <main className="mx-auto max-w-5xl px-5 py-6">
        <h1 className="text-3xl">{of === "hive" ? "A hive as it stands" : "A hive as it is designed"}</h1>
        <p className="mb-4">{sentence(words, reading)}</p>
        <dl className="mb-6 grid grid-cols-2 gap-x-6 gap-y-1 md:grid-cols-4">
          {numbers.map((number) => (
            <div key={number.key} className="border-t border-[var(--line)] py-1">
              <dt className="soft text-xs">{number.label}</dt>
              <dd className="text-lg font-semibold">{wrote({ value: number.value, unit: number.unit }, reading)}</dd>
            </div>
          ))}
        </dl>
        {drawings.map((drawing) => (
          <figure key={drawing.name} className="mb-4">
            <figcaption className="soft text-xs">{drawing.title}</figcaption>
            {drawing.name === "rod" ? (
              <Sheet drawing={drawing} stretch className="h-20 w-full" />
            ) : (
              <Plate drawing={drawing} className="h-96 w-full" />
            )}
          </figure>
        ))}
        {visits.length > 0 ? (
          <>
            <h2 className="mb-1 text-xl">As it was seen</h2>
            <p className="soft mb-2 text-xs">Each visit a rod; dashed: where the plan has the nest end.</p>
            <ol>
              {visits.map((visit, at) => (
                <li key={at} className="grid grid-cols-[5.5rem_minmax(0,1fr)_5rem] items-center gap-3">
                  <span className="font-semibold">{dayWords(visit.day, reading)}</span>
                  {visit.rod ? <Sheet drawing={visit.rod} stretch className="h-10 w-full" /> : <span />}
                  <span className="soft text-xs">{visit.combs} combs</span>
                </li>
              ))}
            </ol>
          </>
        ) : null}
      </main>
    </div>
  );
}
