import { workshopOf } from "../../api/jobs";
import type { WorkshopFile } from "../../api/types";
import { useSettings } from "../../lib/settings";
import { Button } from "../../ui/Button";
import { Saving, useSaving } from "../../ui/Saving";

const FILES: readonly [WorkshopFile, string][] = [
  ["booklet.pdf", "Booklet"],
  ["templates.pdf", "Templates 1:1"],
  ["parts.dxf", "DXF"],
  ["workshop.zip", "All files"],
];

/** Files for the workshop, of the design as it was last kept. */
export function TakeAlong({ id }: { id: string }) {
  const { reading } = useSettings();
  const [writing, save] = useSaving();
  return (
    <>
      <h2 className="text-lg">To take along</h2>
      <p className="mb-3 flex flex-wrap gap-2 border-t border-[var(--line)] pt-1">
        {FILES.map(([name, words]) => (
          <Button
            key={name}
            aria-disabled={writing.busy}
            onClick={() => {
              save(name, (tell) => workshopOf(id, name, reading, tell));
            }}
          >
            {words}
          </Button>
        ))}
        <Saving writing={writing} />
        {writing.busy ? null : (
          <span className="soft text-xs">as it was last kept; all files: DXF, SVG, STL, CSV, JSON as well</span>
        )}
      </p>
    </>
  );
}
