import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from "@headlessui/react";
import type { ReactNode } from "react";

interface AskProps {
  title: string;
  children: ReactNode;
  onClose: () => void;
}

/** A dialog over the page; Escape closes it, and the page behind waits. */
export function Ask({ title, children, onClose }: AskProps) {
  return (
    <Dialog open onClose={onClose} className="modal modal-open">
      <DialogBackdrop className="fixed inset-0 bg-black/45" />
      <DialogPanel className="modal-box max-w-md border border-base-content">
        <DialogTitle className="mb-3 text-xl">{title}</DialogTitle>
        {children}
      </DialogPanel>
    </Dialog>
  );
}
