import { useState } from "react";
import { downloaded } from "../../api/client";
import { workshopOf } from "../../api/jobs";
import { asked } from "../../lib/format";
import { saveAs } from "../../lib/file";
import { useSettings } from "../../lib/settings";
import { Button } from "../../ui/Button";

const ALL = "workshop.zip";

/** Files for the workshop, of the design as it was last kept. */
export function TakeAlong({ id }: { id: string }) {
  const { reading } = useSettings();
  const [busy, setBusy] = useState(false);
  const [share, setShare] = useState<number | null>(null);
  const [problem, setProblem] = useState("");
  const save = (name: string) => {
    setBusy(true);
    setProblem("");
    const made =
      name === ALL
        ? workshopOf(id, reading, setShare)
        : downloaded(`/api/designs/${id}/workshop/${name}?${asked(reading)}`);
    void made
      .then((body) => {
        saveAs(body, name);
      })
      .catch((error: unknown) => {
        setProblem(error instanceof Error ? error.message : "It could not be written.");
      })
      .finally(() => {
        setBusy(false);
        setShare(null);
      });
  };
  return (
    <>
      <h2 className="text-lg">To take along</h2>
      <p className="mb-3 flex flex-wrap gap-2 border-t border-[var(--line)] pt-1">
        {[
          ["booklet.pdf", "Booklet"],
          ["templates.pdf", "Templates 1:1"],
          ["parts.dxf", "DXF"],
          [ALL, "All files"],
        ].map(([name = "", words]) => (
          <Button
            key={name}
            // Not disabled: whoever is on it with the keys stays there.
            aria-disabled={busy}
            onClick={() => {
              if (!busy) save(name);
            }}
          >
            {words}
          </Button>
        ))}
        {busy ? (
          <span role="status" className="flex items-center gap-2">
            {share === null ? (
              <span className="loading loading-spinner loading-sm" />
            ) : (
              <progress className="progress w-24 progress-primary" value={share} max={1} aria-label="How far it is" />
            )}
            writing …
          </span>
        ) : (
          <span className="soft text-xs">as it was last kept; all files: DXF, SVG, STL, CSV, JSON as well</span>
        )}
        {problem ? (
          <span role="alert" className="w-full text-error">
            {problem}
          </span>
        ) : null}
      </p>
    </>
  );
}
