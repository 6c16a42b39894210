import { saveAs } from "../../lib/file";
import { Button } from "../../ui/Button";
import type { Bench } from "./useBench";

/** In place of a step that can’t be shown: the hive stays on the bench, and can be taken along as a file. */
export function BrokenStep({ bench, again }: { bench: Bench; again: () => void }) {
  const { document: hive } = bench;
  return (
    <main className="p-5" role="alert">
      <h1 className="mb-1 text-2xl">This step can’t be shown</h1>
      <p className="mb-3">
        The mistake is ours. Your hive is untouched: it lies on the bench as it was, and the other steps go on working.
      </p>
      <p className="flex flex-wrap gap-2">
        <Button onClick={again}>Try again</Button>
        <Button
          onClick={() => {
            saveAs(new Blob([JSON.stringify(hive, null, 2)], { type: "application/json" }), `${hive.name}.json`);
          }}
        >
          Save the hive as a file
        </Button>
      </p>
    </main>
  );
}
