import { useState } from "react";
import type { VisitEntry } from "../../api/types";
import { Counted } from "./Counted";

/** What was given to a hive: feed, treatments. */

const FEED = ["syrup", "sugar", "fondant", "candy", "honey", "pollen"] as const;

type FedEntry = NonNullable<VisitEntry["fed"]>;

export function Fed({ said, onSay }: { said: FedEntry; onSay: (fed: FedEntry) => void }) {
  const [kind, setKind] = useState<(typeof FEED)[number]>(said[0]?.kind ?? "syrup");
  const kg = said[0]?.kg ?? null;
  return (
    <div>
      <Counted
        label="Fed, kg"
        value={kg}
        onSay={(count) => {
          onSay(count ? [{ kind, kg: count }] : []);
        }}
      />
      <select
        aria-label="What was fed"
        className="select mt-1 w-full"
        value={kind}
        onChange={(event) => {
          const next = FEED.find((each) => each === event.target.value) ?? "syrup";
          setKind(next);
          if (kg) onSay([{ kind: next, kg }]);
        }}
      >
        {FEED.map((each) => (
          <option key={each}>{each}</option>
        ))}
      </select>
    </div>
  );
}

type Treated = NonNullable<VisitEntry["treated"]>;

/** A treatment: what, and the two days that its label says. */
export function Treatment({ said, onSay }: { said: Treated[number] | null; onSay: (treated: Treated) => void }) {
  const put = (change: Partial<Treated[number]>) => {
    const next = { what: "", ...said, ...change };
    onSay(next.what ? [next] : []);
  };
  return (
    <div>
      <label className="block">
        <span className="block text-xs">Treated with (as its label and your law say)</span>
        <input
          className="input w-full text-base"
          maxLength={80}
          value={said?.what ?? ""}
          onChange={(event) => {
            put({ what: event.target.value });
          }}
        />
      </label>
      {said ? (
        <>
          <label className="mt-1 block text-xs">
            Batch
            <input
              className="input input-sm w-full"
              maxLength={200}
              value={said.batch ?? ""}
              onChange={(event) => {
                put({ batch: event.target.value });
              }}
            />
          </label>
          <Day
            label="Out on"
            value={said.out_on ?? ""}
            onSay={(day) => {
              put({ out_on: day });
            }}
          />
          <Day
            label="No honey until"
            value={said.no_honey_until ?? ""}
            onSay={(day) => {
              put({ no_honey_until: day });
            }}
          />
        </>
      ) : null}
    </div>
  );
}

function Day({ label, value, onSay }: { label: string; value: string; onSay: (day: string | null) => void }) {
  return (
    <label className="mt-1 block text-xs">
      {label}
      <input
        type="date"
        className="input input-sm w-full"
        value={value}
        onChange={(event) => {
          onSay(event.target.value || null);
        }}
      />
    </label>
  );
}
