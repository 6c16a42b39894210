import { useState } from "react";
import type { Line } from "../../api/types";
import { numberPlace } from "../../drawing/Numbers";
import { Sheet } from "../../drawing/Sheet";
import { Grip } from "../../drawing/Grip";
import { sentence, told } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Problem } from "../../ui/Problem";
import { Tabs } from "../../ui/Tabs";
import { Button } from "../../ui/Button";
import {
  DataTable,
  DimensionField,
  FieldSet,
  Flags,
  Legend,
  RunTab,
  StepFindings,
  isEntrance,
  readyEdit,
  tableOf,
  useHandles,
  useLedgerTab,
  type Bench,
} from "../bench";

interface RunStepProps {
  bench: Bench;
  chosen: number | null;
  onChoose: (index: number | null) => void;
  pointed: string | null;
  onPoint: (finding: string) => void;
}

/** The run from above and in its long section, mixes that fill it, covers, openings, boards, kept states. */
export function RunStep({ bench, chosen, onChoose, pointed, onPoint }: RunStepProps) {
  const { reading } = useSettings();
  const handles = useHandles(bench, reading);
  const { plan, along } = bench.run?.drawings ?? {};
  return (
    <>
      <main id="sheet" className="flex min-h-0 flex-col overflow-auto bg-base-100 md:border-r md:border-base-content">
        <div className="px-5 pt-4">
          <h1 className="text-3xl leading-tight">Run</h1>
          <p className="soft">From above and along. Choose a comb, drag a follower; the rod below is the same run.</p>
        </div>
        {[plan, along].map((drawing) =>
          drawing ? (
            <Sheet
              key={drawing.name}
              drawing={drawing}
              className="h-56 shrink-0 md:h-auto md:min-h-48 md:grow md:shrink"
              chosen={chosen}
              onItem={onChoose}
              overlay={(t, size) => (
                <>
                  {drawing.handles.map((handle) => (
                    <Grip key={handle.id} handle={handle} t={t} reading={reading} look="board" {...handles(handle)} />
                  ))}
                  {drawing.shapes.map((shape) => {
                    const at = numberPlace(shape, t);
                    if (!at || (shape.kind !== "dimension" && shape.kind !== "angle")) return null;
                    return <DimensionField key={shape.name} mark={shape} at={at} bench={bench} />;
                  })}
                  <Flags
                    findings={bench.findings}
                    drawing={drawing.name === "plan" ? "plan" : "along"}
                    box={bench.report.box}
                    t={t}
                    size={size}
                    pointed={pointed}
                    onPoint={onPoint}
                  />
                </>
              )}
            />
          ) : null,
        )}
        <div className="px-5 pb-1.5">
          <Legend />
        </div>
      </main>
      <RunLedger bench={bench} chosen={chosen} onChoose={onChoose} />
    </>
  );
}

type Tab = "fit" | "combs" | "covers" | "pests" | "kept";

interface RunLedgerProps {
  bench: Bench;
  chosen: number | null;
  onChoose: (index: number | null) => void;
}

function RunLedger({ bench, chosen, onChoose }: RunLedgerProps) {
  const [tab, setTab] = useLedgerTab<Tab>("fit");
  const shown: Tab = chosen !== null && tab === "fit" ? "combs" : tab;
  return (
    <aside aria-label="Ledger" className="flex min-h-0 flex-col bg-base-200">
      <Tabs
        label="Ledger"
        at={shown}
        onAt={(name: Tab) => {
          setTab(name);
          if (name === "fit") onChoose(null);
        }}
        tabs={[
          { name: "fit", title: "Fit", panel: <FitTab bench={bench} /> },
          { name: "combs", title: "Combs", panel: <RunTab bench={bench} chosen={chosen} onChoose={onChoose} /> },
          { name: "covers", title: "Openings", panel: <Openings bench={bench} /> },
          { name: "pests", title: "Pests", panel: <Pests bench={bench} /> },
          { name: "kept", title: "States", panel: <States bench={bench} /> },
        ]}
      />
    </aside>
  );
}

function FitTab({ bench }: { bench: Bench }) {
  const mixes = tableOf(bench.run, "fits")?.lines ?? [];
  return (
    <>
      <StepFindings step="run" bench={bench} />
      <h2 className="text-lg">What fills it</h2>
      {mixes.length === 0 ? (
        <p className="soft border-t border-[var(--line)]">This run isn’t filled by combs of one width.</p>
      ) : null}
      <ol className="border-t border-[var(--line)]" data-testid="fits">
        {mixes.map((line) => (
          <Mix key={line.key} line={line} bench={bench} />
        ))}
      </ol>
      <p className="soft mt-1 text-xs">Nearest to the mix there is now, then least left over, then most combs.</p>
      <Colonies bench={bench} />
      <Problem id="fit-problem">{bench.trouble?.source === "fit" ? bench.trouble.reason : null}</Problem>
    </>
  );
}

/** A mix that fills the run: as it hangs, or with a button that hangs it so. */
function Mix({ line, bench }: { line: Line; bench: Bench }) {
  const { reading } = useSettings();
  const { notes, choose, chosen } = line;
  const words = told(wordsOf(line), reading);
  return (
    <li className="border-b border-[var(--line)] py-1.5">
      <div className="flex items-baseline gap-2">
        <span className="grow font-semibold">{words}</span>
        {chosen || !choose ? (
          <span className="text-accent">as it is</span>
        ) : (
          <Button onClick={() => void bench.commit(readyEdit(choose.edit), `Filled with ${words}`, "fit")}>
            {choose.label}
          </Button>
        )}
      </div>
      {notes.map((note) => (
        <span key={note.template} className="soft text-xs">
          {sentence(note, reading)}
        </span>
      ))}
    </li>
  );
}

