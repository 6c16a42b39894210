import { useState } from "react";
import { useCatalogue } from "../../api/queries";
import { CombsDesk, type Chosen } from "./CombsDesk";
import { CombsLedger } from "./CombsLedger";
import { type Bench } from "../bench";

/** Bars and frames: those of this hive, and the catalogue to take others from. */
export function CombsStep({ bench }: { bench: Bench }) {
  const catalogue = useCatalogue(true);
  const own = bench.report.combs;
  const [picked, setPicked] = useState<Chosen | null>(null);
  const main = own.find((card) => card.used > 0) ?? own[0];
  const cards = { hive: own, catalogue: catalogue.data ?? [] };
  const found = picked ? cards[picked.from].find((card) => card.id === picked.id) : undefined;
  const chosen: Chosen = found && picked ? picked : { from: "hive", id: main?.id ?? "" };
  const card = found ?? main;
  return (
    <>
      <CombsDesk own={own} catalogue={cards.catalogue} card={card} chosen={chosen} onChoose={setPicked} />
      <CombsLedger bench={bench} card={card} chosen={chosen} onChoose={setPicked} />
    </>
  );
}
