import { Link, useParams } from "react-router";
import type { Edit, Hive } from "../../api/types";
import { sentence, step } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { readyEdit } from "./edits";
import { FieldSet } from "./Fields";
import { isEntrance, itemAt, itemsOf, type Item } from "./items";
import { wayTo } from "./steps";
import type { Bench } from "./useBench";
import { Button } from "../../ui/Button";

const CONTENTS = ["empty", "brood", "pollen", "nectar", "honey"] as const;

const ROLES = { brood: "brood", honey: "honey", drone: "drone comb", sections: "comb honey" } as const;
const ROLE_NAMES = ["brood", "honey", "drone", "sections"] as const;

interface RunTabProps {
  bench: Bench;
  chosen: number | null;
  onChoose: (index: number | null) => void;
}

/** The run in order, the chosen bar, followers, gaps and entrances. */
export function RunTab({ bench, chosen, onChoose }: RunTabProps) {
  const { id = "" } = useParams();
  const { reading } = useSettings();
  const place = itemAt(bench, chosen);
  return (
    <>
      <h2 className="text-lg">Combs</h2>
      {place && place.number !== null ? (
        <BarPanel bench={bench} place={place} onChoose={onChoose} />
      ) : (
        <p className="soft border-t border-[var(--line)] py-1">Choose a comb on the rod or in the list.</p>
      )}
      <details className="mb-4" open>
        <summary className="cursor-pointer">In order from the near end</summary>
        <ol className="max-h-52 overflow-auto border-y border-[var(--line)]" tabIndex={0} aria-label="The run in order">
          {itemsOf(bench).map((each) => (
            <li key={each.index}>
              <button
                type="button"
                aria-pressed={each.index === chosen}
                className={`min-h-6 w-full text-left text-xs
                  ${each.index === chosen ? "bg-neutral text-neutral-content" : ""}`}
                onClick={() => {
                  onChoose(each.index);
                }}
              >
                {sentence(each.words, reading)}
              </button>
            </li>
          ))}
        </ol>
      </details>
      {bench.run?.forms
        .filter((group) => !isEntrance(group) && group.id !== "pests")
        .map((group) => (
          <FieldSet key={group.id} group={group} bench={bench} />
        ))}
      <p className="soft text-xs">
        Entrances are on{" "}
        <Link className="underline underline-offset-4" to={wayTo(id, "run")}>
          the Run step
        </Link>
        , under Openings.
      </p>
    </>
  );
}

function combAt(document: Hive, box: number, index: number) {
  const item = document.chambers[box]?.run?.items?.[index];
  return item?.kind === "comb" ? item : null;
}

function BarPanel({ bench, place, onChoose }: { bench: Bench; place: Item; onChoose: (index: number | null) => void }) {
  const { reading } = useSettings();
  const at = place.index;
  const comb = combAt(bench.document, bench.report.box, at);
  if (!comb) return null;
  const item = comb.id ?? "";
  const nameAt = (index: number) => bench.document.chambers[bench.report.box]?.run?.items?.[index]?.id ?? "";
  const last = itemsOf(bench).length;
  const before = step(at, -1, last);
  const after = step(at, 1, last);
  const change = (edit: Edit, label: string, next: number | null) => {
    void bench.commit(edit, label, "bar").then((taken) => {
      if (taken) onChoose(next);
    });
  };
  const name = `Comb ${String(place.number)}`;
  const others = bench.run?.forms.find(({ id }) => id === "into-run")?.actions ?? [];
  return (
    <div className="mb-3 border-t border-[var(--line)] py-1" data-testid="bar-panel">
      <p className="mb-1 font-semibold">{sentence(place.words, reading)}</p>
      <label className="flex items-center gap-2 py-0.5">
        <span className="w-20">On it</span>
        <select
          className="h-7 grow rounded border border-[var(--line)] bg-base-100 px-1"
          value={comb.contents ?? "empty"}
          onChange={(event) => {
            const contents = CONTENTS.find((each) => each === event.target.value);
            if (contents) change({ do: "retype-comb", item, contents }, `${name}: ${contents}`, at);
          }}
        >
          {CONTENTS.map((contents) => (
            <option key={contents}>{contents}</option>
          ))}
        </select>
      </label>
      <label className="flex items-center gap-2 py-0.5">
        <span className="w-20">Kind</span>
        <select
          className="h-7 grow rounded border border-[var(--line)] bg-base-100 px-1"
          value={comb.type}
          onChange={(event) => {
            change({ do: "retype-comb", item, type: event.target.value }, `${name}: another kind`, at);
          }}
        >
          {bench.document.comb_types?.map((type) => (
            <option key={type.id} value={type.id}>
              {type.name}
            </option>
          ))}
        </select>
      </label>
      <label className="flex items-center gap-2 py-0.5">
        <span className="w-20">Meant for</span>
        <select
          className="h-7 grow rounded border border-[var(--line)] bg-base-100 px-1"
          value={comb.role ?? "brood"}
          onChange={(event) => {
            const role = ROLE_NAMES.find((each) => each === event.target.value);
            if (role) change({ do: "retype-comb", item, role }, `${name}: for ${ROLES[role]}`, at);
          }}
        >
          {ROLE_NAMES.map((role) => (
            <option key={role} value={role}>
              {ROLES[role]}
            </option>
          ))}
        </select>
      </label>
      <label className="flex items-center gap-2 py-0.5">
        <span className="w-20">Before it</span>
        <select
          className="h-7 grow rounded border border-[var(--line)] bg-base-100 px-1"
          value=""
          onChange={(event) => {
            const put = others.find((each) => each.label === event.target.value);
            const edit = put?.onto?.[`item-${String(at)}`];
            if (put && edit) change(readyEdit(edit), `${put.label} put in`, after);
          }}
        >
          <option value="">put in …</option>
          {others.map(({ label }) => (
            <option key={label}>{label}</option>
          ))}
        </select>
      </label>
      <div className="mt-1 flex flex-wrap gap-2">
        <Button
          onClick={() => {
            change({ do: "swap-items", item, other: nameAt(before) }, `${name} moved`, before);
          }}
        >
          Move left
        </Button>
        <Button
          onClick={() => {
            change({ do: "swap-items", item, other: nameAt(after) }, `${name} moved`, after);
          }}
        >
          Move right
        </Button>
        <Button
          onClick={() => {
            change({ do: "insert-comb", before: item, type: comb.type, role: comb.role ?? "brood" }, "Comb put in", at);
          }}
        >
          Put one in here
        </Button>
        <Button
          onClick={() => {
            change({ do: "remove-item", item }, `${name} taken out`, null);
          }}
        >
          Take it out
        </Button>
      </div>
    </div>
  );
}
