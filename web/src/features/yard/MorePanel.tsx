import { useState, type ReactNode } from "react";
import type { CombItem, VisitEntry } from "../../api/types";
import { typedNumber } from "../../lib/format";
import { marked, type Draft, type Mark } from "./entry";
import { Big } from "./Big";

interface MorePanelProps {
  draft: Draft;
  comb: CombItem | null;
  number: string;
  onChange: (draft: Draft) => void;
  onOut: (comb: string) => void;
  onClose: () => void;
  /** Photos of the visit. */
  photos: ReactNode;
}

const FEED = ["syrup", "sugar", "fondant", "candy", "honey", "pollen"] as const;
const TEMPER = ["calm", "lively", "hot"] as const;

/** Everything else of a visit: marks on the chosen comb, feed, mites, temper, a treatment, notes. */
export function MorePanel({ draft, comb, number, onChange, onOut, onClose, photos }: MorePanelProps) {
  const { rest } = draft;
  const say = (said: Partial<VisitEntry>) => {
    onChange({ ...draft, rest: { ...rest, ...said } });
  };
  const mark = comb ? draft.marks[comb.id ?? ""] : undefined;
  const flip = (name: "crossed" | "drone" | "queen") => {
    if (comb) onChange(marked(draft, comb.id ?? "", { [name]: !(mark?.[name] ?? false) } as Partial<Mark>));
  };
  return (
    <div className="max-h-[60dvh] overflow-y-auto">
      {comb ? (
        <fieldset className="mb-3">
          <legend className="mb-1 text-lg">Comb {number}</legend>
          <div className="grid grid-cols-3 gap-2">
            <Big
              pressed={mark?.queen ?? false}
              onClick={() => {
                flip("queen");
              }}
            >
              Queen on it
            </Big>
            <Big
              pressed={mark?.crossed ?? false}
              onClick={() => {
                flip("crossed");
              }}
            >
              Crossed
            </Big>
            <Big
              pressed={mark?.drone ?? false}
              onClick={() => {
                flip("drone");
              }}
            >
              Drone comb
            </Big>
            <Counted
              label="Queen cells"
              value={mark?.queen_cells ?? null}
              whole
              onSay={(count) => {
                onChange(marked(draft, comb.id ?? "", { queen_cells: count ?? 0 }));
              }}
            />
            <Big
              onClick={() => {
                onOut(comb.id ?? "");
              }}
            >
              Take it out
            </Big>
          </div>
        </fieldset>
      ) : (
        <p className="soft mb-2">Choose a comb first to mark it or to take it out.</p>
      )}
      <div className="mb-3 grid grid-cols-2 gap-2">
        <Counted
          label="Combs covered by bees"
          value={rest.covered ?? null}
          onSay={(covered) => {
            say({ covered });
          }}
        />
        <Counted
          label="Mites fallen in a day"
          value={rest.mites?.find((each) => each.by === "fallen-a-day")?.count ?? null}
          whole
          onSay={(count) => {
            say({ mites: count === null ? [] : [{ by: "fallen-a-day", count }] });
          }}
        />
        <Fed
          said={rest.fed ?? []}
          onSay={(fed) => {
            say({ fed });
          }}
        />
        <Treatment
          said={rest.treated?.[0] ?? null}
          onSay={(treated) => {
            say({ treated });
          }}
        />
      </div>
      <div className="mb-3 grid grid-cols-4 gap-2">
        {TEMPER.map((temper) => (
          <Big
            key={temper}
            pressed={rest.temper === temper}
            onClick={() => {
              say({ temper: rest.temper === temper ? "" : temper });
            }}
          >
            {temper}
          </Big>
        ))}
        <Big
          pressed={rest.bearding ?? false}
          onClick={() => {
            say({ bearding: !(rest.bearding ?? false) });
          }}
        >
          Bearding
        </Big>
      </div>
      {(rest.honey ?? []).length > 0 ? (
        <div className="mb-3 grid">
          <Big
            onClick={() => {
              say({ honey: [] });
            }}
          >
            Forget the honey
          </Big>
        </div>
      ) : null}
      {photos}
      <Line
        label="Why"
        value={rest.why ?? ""}
        onSay={(why) => {
          say({ why });
        }}
      />
      <Line
        label="Weather"
        value={rest.weather ?? ""}
        onSay={(weather) => {
          say({ weather });
        }}
      />
      <Line
        label="In bloom"
        value={rest.bloom ?? ""}
        onSay={(bloom) => {
          say({ bloom });
        }}
      />
      <label className="mb-3 block">
        Notes
        <textarea
          className="textarea w-full text-base"
          rows={3}
          value={rest.notes ?? ""}
          onChange={(event) => {
            say({ notes: event.target.value });
          }}
        />
      </label>
      <label className="mb-3 block">
        Day and time
        <input
          type="datetime-local"
          className="input w-full"
          value={draft.at}
          onChange={(event) => {
            if (event.target.value) onChange({ ...draft, at: event.target.value.slice(0, draft.at.length) });
          }}
        />
      </label>
      <div className="grid">
        <Big onClick={onClose}>Back</Big>
      </div>
    </div>
  );
}

interface CountedProps {
  label: string;
  value: number | null;
  whole?: boolean;
  onSay: (count: number | null) => void;
}

/** A number that is typed; nothing typed says nothing. */
function Counted({ label, value, whole = false, onSay }: CountedProps) {
  const [typed, setTyped] = useState(value === null || value === 0 ? "" : String(value));
  const bad = typed !== "" && (typedNumber(typed) === null || (whole && !Number.isInteger(typedNumber(typed))));
  return (
    <label className="block">
      <span className="block text-xs">{label}</span>
      <input
        className="input w-full text-base"
        inputMode={whole ? "numeric" : "decimal"}
        aria-invalid={bad}
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
          const found = typedNumber(event.target.value);
          if (event.target.value === "") onSay(null);
          else if (found !== null && found >= 0 && (!whole || Number.isInteger(found))) onSay(found);
        }}
      />
    </label>
  );
}

function Line({ label, value, onSay }: { label: string; value: string; onSay: (words: string) => void }) {
  return (
    <label className="mb-3 block">
      {label}
      <input
        className="input w-full text-base"
        maxLength={200}
        value={value}
        onChange={(event) => {
          onSay(event.target.value);
        }}
      />
    </label>
  );
}

type FedEntry = NonNullable<VisitEntry["fed"]>;

function Fed({ said, onSay }: { said: FedEntry; onSay: (fed: FedEntry) => void }) {
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
function Treatment({ said, onSay }: { said: Treated[number] | null; onSay: (treated: Treated) => void }) {
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
