import type { CombCard } from "../../api/types";
import { Plate } from "../../drawing/Plate";

/** Which bar or frame lies on the bench: one of the hive's, or one of the catalogue's. */
export interface Chosen {
  from: "hive" | "catalogue";
  id: string;
}

interface CombsDeskProps {
  own: CombCard[];
  catalogue: CombCard[];
  card: CombCard | undefined;
  chosen: Chosen;
  onChoose: (chosen: Chosen) => void;
}

const GROUPS: readonly (readonly [string, (card: CombCard) => boolean])[] = [
  ["Standards", (card) => card.made_from === ""],
  ["Made from others", (card) => card.made_from !== ""],
];

/** Bars and frames, drawn from their parts: front, end and from above. */
export function CombsDesk({ own, catalogue, card, chosen, onChoose }: CombsDeskProps) {
  const view = (name: string) => card?.drawings.find((drawing) => drawing.name === name);
  const front = view("comb-front");
  const others = [view("comb-end"), view("comb-above")].filter((drawing) => drawing !== undefined);
  return (
    <main id="sheet" className="flex min-h-0 flex-col bg-base-100 md:border-r md:border-base-content">
      <div className="px-5 pt-4">
        <h1 className="text-3xl leading-tight">Combs</h1>
        <p className="soft">
          {card ? `${card.name}${card.made_from ? `, ${card.made_from}` : ""}. ` : ""}
          Every size is taken from the parts it is made of.
        </p>
      </div>
      <div className="min-h-0 grow md:grid md:grid-cols-[12.5rem_minmax(0,1fr)]">
        <nav aria-label="Bars and frames" className="max-h-52 overflow-auto px-5 py-2 md:max-h-none md:pr-1">
          <List title="In this hive" cards={own} from="hive" chosen={chosen} onChoose={onChoose} />
          {GROUPS.map(([title, belongs]) => (
            <List
              key={title}
              title={title}
              cards={catalogue.filter(belongs)}
              from="catalogue"
              chosen={chosen}
              onChoose={onChoose}
            />
          ))}
        </nav>
        <div className="flex min-h-0 flex-col">
          {front ? (
            <>
              <Plate drawing={front} className="h-72 md:h-auto md:min-h-0 md:grow" />
              <div className="grid shrink-0 grid-cols-[minmax(0,1fr)_minmax(0,2fr)] md:h-[38%]">
                {others.length === 1 ? <span /> : null}
                {others.map((drawing) => (
                  <Plate key={drawing.name} drawing={drawing} className="h-52 md:h-full" />
                ))}
              </div>
            </>
          ) : (
            <p className="p-6">Comb that bees fix to the cavity itself: there is no bar or frame to draw.</p>
          )}
        </div>
      </div>
    </main>
  );
}

interface ListProps {
  title: string;
  cards: CombCard[];
  from: Chosen["from"];
  chosen: Chosen;
  onChoose: (chosen: Chosen) => void;
}

function List({ title, cards, from, chosen, onChoose }: ListProps) {
  return (
    <>
      <h2 className="mt-2 border-b border-[var(--line)] text-base">{title}</h2>
      <ul>
        {cards.map((card) => {
          const here = chosen.from === from && chosen.id === card.id;
          return (
            <li key={card.id}>
              <button
                type="button"
                aria-pressed={here}
                data-comb={`${from}:${card.id}`}
                className={`min-h-7 w-full px-1 text-left text-sm leading-5
                  ${here ? "bg-neutral text-neutral-content" : ""}`}
                onClick={() => {
                  onChoose({ from, id: card.id });
                }}
              >
                {card.name}
                {card.used > 0 ? <span className="opacity-70"> × {card.used}</span> : null}
              </button>
            </li>
          );
        })}
      </ul>
    </>
  );
}
