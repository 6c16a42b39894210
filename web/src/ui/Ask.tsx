import { useEffect, useRef, type ReactNode } from "react";

interface AskProps {
  title: string;
  children: ReactNode;
  onClose: () => void;
}

/** A dialog over the page; Escape closes it. */
export function Ask({ title, children, onClose }: AskProps) {
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    dialog.current?.showModal();
  }, []);
  return (
    <dialog ref={dialog} className="modal" onClose={onClose} aria-label={title}>
      <div className="modal-box max-w-md border border-base-content">
        <h2 className="mb-3 text-xl">{title}</h2>
        {children}
      </div>
      <form method="dialog" className="modal-backdrop">
        <button aria-label="Close">close</button>
      </form>
    </dialog>
  );
}
