import type { HivePage as Page, LearnedOut } from "../../api/types";
import { useDevices, useLearned } from "../../api/readings";
import { LazyChart } from "../../drawing/LazyChart";
import { dayWords, decimals, wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Problem } from "../../ui/Problem";

type Learned = NonNullable<LearnedOut["learned"]>;

const STATES = {
  "too-few": "Three visits that looked into it since its year began are the least that teach anything.",
  "no-plan": "Its year can’t be planned as its design stands, so there is nothing to learn against.",
  learned: "",
} as const;

/** What the hive taught: on one chart, in plain words, in numbers, and where the follower goes next. */
export function LearnedTab({ page }: { page: Page }) {
  const learned = useLearned(page.id);
  const { learns } = useDevices(page.id);
  if (learned.isPending) return <p>Learning …</p>;
  if (learned.isError) return <p role="alert">{learned.error.message}</p>;
  const { on, learned: found, chart } = learned.data;
  return (
    <div className="max-w-4xl">
      <p className="soft mb-2 text-xs">
        The season’s model is fitted to what was seen of this colony: how it stood, how much its queen lays, what its
        foragers and flows give. Bands hold nine times in ten, if its weather is the climate’s.
      </p>
      <label className="mb-3 flex items-center gap-2">
        <input
          type="checkbox"
          className="toggle toggle-sm"
          checked={learns.isPending ? learns.variables : on}
          disabled={page.role !== "keeper"}
          onChange={(event) => {
            learns.mutate(event.target.checked);
          }}
        />
        Learn from this hive’s visits
      </label>
      <Problem id="learns-problem">{learns.error?.message ?? null}</Problem>
      {found && found.state !== "learned" ? <p>{STATES[found.state]}</p> : null}
      {found?.state === "learned" ? (
        <>
          <ul className="mb-3" data-testid="sentences">
            {found.sentences.length === 0 ? <li>It does as the book says.</li> : null}
            {found.sentences.map((words) => (
              <li key={words} className="text-lg">
                {words}
              </li>
            ))}
          </ul>
          {found.asked.map((each) => (
            <p key={each.day} className="mb-2 border-l-4 border-primary pl-3">
              {each.words}
            </p>
          ))}
          {chart ? <LazyChart chart={chart} className="h-72" /> : null}
          <Numbers found={found} />
          <Places found={found} />
        </>
      ) : null}
    </div>
  );
}

function Numbers({ found }: { found: Learned }) {
  const { reading } = useSettings();
  return (
    <table className="mt-4 w-full" data-testid="learned-numbers">
      <thead>
        <tr className="soft text-left text-xs">
          <th className="font-normal">against the book’s</th>
          <th className="text-right font-normal">at least</th>
          <th className="text-right font-normal">likely</th>
          <th className="text-right font-normal">at most</th>
          <th className="pl-4 font-normal">learned?</th>
        </tr>
      </thead>
      <tbody>
        {found.numbers.map((number) => (
          <tr key={number.name} className="border-b border-[var(--line)]">
            <td>{number.words}</td>
            <td className="text-right">× {decimals(number.low, 2, reading)}</td>
            <td className="text-right font-semibold">× {decimals(number.middle, 2, reading)}</td>
            <td className="text-right">× {decimals(number.high, 2, reading)}</td>
            <td className="soft pl-4 text-xs">{number.learned ? "yes" : number.why}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Places({ found }: { found: Learned }) {
  const { reading } = useSettings();
  return (
    <table className="mt-4 w-full" data-testid="places">
      <thead>
        <tr className="soft text-left text-xs">
          <th className="font-normal">combs to be given on</th>
          <th className="text-right font-normal">as learned</th>
          <th className="text-right font-normal">by the book</th>
          <th className="text-right font-normal">nest ends at</th>
        </tr>
      </thead>
      <tbody>
        {found.next.map((place) => (
          <tr key={place.day} className="border-b border-[var(--line)]">
            <td>{dayWords(place.day, reading)}</td>
            <td className="text-right font-semibold">
              {place.combs}{" "}
              <span className="soft font-normal">
                ({place.low}–{place.high})
              </span>
            </td>
            <td className="text-right">{place.book}</td>
            <td className="text-right">{wrote({ value: place.follower_mm, unit: "mm" }, reading)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
