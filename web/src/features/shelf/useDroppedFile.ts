import { useState, type DragEvent } from "react";

/** A file that is dragged over a page and let go there. */
export function useDroppedFile(onFile: (file: File) => void) {
  const [over, setOver] = useState(false);
  const holdsFile = (event: DragEvent) => event.dataTransfer.types.includes("Files");
  return {
    over,
    drop: {
      onDragEnter: (event: DragEvent) => {
        if (!holdsFile(event)) return;
        event.preventDefault();
        setOver(true);
      },
      onDragOver: (event: DragEvent) => {
        if (holdsFile(event)) event.preventDefault();
      },
      onDragLeave: (event: DragEvent) => {
        // Leaves come for everything inside, too.
        const to = event.relatedTarget;
        if (!(to instanceof Node && event.currentTarget.contains(to))) setOver(false);
      },
      onDrop: (event: DragEvent) => {
        if (!holdsFile(event)) return;
        event.preventDefault();
        setOver(false);
        const [file] = event.dataTransfer.files;
        if (file) onFile(file);
      },
    },
  };
}
