import { CombsDesk } from "./CombsDesk";
import { CombsLedger } from "./CombsLedger";
import { type Bench } from "../bench";

interface CombsStepProps {
  bench: Bench;
  /** Another bar or frame is put on the desk. */
  onChoose: (of: string) => void;
}

/** Bars and frames: those of this hive, and the catalogue to take others from. */
export function CombsStep({ bench, onChoose }: CombsStepProps) {
  const { combs } = bench;
  return (
    <>
      <CombsDesk chapter={combs} onChoose={onChoose} />
      <CombsLedger bench={bench} chapter={combs} onChoose={onChoose} />
    </>
  );
}
