import type { Drawing } from "../api/types";
import { Numbers } from "./Numbers";
import { Sheet } from "./Sheet";

/** A drawing to look at: its dimensions are read, not edited. */
export function Plate({ drawing, className }: { drawing: Drawing; className: string }) {
  return <Sheet drawing={drawing} className={className} overlay={(t) => <Numbers drawing={drawing} t={t} />} />;
}