function Colonies({ bench }: { bench: Bench }) {
  const [combs, setCombs] = useState("4");
  const [begins, setBegins] = useState<"combs" | "swarm">("combs");
  const put = (side: "near" | "far") => {
    const what = begins === "swarm" ? "Swarm box" : "Small colony";
    void bench.commit({ do: "put-nucleus", side, combs: Number(combs), begins }, `${what} at the ${side} end`, "fit");
  };
  return (
    <>
      <h2 className="mt-4 text-lg">Another colony in it</h2>
      <div className="flex flex-wrap items-center gap-2 border-t border-[var(--line)] pt-1.5">
        <label className="flex items-center gap-2">
          <span className="sr-only">Begins as</span>
          <select
            className="h-8 rounded border border-[var(--line)] bg-base-100 px-1"
            value={begins}
            onChange={(event) => {
              setBegins(event.target.value === "swarm" ? "swarm" : "combs");
            }}
          >
            <option value="combs">a small colony</option>
            <option value="swarm">a box for a swarm</option>
          </select>
        </label>
        <label className="flex items-center gap-2">
          on
          <input
            type="number"
            min={1}
            max={60}
            className="h-8 w-16 rounded border border-[var(--line)] bg-base-100 px-1.5 text-right"
            value={combs}
            onChange={(event) => {
              setCombs(event.target.value);
            }}
          />
          combs
        </label>
        <Button
          onClick={() => {
            put("near");
          }}
        >
          At the near end
        </Button>
        <Button
          onClick={() => {
            put("far");
          }}
        >
          At the far end
        </Button>
      </div>
      <p className="soft mt-1 text-xs">
        It takes free room behind the follower there, brings combs of its own, or empty ones for a swarm, stands behind
        a divider, and flies from the other wall.
      </p>
    </>
  );
}

const OPENINGS = ["openings", "entrances"];
const AROUND = ["slats", "followers", "feeders", "excluders"];

function Openings({ bench }: { bench: Bench }) {
  const listed = (keys: string[]) =>
    keys
      .flatMap((key) => tableOf(bench.run, key) ?? [])
      .map((table) => (table.lines.length > 0 ? <DataTable key={table.key} table={table} /> : null));
  return (
    <>
      {listed(OPENINGS)}
      {bench.run?.forms.filter(isEntrance).map((group) => (
        <FieldSet key={group.id} group={group} bench={bench} />
      ))}
      {listed(AROUND)}
    </>
  );
}

/** What the hive has against each pest, and which of them trouble here. */
function Pests({ bench }: { bench: Bench }) {
  const table = tableOf(bench.run, "pests");
  const form = bench.run?.forms.find(({ id }) => id === "pests");
  return (
    <>
      {form ? <FieldSet group={form} bench={bench} /> : null}
      {table ? <DataTable table={table} /> : null}
      <p className="soft mt-1 text-xs">
        Keepers and regions differ; one thing may be enough. Treatments follow their label, local law and licensed
        advice.
      </p>
    </>
  );
}

function States({ bench }: { bench: Bench }) {
  const [name, setName] = useState("");
  return (
    <>
      <h2 className="text-lg">States of this run</h2>
      <form
        className="flex gap-2 border-t border-[var(--line)] pt-1.5"
        onSubmit={(event) => {
          event.preventDefault();
          void bench.commit({ do: "save-run", name }, `Run kept as ${name}`, "run-name");
        }}
      >
        <input
          aria-label="Name of this state"
          placeholder="today, winter, split …"
          className="h-8 min-w-0 grow rounded border border-[var(--line)] bg-base-100 px-1.5"
          value={name}
          onChange={(event) => {
            setName(event.target.value);
          }}
        />
        <Button type="submit">Keep it</Button>
      </form>
      <Problem id="state-problem">{bench.trouble?.source === "run-name" ? bench.trouble.reason : null}</Problem>
      <ul className="mt-2" data-testid="states">
        {tableOf(bench.run, "states")?.lines.map((line, index) => (
          <State key={index} line={line} bench={bench} />
        ))}
      </ul>
    </>
  );
}

/** A kept state, brought back or taken off; or a way to bring back one whose kind of comb is gone. */
function State({ line, bench }: { line: Line; bench: Bench }) {
  const { key, why, choose } = line;
  const words = wordsOf(line);
  // A way to bring back the state above it has no key of its own.
  const whole = key !== "";
  return (
    <li className={`border-b border-[var(--line)] py-1 ${whole ? "" : "pl-4"}`}>
      <div className="flex items-baseline gap-3">
        <span className="grow">{words}</span>
        {choose ? (
          <button
            type="button"
            className="min-h-7 underline underline-offset-4"
            aria-label={`Bring back ${words}`}
            onClick={() => void bench.commit(readyEdit(choose.edit), `Run as ${words}`, "run-name")}
          >
            Bring back
          </button>
        ) : null}
        {whole ? (
          <button
            type="button"
            className="min-h-7 underline underline-offset-4"
            aria-label={`Take off ${words}`}
            onClick={() =>
              void bench.commit({ do: "forget-run", index: Number(key) }, `${words} taken off`, "run-name")
            }
          >
            Off
          </button>
        ) : null}
      </div>
      {why ? <p className="text-error">{why}</p> : null}
    </li>
  );
}

function wordsOf({ key, cells: [words] }: Line): string {
  return words && "template" in words ? words.template : key;
}
