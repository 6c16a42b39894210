import { useQuery } from "@tanstack/react-query";
import { Navigate, useParams } from "react-router";
import { openDesign } from "../../api/queries";
import { RefusedError } from "../../api/client";
import { kept } from "../../api/kept";
import { benchOnDevice, BenchRoom } from "./BenchRoom";
import { stepOf, wayTo, type BenchStep } from "./steps";
import type { Hive } from "../../api/types";
import { asksFor, FIRST, firstView } from "./asks";
import { firstReport } from "./useBench";
import { dropSlot, leftWork, type Left } from "./slots";
import { keepAside } from "./useKeeping";

/** Opens a design with its first report, work left from an earlier visit included. */
async function load(id: string, step: BenchStep) {
  const askedOf = (document: Hive) => asksFor({ ...FIRST, step, view: firstView(document) });
  const design = await openDesign(id);
  const found = await leftWork(id);
  const newest = found.pop();
  // One of them lies on the bench; the others are kept beside it on the server.
  for (const other of found) await keepAside(id, other);
  if (newest && JSON.stringify(newest.work.document) === JSON.stringify(design.document)) dropSlot(newest.slot);
  else if (newest) {
    try {
      return { design, first: await firstReport(newest.work.document, askedOf(newest.work.document)), left: newest };
    } catch {
      // What was left can't be used any more; it stays on the device, and the kept design opens.
    }
  }
  const left: Left | null = null;
  return { design, first: await firstReport(design.document, askedOf(design.document)), left };
}

export function BenchPage() {
  const { id = "", step: named } = useParams();
  const step = stepOf(named);
  const opened = useQuery({
    queryKey: ["bench", id],
    queryFn: () => kept(benchOnDevice(id), () => load(id, step ?? "shape")),
    networkMode: "always",
    gcTime: 0,
    staleTime: Infinity,
  });

  if (step === null) return <Navigate to={wayTo(id, "shape")} replace />;
  if (opened.isPending) return <p className="p-8">Opening …</p>;
  if (opened.isError) {
    const gone = opened.error instanceof RefusedError && opened.error.status === 404;
    return (
      <main className="p-8">
        <h1 className="mb-2 text-2xl">{gone ? "No such hive on your shelf" : "This hive can’t be opened"}</h1>
        <p role="alert">{gone ? "It may be another keeper’s, or was taken off." : opened.error.message}</p>
        <a className="underline" href="/">
          Back to the shelf
        </a>
      </main>
    );
  }
  const { page, onDevice, fetched } = opened.data;
  // Work that was left is sent when the server is there again: now only what it was when it was last kept is shown.
  const left = onDevice ? null : page.left;
  return <BenchRoom key={id} id={id} step={step} {...page} left={left} asOf={onDevice ? fetched : null} />;
}
