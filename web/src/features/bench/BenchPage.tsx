import { useQuery } from "@tanstack/react-query";
import { useParams } from "react-router";
import { openDesign } from "../../api/queries";
import { RefusedError } from "../../api/client";
import { BenchRoom, type BenchStep } from "./BenchRoom";
import { firstReport } from "./useBench";
import { unsavedWork } from "./useKeeping";

/** Opens a design with its first report, work left from an earlier visit included. */
async function load(id: string) {
  const design = await openDesign(id);
  const unsaved = unsavedWork(id);
  if (unsaved) {
    try {
      return { design, first: await firstReport(unsaved.document), unsaved };
    } catch {
      // What was left can't be used any more; the kept design can.
    }
  }
  return { design, first: await firstReport(design.document), unsaved: null };
}

export function BenchPage({ step }: { step: BenchStep }) {
  const { id = "" } = useParams();
  const opened = useQuery({ queryKey: ["bench", id], queryFn: () => load(id), gcTime: 0, staleTime: Infinity });

  if (opened.isPending) return <p className="p-8">Opening …</p>;
  if (opened.isError) {
    const gone = opened.error instanceof RefusedError && opened.error.status === 404;
    return (
      <main className="p-8">
        <h1 className="mb-2 text-2xl">{gone ? "No such hive on your shelf" : "This hive can’t be opened"}</h1>
        <p role="alert">{gone ? "It may be another keeper’s, or was taken off." : opened.error.message}</p>
        <a className="underline" href="/">Back to the shelf</a>
      </main>
    );
  }
  return <BenchRoom key={id} id={id} step={step} {...opened.data} />;
}
