import { useState, type FormEvent } from "react";
import { useNavigate } from "react-router";
import type { HivePage as Page } from "../../api/types";
import { useHiveChanges } from "../../api/yardChanges";
import { told, typeable, typing, wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Ask } from "../../ui/Ask";
import { Button } from "../../ui/Button";
import { Problem } from "../../ui/Problem";
import { Links } from "./Links";

/** The hive as a thing: what it is called, as it was measured, who may look at it. */
export function HiveTab({ page }: { page: Page }) {
  if (page.role !== "keeper")
    return (
      <>
        <p className="soft mb-3">A keeper of this yard names its hives and says how they were measured.</p>
        <Measured page={page} />
      </>
    );
  return (
    <div className="grid max-w-3xl gap-8">
      <Named page={page} />
      <section>
        <h3 className="text-lg">As measured</h3>
        <p className="soft mb-2 text-xs">
          Saws and rulers differ. Say what you measured on the hive that stands: its plan and its sheets go on from it,
          the design on the shelf stays.
        </p>
        {page.measurable.map((size) => (
          <Size key={size.path} page={page} size={size} />
        ))}
        <Measured page={page} />
      </section>
      <Links of="hive" id={page.id} />
      <TakenDown page={page} />
    </div>
  );
}

function Measured({ page }: { page: Page }) {
  const { reading } = useSettings();
  return (
    <ul className="mt-2">
      {page.measured.map((words) => (
        <li key={words}>{told(words, reading)}</li>
      ))}
    </ul>
  );
}

function Named({ page }: { page: Page }) {
  const { rename } = useHiveChanges(page.id, page.yard);
  const [name, setName] = useState(page.name);
  const [day, setDay] = useState(page.built_on);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    rename.mutate({ name, built_on: day });
  };
  return (
    <form onSubmit={submit} className="flex flex-wrap items-end gap-3">
      <label>
        <span className="block text-xs">Called</span>
        <input
          className="input input-sm"
          value={name}
          onChange={(event) => {
            setName(event.target.value);
          }}
        />
      </label>
      <label>
        <span className="block text-xs">Stands since</span>
        <input
          type="date"
          required
          className="input input-sm"
          value={day}
          onChange={(event) => {
            setDay(event.target.value);
          }}
        />
      </label>
      <button type="submit" className="btn btn-sm btn-outline">
        Keep it so
      </button>
      <Problem id="rename-problem">{rename.error?.message ?? null}</Problem>
    </form>
  );
}

function Size({ page, size }: { page: Page; size: Page["measurable"][number] }) {
  const { reading } = useSettings();
  const { measure } = useHiveChanges(page.id, page.yard);
  const quantity = { value: size.mm, unit: "mm" as const };
  const [typed, setTyped] = useState<string | null>(null);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    measure.mutate(
      { path: size.path, text: typed ?? "", ...typing(reading) },
      {
        onSuccess: () => {
          setTyped(null);
        },
      },
    );
  };
  return (
    <form onSubmit={submit} className="flex flex-wrap items-center gap-2 border-b border-[var(--line)] py-1">
      <label className="flex min-w-0 grow flex-wrap items-center gap-2">
        <span className="grow">{size.label}</span>
        <span className="soft text-xs">so far {wrote(quantity, reading)}</span>
        <input
          className="input input-sm w-28 text-right"
          inputMode="decimal"
          placeholder={typeable(quantity, reading)}
          value={typed ?? ""}
          onChange={(event) => {
            setTyped(event.target.value);
          }}
        />
      </label>
      <button type="submit" className="btn btn-sm btn-outline" disabled={!typed}>
        Measured
      </button>
      <Problem id={`measure-${size.path}`}>{measure.error?.message ?? null}</Problem>
    </form>
  );
}

function TakenDown({ page }: { page: Page }) {
  const { remove } = useHiveChanges(page.id, page.yard);
  const [asking, setAsking] = useState(false);
  const navigate = useNavigate();
  return (
    <section>
      <h3 className="mb-1 text-lg">Out of the yard</h3>
      <Button
        onClick={() => {
          setAsking(true);
        }}
      >
        Take this hive out of the book
      </Button>
      {asking ? (
        <Ask
          title={`Take ${page.name} out of the book?`}
          onClose={() => {
            setAsking(false);
          }}
        >
          <p className="mb-3">
            All its visits and photos go with it, and nothing brings them back but an archive. The design stays on the
            shelf.
          </p>
          <div className="flex gap-3">
            <button
              type="button"
              className="btn btn-sm btn-neutral"
              onClick={() => {
                remove.mutate(undefined, { onSuccess: () => void navigate(`/yard/${page.yard}`) });
              }}
            >
              Take it out
            </button>
            <Button
              onClick={() => {
                setAsking(false);
              }}
            >
              Leave it
            </Button>
          </div>
          <Problem id="remove-problem">{remove.error?.message ?? null}</Problem>
        </Ask>
      ) : null}
    </section>
  );
}
