import { useState } from "react";
import { openDesign, useShelf } from "../../api/queries";
import { Button } from "../../ui/Button";
import { Problem } from "../../ui/Problem";
import type { Bench } from "../bench";

/** Another design of the shelf whose pieces, or whose frames alone, come out of the same boards. */
export function CutAlong({ id, bench }: { id: string; bench: Bench }) {
  const shelf = useShelf();
  const [other, setOther] = useState("");
  const [framesOnly, setFramesOnly] = useState(false);
  const [problem, setProblem] = useState("");
  const others = shelf.data?.filter((card) => card.id !== id) ?? [];
  const refused = bench.trouble?.source === "along" ? bench.trouble.reason : "";
  const take = async () => {
    setProblem("");
    try {
      const { document } = await openDesign(other);
      await bench.commit(
        { do: "cut-along", design: document, frames_only: framesOnly },
        `Cut along: ${document.name}`,
        "along",
      );
    } catch (error) {
      setProblem(error instanceof Error ? error.message : "It could not be read.");
    }
  };
  return (
    <fieldset className="mb-3 text-xs">
      <legend className="soft">Another design out of the same boards, as it was last kept:</legend>
      <div className="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <select
          aria-label="Design to cut along"
          className="h-8 min-w-0 grow rounded border border-[var(--line)] bg-base-100 px-1 text-sm"
          value={other}
          onChange={(event) => {
            setOther(event.target.value);
          }}
        >
          <option value="">Choose a design …</option>
          {others.map((card) => (
            <option key={card.id} value={card.id}>
              {card.name}
            </option>
          ))}
        </select>
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            className="checkbox checkbox-sm border-base-content"
            checked={framesOnly}
            onChange={(event) => {
              setFramesOnly(event.target.checked);
            }}
          />
          its frames only
        </label>
        <Button
          disabled={other === ""}
          onClick={() => {
            void take();
          }}
        >
          Cut it along
        </Button>
      </div>
      <Problem id="along-problem">{problem || refused}</Problem>
    </fieldset>
  );
}
