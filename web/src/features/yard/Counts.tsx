import { useState } from "react";
import type { HivePage, VisitEntry } from "../../api/types";
import { Big } from "./Big";
import { Counted } from "./Counted";

/** What was counted and read off at a hive, and how its entrances were left. */

type MitesSeen = NonNullable<VisitEntry["mites"]>;
type EntrancesLeft = NonNullable<VisitEntry["entrances"]>;
type ReadingsTaken = NonNullable<VisitEntry["readings"]>;

const COUNTED = {
  "fallen-a-day": "fallen in a day",
  wash: "washed off a sample",
  sugar: "dusted off a sample",
  "drone-brood": "in drone cells",
} as const;
type CountedBy = keyof typeof COUNTED;

/** Mites: how many, how they were counted, in how many bees or cells. */
export function Mites({ said, onSay }: { said: MitesSeen[number] | null; onSay: (mites: MitesSeen) => void }) {
  const [by, setBy] = useState<CountedBy>(said?.by ?? "fallen-a-day");
  const put = (change: Partial<MitesSeen[number]>) => {
    if (said) onSay([{ ...said, ...change }]);
  };
  return (
    <div>
      <Counted
        label="Mites"
        value={said?.count ?? null}
        whole
        onSay={(count) => {
          onSay(count === null ? [] : [{ ...said, by, count }]);
        }}
      />
      <select
        aria-label="How mites were counted"
        className="select mt-1 w-full"
        value={by}
        onChange={(event) => {
          const next = event.target.value as CountedBy;
          setBy(next);
          put({ by: next });
        }}
      >
        {Object.entries(COUNTED).map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
      {said && by !== "fallen-a-day" ? (
        <Counted
          label={by === "drone-brood" ? "In how many cells" : "Of how many bees"}
          value={said.of ?? null}
          whole
          onSay={(of) => {
            put({ of });
          }}
        />
      ) : null}
    </div>
  );
}

interface EntrancesProps {
  entrances: HivePage["entrances"];
  said: EntrancesLeft;
  onSay: (left: EntrancesLeft) => void;
}

/** Entrances as they were left: a tap sets one to its next setting, another puts its mouse guard on or off. */
export function Entrances({ entrances, said, onSay }: EntrancesProps) {
  if (entrances.length === 0) return null;
  const several = new Set(entrances.map((each) => each.chamber)).size > 1;
  return (
    <fieldset className="mb-3">
      <legend>Entrances</legend>
      <div className="grid grid-cols-2 gap-2">
        {entrances.map((entrance) => {
          const { chamber, number, settings } = entrance;
          const others = said.filter((each) => each.chamber !== chamber || each.number !== number);
          const now = said.find((each) => each.chamber === chamber && each.number === number) ?? entrance;
          const [first = now.setting] = settings;
          const [next = first] = settings.slice(settings.indexOf(now.setting)).slice(1);
          const put = (setting: string, guard: boolean) => {
            const left = { chamber, number, setting, guard } as EntrancesLeft[number];
            onSay([...others, left]);
          };
          const name = several ? `${chamber.replaceAll("-", " ")} ${String(number)}` : String(number);
          return (
            <div key={`${chamber} ${String(number)}`} className="grid grid-cols-[2fr_1fr] gap-1">
              <Big
                pressed={others.length < said.length}
                onClick={() => {
                  put(next, now.guard ?? false);
                }}
              >
                {`${name}: ${now.setting}`}
              </Big>
              <Big
                pressed={now.guard ?? false}
                onClick={() => {
                  put(now.setting, !(now.guard ?? false));
                }}
              >
                Guard
              </Big>
            </div>
          );
        })}
      </div>
    </fieldset>
  );
}

const READ = [
  ["weight", "Weight, kg"],
  ["inside", "Inside, °C"],
  ["outside", "Outside, °C"],
  ["humidity", "Humidity inside, %"],
] as const;

/** Numbers read off a scale or a thermometer. */
export function Readings({ said, onSay }: { said: ReadingsTaken; onSay: (readings: ReadingsTaken) => void }) {
  return (
    <fieldset className="mb-3">
      <legend>Read off</legend>
      <div className="grid grid-cols-4 gap-2">
        {READ.map(([kind, label]) => (
          <Counted
            key={kind}
            label={label}
            value={said.find((each) => each.kind === kind)?.value ?? null}
            below
            onSay={(value) => {
              const others = said.filter((each) => each.kind !== kind);
              onSay(value === null ? others : [...others, { kind, value }]);
            }}
          />
        ))}
      </div>
    </fieldset>
  );
}
