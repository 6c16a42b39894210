import { useState } from "react";
import type { Fact, RunSheet, SavedOut } from "../../api/types";
import { numberPlace } from "../../drawing/Numbers";
import { Sheet } from "../../drawing/Sheet";
import { Grip } from "../../drawing/Grip";
import { sentence } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Problem } from "../../ui/Problem";
import { Tabs } from "../../ui/Tabs";
import { Button } from "../../ui/Button";
import {
  DimensionField,
  Flags,
  Legend,
  RunTab,
  StepFindings,
  readyEdit,
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
  const { units } = useSettings();
  const handles = useHandles(bench, units);
  const { plan, along } = bench.report.drawings;
  const sheet = bench.report.sheet;
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
                    <Grip key={handle.id} handle={handle} t={t} units={units} look="board" {...handles(handle)} />
                  ))}
                  {drawing.shapes.map((shape) => {
                    const at = numberPlace(shape, t);
                    if (!at || (shape.kind !== "dimension" && shape.kind !== "angle")) return null;
                    return <DimensionField key={shape.name} mark={shape} at={at} bench={bench} />;
                  })}
                  <Flags
                    findings={bench.report.findings}
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
      <RunLedger bench={bench} sheet={sheet} chosen={chosen} onChoose={onChoose} />
    </>
  );
}

type Tab = "fit" | "combs" | "covers" | "kept";

interface RunLedgerProps {
  bench: Bench;
  sheet: RunSheet | null;
  chosen: number | null;
  onChoose: (index: number | null) => void;
}

function RunLedger({ bench, sheet, chosen, onChoose }: RunLedgerProps) {
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
          { name: "fit", title: "Fit", panel: sheet ? <FitTab bench={bench} sheet={sheet} /> : null },
          { name: "combs", title: "Combs", panel: <RunTab bench={bench} chosen={chosen} onChoose={onChoose} /> },
          { name: "covers", title: "Openings", panel: sheet ? <Openings sheet={sheet} /> : null },
          { name: "kept", title: "States", panel: sheet ? <States bench={bench} sheet={sheet} /> : null },
        ]}
      />
    </aside>
  );
}

function FitTab({ bench, sheet }: { bench: Bench; sheet: RunSheet }) {
  const { units } = useSettings();
  return (
    <>
      <StepFindings step="run" bench={bench} />
      <h2 className="text-lg">What fills it</h2>
      {sheet.fits.length === 0 ? (
        <p className="soft border-t border-[var(--line)]">This run isn’t filled by combs of one width.</p>
      ) : null}
      <ol className="border-t border-[var(--line)]" data-testid="fits">
        {sheet.fits.map((fit) => {
          const words = sentence(fit.text, units);
          return (
            <li key={words} className="border-b border-[var(--line)] py-1.5">
              <div className="flex items-baseline gap-2">
                <span className="grow font-semibold">{words}</span>
                {fit.now ? (
                  <span className="text-accent">as it is</span>
                ) : (
                  <Button onClick={() => void bench.commit(readyEdit(fit.edit), `Filled with ${words}`, "fit")}>
                    Fill so
                  </Button>
                )}
              </div>
              <span className="soft text-xs">{sentence(fit.left, units)}</span>
            </li>
          );
        })}
      </ol>
      <p className="soft mt-1 text-xs">Nearest to the mix there is now, then least left over, then most combs.</p>
      <Colonies bench={bench} />
      <Problem id="fit-problem">{bench.trouble?.source === "fit" ? bench.trouble.reason : null}</Problem>
    </>
  );
}

function Colonies({ bench }: { bench: Bench }) {
  const [combs, setCombs] = useState("4");
  const put = (side: "near" | "far") => {
    void bench.commit({ do: "put-nucleus", side, combs: Number(combs) }, `Small colony at the ${side} end`, "fit");
  };
  return (
    <>
      <h2 className="mt-4 text-lg">Another colony in it</h2>
      <div className="flex flex-wrap items-center gap-2 border-t border-[var(--line)] pt-1.5">
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
        It takes free room behind the follower there, brings combs of its own, stands behind a divider, and flies from
        the other wall.
      </p>
    </>
  );
}

function Openings({ sheet }: { sheet: RunSheet }) {
  return (
    <>
      <Facts title="Entrances and floor" facts={sheet.openings} />
      <Facts title="Cover slats, from the near end" facts={sheet.slats} />
      <Facts title="Follower boards" facts={sheet.followers} />
      {sheet.excluders.length > 0 ? <Facts title="Ways round an excluder" facts={sheet.excluders} /> : null}
    </>
  );
}

function Facts({ title, facts }: { title: string; facts: Fact[] }) {
  const { units } = useSettings();
  return (
    <section className="mb-3">
      <h2 className="text-lg">{title}</h2>
      {facts.length === 0 ? <p className="soft border-t border-[var(--line)]">Nothing to say here.</p> : null}
      <ul className="border-t border-[var(--line)]">
        {facts.map((fact) => {
          const words = sentence(fact.text, units);
          return (
            <li
              key={words}
              className={`leading-6 ${fact.good === false ? "font-semibold text-error" : ""}`}
              title={fact.why}
            >
              {fact.good === false ? "✗ " : ""}
              {words}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function States({ bench, sheet }: { bench: Bench; sheet: RunSheet }) {
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
        {sheet.saved.map((state, index) => (
          <State key={state.text} state={state} index={index} bench={bench} />
        ))}
      </ul>
    </>
  );
}

/** A kept state: brought back, taken off, or, where its kind of comb is gone, hung on another first. */
function State({ state, index, bench }: { state: SavedOut; index: number; bench: Bench }) {
  const kinds = bench.document.comb_types ?? [];
  const [instead, setInstead] = useState<Record<string, string>>({});
  const chosen = (gone: string) => instead[gone] ?? kinds[0]?.id ?? "";
  const back = () => {
    const named = Object.fromEntries(state.gone.map((gone) => [gone, chosen(gone)]));
    void bench.commit({ do: "use-run", index, instead: named }, `Run as ${state.text}`, "run-name");
  };
  return (
    <li className="border-b border-[var(--line)] py-1">
      <div className="flex items-baseline gap-3">
        <span className="grow">{state.text}</span>
        <button
          type="button"
          className="min-h-7 underline underline-offset-4"
          aria-label={`Bring back ${state.text}`}
          onClick={back}
        >
          Bring back
        </button>
        <button
          type="button"
          className="min-h-7 underline underline-offset-4"
          aria-label={`Take off ${state.text}`}
          onClick={() => void bench.commit({ do: "forget-run", index }, `${state.text} taken off`, "run-name")}
        >
          Off
        </button>
      </div>
      {state.gone.map((gone) => (
        <label key={gone} className="flex flex-wrap items-center gap-2 text-error">
          “{gone}” is gone from this design; hang its combs on
          <select
            className="h-8 rounded border border-[var(--line)] bg-base-100 px-1 text-base-content"
            aria-label={`Instead of ${gone}`}
            value={chosen(gone)}
            onChange={(event) => {
              setInstead({ ...instead, [gone]: event.target.value });
            }}
          >
            {kinds.map((kind) => (
              <option key={kind.id} value={kind.id}>
                {kind.name}
              </option>
            ))}
          </select>
        </label>
      ))}
    </li>
  );
}
