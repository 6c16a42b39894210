import type { Chapter } from "../../api/types";
import { last, sentence, step as stepTo, wrote } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { Button } from "../../ui/Button";

interface MomentsProps {
  chapter: Chapter;
  onAt: (at: number) => void;
  /** Whether there are buttons for one earlier and one later. */
  stepped?: boolean;
}

/** Going through a study's moments, a month or a week at a time, with what its table says of the one shown. */
export function Moments({ chapter, onAt, stepped = false }: MomentsProps) {
  const { reading } = useSettings();
  const { moments } = chapter;
  if (!moments) return null;
  const count = moments.names.length;
  const name = moments.names[moments.at] ?? "";
  const table = chapter.tables.find((each) => each.key === moments.table);
  const cells = table?.lines[moments.at]?.cells ?? [];
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1 px-5 py-2">
        {stepped ? (
          <Step
            words="One earlier"
            sign="◂"
            onStep={() => {
              onAt(stepTo(moments.at, -1, count));
            }}
          />
        ) : null}
        <input
          type="range"
          aria-label={moments.label}
          aria-valuetext={name}
          className="range range-xs min-w-32 grow basis-32"
          min={0}
          max={last(moments.names)}
          step={1}
          value={moments.at}
          onChange={(event) => {
            onAt(Number(event.target.value));
          }}
        />
        {stepped ? (
          <Step
            words="One later"
            sign="▸"
            onStep={() => {
              onAt(stepTo(moments.at, 1, count));
            }}
          />
        ) : null}
        <span className="named w-28 text-lg" data-testid="moment">
          {name}
        </span>
      </div>
      <ul className="flex flex-wrap gap-x-5 gap-y-1 px-5 text-sm" data-testid="moment-reads">
        {cells.map((cell, index) =>
          index === 0 ? null : (
            <li key={table?.columns[index]}>
              <span className="soft">{table?.columns[index]} </span>
              <span className="font-semibold">
                {"template" in cell ? sentence(cell, reading) : wrote(cell, reading)}
              </span>
            </li>
          ),
        )}
      </ul>
    </>
  );
}

function Step({ words, sign, onStep }: { words: string; sign: string; onStep: () => void }) {
  return (
    <Button
      aria-label={words}

      onClick={onStep}
    >
      {sign}
    </Button>
  );
}
