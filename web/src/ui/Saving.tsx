import { useState } from "react";
import { saveAs } from "../lib/file";

/** How it stands with a file that is being written. */
export interface Writing {
  busy: boolean;
  share: number | null;
  problem: string;
}

/** A file that the server writes, at once or after a while, and that the keeper then has. */
export function useSaving(): [Writing, (name: string, make: (tell: (share: number) => void) => Promise<Blob>) => void] {
  const [writing, setWriting] = useState<Writing>({ busy: false, share: null, problem: "" });
  const save = (name: string, make: (tell: (share: number) => void) => Promise<Blob>) => {
    // Whoever is on the button with the keys stays there: it isn’t disabled, it does nothing.
    if (writing.busy) return;
    setWriting({ busy: true, share: null, problem: "" });
    void make((share) => {
      setWriting({ busy: true, share, problem: "" });
    })
      .then((body) => {
        saveAs(body, name);
        setWriting({ busy: false, share: null, problem: "" });
      })
      .catch((error: unknown) => {
        const problem = error instanceof Error ? error.message : "It could not be written.";
        setWriting({ busy: false, share: null, problem });
      });
  };
  return [writing, save];
}

/** How far a file is, or why there is none. */
export function Saving({ writing }: { writing: Writing }) {
  const { busy, share, problem } = writing;
  if (problem)
    return (
      <span role="alert" className="text-error">
        {problem}
      </span>
    );
  if (!busy) return null;
  return (
    <span role="status" className="flex items-center gap-2">
      {share === null ? (
        <span className="loading loading-spinner loading-sm" />
      ) : (
        <progress className="progress w-24 progress-primary" value={share} max={1} aria-label="How far it is" />
      )}
      writing …
    </span>
  );
}
