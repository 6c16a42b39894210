import { Link } from "react-router";
import { dayWords } from "../../lib/format";
import { useSettings } from "../../lib/settings";
import { dropWaitingPhoto, giveUp, isAnothers, useQueue } from "./queue";

/** Visits that the server refused: what is wrong, to be mended or given up. */
export function Refused({ hive }: { hive: string }) {
  const { reading } = useSettings();
  const { waiting, photos } = useQueue();
  const mine = waiting.filter((each) => each.hive === hive);
  const pictures = photos.filter((each) => each.hive === hive && each.refused !== null);
  if (mine.length === 0 && pictures.length === 0) return null;
  return (
    <ul className="mb-4 border border-primary p-3" data-testid="waiting">
      {mine.map((each) => (
        <li key={each.id} className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <span className="font-semibold">{dayWords(each.entry.at, reading)}</span>
          {each.refused ? (
            <span className="text-error">{each.refused}</span>
          ) : (
            <span className="soft">
              {isAnothers(each) ? `written by ${each.by}, who has to sign in to send it` : "waits to be sent"}
            </span>
          )}
          {each.refused ? (
            <>
              <Link className="underline" to={`/built/${hive}/visit?mend=${each.id}`}>
                Mend it
              </Link>
              <button
                type="button"
                className="underline"
                onClick={() => {
                  void giveUp(each.id);
                }}
              >
                Throw it away
              </button>
            </>
          ) : null}
        </li>
      ))}
      {pictures.map((photo) => (
        <li key={photo.id} className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <span className="text-error">A photo: {photo.refused}</span>
          <button type="button" className="underline" onClick={() => void dropWaitingPhoto(photo.id)}>
            Throw it away
          </button>
        </li>
      ))}
    </ul>
  );
}
