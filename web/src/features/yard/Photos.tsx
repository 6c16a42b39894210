import { useState } from "react";
import { ordinal } from "../../lib/format";
import { shrunk } from "./photo";

/** Photos of a visit that is being written: shrunk at once, sent after it. */

export interface TakenPhoto {
  id: string;
  picture: Blob;
  url: string;
}

export interface PhotosTaken {
  taken: TakenPhoto[];
  problem: string | null;
  take: (files: Iterable<File>) => Promise<void>;
  drop: (id: string) => void;
}

export function usePhotos(): PhotosTaken {
  const [taken, setTaken] = useState<TakenPhoto[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  return {
    taken,
    problem,
    take: async (files) => {
      setProblem(null);
      for (const file of files) {
        const picture = await shrunk(file);
        if (!picture) setProblem(`“${file.name}” is no photo that this device can read.`);
        else {
          const one = { id: crypto.randomUUID(), picture, url: URL.createObjectURL(picture) };
          setTaken((before) => [...before, one]);
        }
      }
    },
    drop: (id) => {
      setTaken((before) => before.filter((each) => each.id !== id));
    },
  };
}

export function Photos({ photos }: { photos: PhotosTaken }) {
  return (
    <fieldset className="mb-3">
      <legend>Photos</legend>
      <ul className="mb-2 grid grid-cols-3 gap-2">
        {photos.taken.map((photo, at) => (
          <li key={photo.id}>
            <img src={photo.url} alt={`Photo ${ordinal(at)}`} className="h-20 w-full rounded object-cover" />
            <button
              type="button"
              className="min-h-11 w-full text-xs underline"
              onClick={() => {
                photos.drop(photo.id);
              }}
            >
              Not this one
            </button>
          </li>
        ))}
      </ul>
      <label
        className="grid min-h-14 place-items-center rounded border border-base-content bg-base-100 font-semibold
          focus-within:outline-3"
      >
        Take a photo
        <input
          type="file"
          accept="image/*"
          multiple
          className="sr-only"
          onChange={(event) => {
            void photos.take([...(event.target.files ?? [])]);
            event.target.value = "";
          }}
        />
      </label>
      <p role="alert" className="text-xs text-error">
        {photos.problem}
      </p>
    </fieldset>
  );
}
