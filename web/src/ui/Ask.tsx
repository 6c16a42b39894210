import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from "@headlessui/react";
import type { ReactNode } from "react";

interface AskProps {
  title: string;
  /** For what is longer than a question. */
  wide?: boolean;
  children: ReactNode;
  onClose: () => void;
}

/** A dialog over the page; Escape closes it, and the page behind waits. */
export function Ask({ title, wide = false, children, onClose }: AskProps) {
  return (
    <Dialog open onClose={onClose} className="modal modal-open">
      <DialogBackdrop className="fixed inset-0 bg-black/45" />
      <DialogPanel className={`modal-box border border-base-content ${wide ? "max-w-3xl" : "max-w-md"}`}>
        <DialogTitle className="mb-3 text-xl">{title}</DialogTitle>
        {children}
      </DialogPanel>
    </Dialog>
  );
}
