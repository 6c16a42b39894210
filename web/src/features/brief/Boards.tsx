import type { Brief, Refusal, TypedBoard } from "../../api/types";
import { ordinal } from "../../lib/format";
import { Problem } from "../../ui/Problem";
import { Button } from "../../ui/Button";

interface BoardsProps {
  frames: Brief["frames"];
  owned: string[];
  onOwned: (frames: string[]) => void;
  boards: TypedBoard[];
  onBoards: (boards: TypedBoard[]) => void;
  colonies: string;
  onColonies: (colonies: string) => void;
  problems: Refusal["problems"];
}

const SIZES = ["length", "width", "thickness", "count"] as const;
const HEADS: Record<(typeof SIZES)[number], string> = {
  length: "Long",
  width: "Wide",
  thickness: "Thick, as measured",
  count: "How many",
};
const EMPTY: TypedBoard = { label: "", length: "", width: "", thickness: "", count: "1" };

/** What the keeper owns: frames, boards by their actual sizes, colonies. */
export function Boards({ frames, owned, onOwned, boards, onBoards, colonies, onColonies, problems }: BoardsProps) {
  const wrong = (path: string) => problems.find((problem) => problem.field === path)?.reason ?? null;
  const change = (index: number, size: (typeof SIZES)[number], text: string) => {
    onBoards(boards.map((board, at) => (at === index ? { ...board, [size]: text } : board)));
  };
  return (
    <div className="mt-5 grid gap-5">
      <fieldset className="border-t border-[var(--line)] pt-1" data-question="frames">
        <legend className="named pr-2 text-base">Frames you own</legend>
        <div className="grid grid-cols-2 gap-x-4 lg:grid-cols-3">
          {frames.map((frame) => (
            <label key={frame.value} className="flex min-h-7 items-center gap-2.5">
              <input
                type="checkbox"
                className="checkbox checkbox-xs rounded-sm border-base-content"
                checked={owned.includes(frame.value)}
                onChange={() => {
                  onOwned(
                    owned.includes(frame.value)
                      ? owned.filter((each) => each !== frame.value)
                      : [...owned, frame.value],
                  );
                }}
              />
              {frame.label}
            </label>
          ))}
        </div>
      </fieldset>
      <fieldset className="border-t border-[var(--line)] pt-1">
        <legend className="named pr-2 text-base">Boards on hand</legend>
        <p className="soft mb-1">
          Measure them: a board sold as 25 is often 22 thick. Any unit goes: 235, 9 1/4 in, 2.4 m.
        </p>
        <table className="w-full max-w-xl">
          <thead>
            <tr className="soft text-left text-xs">
              {SIZES.map((size) => (
                <th key={size} scope="col" className="pr-2 font-normal">
                  {HEADS[size]}
                </th>
              ))}
              <th />
            </tr>
          </thead>
          <tbody>
            {boards.map((board, index) => (
              <tr key={index} className="align-top">
                {SIZES.map((size) => {
                  const problem =
                    wrong(`/boards/${String(index)}/${size}`) ?? wrong(`/boards/${String(index)}/${size}_mm`);
                  return (
                    <td key={size} className="pr-2">
                      <input
                        aria-label={`${HEADS[size]}, boards ${ordinal(index)}`}
                        aria-invalid={problem !== null}
                        className={`h-7 w-full rounded border bg-base-100 px-1.5
                          ${problem ? "border-2 border-error" : "border-[var(--line)]"}`}
                        value={board[size]}
                        onChange={(event) => {
                          change(index, size, event.target.value);
                        }}
                      />
                      <Problem id={`board-${String(index)}-${size}`}>{problem}</Problem>
                    </td>
                  );
                })}
                <td>
                  <button
                    type="button"
                    className="min-h-7 underline underline-offset-4"
                    aria-label={`Take boards ${ordinal(index)} off`}
                    onClick={() => {
                      onBoards(boards.filter((_, at) => at !== index));
                    }}
                  >
                    Off
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <Button
          className="mt-1"
          onClick={() => {
            onBoards([...boards, EMPTY]);
          }}
        >
          More boards
        </Button>
      </fieldset>
      <label className="flex items-center gap-3 border-t border-[var(--line)] pt-2">
        <span className="named text-base">Colonies you keep, or mean to</span>
        <input
          className="h-7 w-20 rounded border border-[var(--line)] bg-base-100 px-1.5 text-right"
          value={colonies}
          aria-invalid={wrong("/colonies") !== null}
          onChange={(event) => {
            onColonies(event.target.value);
          }}
        />
        <Problem id="colonies-problem">{wrong("/colonies")}</Problem>
      </label>
    </div>
  );
}
