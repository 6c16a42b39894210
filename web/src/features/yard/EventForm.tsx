import { useState, type FormEvent, type ReactNode } from "react";
import type { ColonyEvent, ColonyOut, HivePage as Page, Life, Queen } from "../../api/types";
import { useYard } from "../../api/yard";
import { useHiveChanges } from "../../api/yardChanges";
import { today, typedNumber } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Button } from "../../ui/Button";
import { Problem } from "../../ui/Problem";

type Kind = Exclude<ColonyEvent["kind"], undefined>;

const KINDS: Record<Exclude<Kind, "came">, string> = {
  requeened: "It has a new queen, or none",
  marked: "The queen was marked, clipped or found",
  swarmed: "It swarmed",
  moved: "It moved into another hive",
  united: "It was united with another colony",
  died: "It died, or was given away",
};
const ORIGINS = {
  swarm: "as a swarm",
  nucleus: "as a nucleus",
  split: "by a split",
  package: "as a package",
  bought: "bought with its hive",
  there: "it was there before",
} as const;

interface EventFormProps {
  page: Page;
  /** The colony that it happened to; none where one moves in. */
  colony: ColonyOut | null;
  /** Places of the hive that it may move into. */
  places: string[];
  onClose: () => void;
}

/** One thing that happened to a colony, or a colony that moves in. */
export function EventForm({ page, colony, places, onClose }: EventFormProps) {
  const { keepColony } = useHiveChanges(page.id, page.yard);
  const yard = useYard(page.yard).data?.page;
  const [kind, setKind] = useState<Kind>(colony ? "requeened" : "came");
  const [name, setName] = useState(colony?.name ?? "");
  const [day, setDay] = useState(today);
  const [how, setHow] = useState<keyof typeof ORIGINS>("swarm");
  const [place, setPlace] = useState(places[0] ?? "");
  const [to, setTo] = useState("");
  const [note, setNote] = useState("");
  const [known, setKnown] = useState(true);
  const [queen, setQueen] = useState<Queen>(colony?.queen ?? { marked: false, clipped: false });
  // Another hive, or another place of this one where it has several.
  const hives = yard?.hives.filter((each) => each.id !== page.id || Object.keys(each.places).length > 1) ?? [];
  const other = to || (hives[0]?.id ?? "");
  const there = kind === "came" ? places : Object.keys(hives.find((each) => each.id === other)?.places ?? {});
  const where = there.includes(place) ? place : (there[0] ?? "");
  const event = (): ColonyEvent => {
    const said = { day, note };
    const mine = known ? queen : null;
    switch (kind) {
      case "came":
        return { ...said, kind, how, hive: page.id, place: where, queen: mine };
      case "requeened":
        return { ...said, kind, queen: mine };
      case "marked":
        return { ...said, kind, queen };
      case "moved":
        return { ...said, kind, hive: other, place: where };
      case "united":
        return { ...said, kind, into: to };
      case "swarmed":
      case "died":
        return { ...said, kind };
    }
  };
  const submit = (sent: FormEvent) => {
    sent.preventDefault();
    const life: Life = { name, events: [...(colony?.life.events ?? []), event()] };
    keepColony.mutate({ id: colony?.id ?? crypto.randomUUID(), life }, { onSuccess: onClose });
  };
  return (
    <form onSubmit={submit} className="mt-3 grid gap-3 border border-base-content p-3" data-testid="event">
      {colony ? (
        <Choice label="What happened" value={kind} options={KINDS} onSay={setKind} />
      ) : (
        <>
          <Field label="What it is called">
            <input
              className="input w-full"
              required
              value={name}
              onChange={(change) => {
                setName(change.target.value);
              }}
            />
          </Field>
          <Choice label="It came" value={how} options={ORIGINS} onSay={setHow} />
        </>
      )}
      <Field label="On">
        <input
          type="date"
          required
          className="input w-full"
          value={day}
          onChange={(change) => {
            setDay(change.target.value);
          }}
        />
      </Field>
      {kind === "moved" ? (
        <Choice
          label="Into"
          value={other}
          options={Object.fromEntries(hives.map((each) => [each.id, each.name]))}
          onSay={setTo}
        />
      ) : null}
      {(kind === "came" || kind === "moved") && there.length > 1 ? (
        <Choice
          label="Into its place"
          value={where}
          options={kind === "came" ? page.places : (hives.find((each) => each.id === other)?.places ?? {})}
          onSay={setPlace}
        />
      ) : null}
      {kind === "united" ? (
        <Choice
          label="Into which colony"
          value={to}
          options={Object.fromEntries([
            ["", "choose one"],
            ...(yard?.colonies.filter((each) => each.id !== colony?.id).map((each) => [each.id, each.name]) ?? []),
          ])}
          onSay={setTo}
        />
      ) : null}
      {kind === "came" || kind === "requeened" ? (
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={known}
            onChange={(change) => {
              setKnown(change.target.checked);
            }}
          />
          It has a queen that is known
        </label>
      ) : null}
      {kind === "marked" || ((kind === "came" || kind === "requeened") && known) ? (
        <QueenFields queen={queen} onSay={setQueen} />
      ) : null}
      <Field label="Note">
        <input
          className="input w-full"
          maxLength={200}
          value={note}
          onChange={(change) => {
            setNote(change.target.value);
          }}
        />
      </Field>
      <Problem id="event-problem">{keepColony.error?.message ?? null}</Problem>
      <div className="flex gap-3">
        <button type="submit" className="btn btn-sm btn-neutral">
          Write it down
        </button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </form>
  );
}

function QueenFields({ queen, onSay }: { queen: Queen; onSay: (queen: Queen) => void }) {
  const { reading } = useSettings();
  const [year, setYear] = useState(queen.year ? String(queen.year) : "");
  return (
    <fieldset className="grid gap-2 sm:grid-cols-2">
      <legend className="soft text-xs">The queen; the colour of her mark follows from her year</legend>
      <Field label="Of the year">
        <input
          className="input w-full"
          inputMode="numeric"
          placeholder="not known"
          value={year}
          onChange={(change) => {
            setYear(change.target.value);
            onSay({ ...queen, year: typedNumber(change.target.value, reading) });
          }}
        />
      </Field>
      <Field label="From">
        <input
          className="input w-full"
          placeholder="own cell, a friend, …"
          value={queen.of ?? ""}
          onChange={(change) => {
            onSay({ ...queen, of: change.target.value });
          }}
        />
      </Field>
      {(["marked", "clipped"] as const).map((what) => (
        <label key={what} className="flex items-center gap-2">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={queen[what] ?? false}
            onChange={(change) => {
              onSay({ ...queen, [what]: change.target.checked });
            }}
          />
          {what}
        </label>
      ))}
    </fieldset>
  );
}

function Field({ label, children }: { label: string; children: ReactNode }) {
  return (
    <label className="block">
      <span className="block text-xs">{label}</span>
      {children}
    </label>
  );
}

interface ChoiceProps<T extends string> {
  label: string;
  value: T;
  options: Record<T, string> | Record<string, string>;
  onSay: (value: T) => void;
}

function Choice<T extends string>({ label, value, options, onSay }: ChoiceProps<T>) {
  return (
    <Field label={label}>
      <select
        className="select w-full"
        value={value}
        onChange={(change) => {
          onSay(change.target.value as T);
        }}
      >
        {Object.entries(options).map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
    </Field>
  );
}
