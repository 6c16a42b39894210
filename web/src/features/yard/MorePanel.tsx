import type { ReactNode } from "react";
import type { CombItem, HivePage, VisitEntry } from "../../api/types";
import { Counted } from "./Counted";
import { Entrances, Mites, Readings } from "./Counts";
import { Fed, Treatment } from "./Given";
import { marked, type Draft, type Mark } from "./entry";
import { Big } from "./Big";

interface MorePanelProps {
  draft: Draft;
  comb: CombItem | null;
  number: string;
  onChange: (draft: Draft) => void;
  onOut: (comb: string) => void;
  onClose: () => void;
  /** The hive’s entrances as they were left. */
  entrances: HivePage["entrances"];
  /** Photos of the visit. */
  photos: ReactNode;
}

const TEMPER = ["calm", "lively", "hot"] as const;

/** Everything else of a visit: marks on the chosen comb, feed, mites, temper, a treatment, notes. */
export function MorePanel({ draft, comb, number, onChange, onOut, onClose, entrances, photos }: MorePanelProps) {
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
          label="Supers on when you leave"
          value={rest.supers ?? null}
          whole
          onSay={(supers) => {
            say({ supers });
          }}
        />
        <Mites
          said={rest.mites?.[0] ?? null}
          onSay={(mites) => {
            say({ mites });
          }}
        />
        <Counted
          label="Beetles"
          value={rest.beetles ?? null}
          whole
          onSay={(beetles) => {
            say({ beetles });
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
      <Entrances entrances={entrances} said={rest.entrances ?? []} onSay={(left) => say({ entrances: left })} />
      <Readings said={rest.readings ?? []} onSay={(readings) => say({ readings })} />
      <Counted
        label="Minutes at the hive"
        value={rest.minutes ?? null}
        whole
        onSay={(minutes) => {
          say({ minutes: minutes ?? 0 });
        }}
      />
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
