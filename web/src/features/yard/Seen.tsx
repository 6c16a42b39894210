import { useState } from "react";
import { signedInAs } from "../../api/queries";
import type { HivePage as Page, VisitOut } from "../../api/types";
import { useHiveChanges } from "../../api/yardChanges";
import { dayWords, decimals, ordinal, signed } from "../../lib/format";
import { localizedNumber } from "../../lib/locale";
import { useSettings } from "../../lib/settings";
import { Ask } from "../../ui/Ask";
import { Button } from "../../ui/Button";
import { Problem } from "../../ui/Problem";
import type { Waiting } from "./queue";
import { besides, inShort, timeOf } from "./words";

const CALLED: Record<string, string> = { covered: "Combs covered", brood: "Brood", stores: "Stores" };

interface SeenProps {
  page: Page;
  visit: VisitOut;
  /** Hears of a visit that was taken back, as it would be written again. */
  onGone: (visit: Waiting) => void;
}

/** One visit read: against the plan, what was noted, its photos, who wrote it. */
export function Seen({ page, visit, onGone }: SeenProps) {
  const { reading } = useSettings();
  const { takeBack, dropPhoto } = useHiveChanges(page.id, page.yard);
  const [asking, setAsking] = useState(false);
  const writes = page.role !== "looker";
  const goBack = () => {
    setAsking(false);
    const again = { id: visit.id, hive: page.id, name: page.name, by: signedInAs(), entry: visit.entry, refused: null };
    takeBack.mutate(visit.id, {
      onSuccess: () => {
        onGone({ ...again, written: new Date().toISOString() });
      },
    });
  };
  return (
    <section className="mb-6" data-testid="seen">
      <h2 className="text-xl">{dayWords(visit.at, reading)}</h2>
      <p className="soft mb-2 text-xs">
        {timeOf(visit.at)}
        {visit.by ? `, written by ${visit.by}` : ""}
        {visit.beside ? ". Another visit was written for that hour: both are kept." : ""}
      </p>
      <Against visit={visit} />
      <p className="mb-2">{inShort(visit)}</p>
      <p className="soft mb-2">{besides(visit)}</p>
      <ul className="mb-2 grid grid-cols-2 gap-2">
        {visit.photos.map((photo, at) => (
          <li key={photo}>
            <a href={`/api/hives/${page.id}/photos/${photo}.jpg`} target="_blank" rel="noreferrer">
              <img
                src={`/api/hives/${page.id}/photos/${photo}.jpg`}
                alt={`Photo ${ordinal(at)} of ${dayWords(visit.at, reading)}`}
                loading="lazy"
                className="max-h-40 w-full rounded border border-[var(--line)] object-cover"
              />
            </a>
            {writes ? (
              <button
                type="button"
                className="text-xs underline underline-offset-4"
                onClick={() => {
                  dropPhoto.mutate(photo);
                }}
              >
                Take this photo away
              </button>
            ) : null}
          </li>
        ))}
      </ul>
      {writes ? (
        <button
          type="button"
          className="underline underline-offset-4"
          onClick={() => {
            if (visit.photos.length > 0) setAsking(true);
            else goBack();
          }}
        >
          Take this visit back
        </button>
      ) : null}
      {asking ? (
        <Ask
          title="Take this visit back?"
          onClose={() => {
            setAsking(false);
          }}
        >
          <p className="mb-3">Its photos go with it, and nothing brings those back.</p>
          <div className="flex gap-3">
            <button type="button" className="btn btn-sm btn-neutral" onClick={goBack}>
              Take it back
            </button>
            <Button
              onClick={() => {
                setAsking(false);
              }}
            >
              Leave it
            </Button>
          </div>
        </Ask>
      ) : null}
      <Problem id="take-back">{takeBack.error?.message ?? dropPhoto.error?.message ?? null}</Problem>
    </section>
  );
}

/** Plan against actual, number by number. */
export function Against({ visit }: { visit: Pick<VisitOut, "against"> }) {
  const { reading } = useSettings();
  if (visit.against.length === 0) return <p className="soft mb-2">There is no plan of that day.</p>;
  return (
    <table className="mb-2 w-full">
      <thead>
        <tr className="soft text-left text-xs">
          <th className="font-normal">combs</th>
          <th className="text-right font-normal">seen</th>
          <th className="text-right font-normal">planned</th>
          <th className="text-right font-normal">by</th>
        </tr>
      </thead>
      <tbody>
        {visit.against
          .filter((each) => each.what in CALLED)
          .map((each) => (
            <tr key={each.what} className="border-b border-[var(--line)]">
              <td>{CALLED[each.what]}</td>
              <td className="text-right">
                {typeof each.seen === "number" ? localizedNumber(each.seen, reading) : "–"}
              </td>
              <td className="text-right">
                {typeof each.planned === "number" ? decimals(each.planned, 1, reading) : "–"}
              </td>
              <td className="text-right font-semibold">
                {typeof each.by === "number" ? signed(each.by, reading) : ""}
              </td>
            </tr>
          ))}
      </tbody>
    </table>
  );
}
