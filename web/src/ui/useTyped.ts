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
  // The text being typed, and what stood there before; previews change what is shown meanwhile.
  const [entry, setEntry] = useState<{ typed: string; before: string } | null>(null);

  const change = (event: ChangeEvent<HTMLInputElement | HTMLTextAreaElement>) => {
    setEntry({ typed: event.target.value, before: entry?.before ?? shown });
    onPreview(event.target.value);
  };
  const commit = async () => {
    if (entry === null) return true;
    if (entry.typed === entry.before) {
      cancel();
      return true;
    }
    const taken = await onCommit(entry.typed);
    if (taken) setEntry(null);
    return taken;
  };
  const cancel = () => {
    setEntry(null);
    onCancel();
  };
  const key = (event: KeyboardEvent<HTMLElement>) => {
    if (event.key === "Enter" && !event.shiftKey) {
      event.preventDefault();
      void commit();
    } else if (event.key === "Escape") {
      event.stopPropagation();
      // Nothing typed any more: out of the field, so that keys do again what they are said to do.
      if (entry === null && event.target instanceof HTMLElement) event.target.blur();
      cancel();
    }
  };
  return { value: entry?.typed ?? shown, typing: entry !== null, change, commit, cancel, key };
}
