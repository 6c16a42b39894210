import { useState, type ChangeEvent, type KeyboardEvent } from "react";

interface Typing {
  /** What the field shows when it isn't being typed in. */
  shown: string;
  onPreview: (text: string) => void;
  onCommit: (text: string) => Promise<boolean>;
  onCancel: () => void;
}

/**
 * A field that shows what follows from each keystroke, keeps on Enter or on leaving, and
 * gives up on Escape. A refused entry stays in the field to be mended.
 */
export function useTyped({ shown, onPreview, onCommit, onCancel }: Typing) {
  const [typed, setTyped] = useState<string | null>(null);

  const change = (event: ChangeEvent<HTMLInputElement | HTMLTextAreaElement>) => {
    setTyped(event.target.value);
    onPreview(event.target.value);
  };
  const commit = async () => {
    if (typed === null) return true;
    if (typed === shown) {
      cancel();
      return true;
    }
    const taken = await onCommit(typed);
    if (taken) setTyped(null);
    return taken;
  };
  const cancel = () => {
    setTyped(null);
    onCancel();
  };
  const key = (event: KeyboardEvent<HTMLElement>) => {
    if (event.key === "Enter" && !event.shiftKey) {
      event.preventDefault();
      void commit();
    } else if (event.key === "Escape") {
      event.stopPropagation();
      cancel();
    }
  };
  return { value: typed ?? shown, typing: typed !== null, change, commit, cancel, key };
}
