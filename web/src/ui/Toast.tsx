import { useEffect } from "react";

interface ToastProps {
  words: string;
  action?: { label: string; run: () => void } | undefined;
  onClose: () => void;
}

/** A short word at the foot of the page, with a way back. */
export function Toast({ words, action, onClose }: ToastProps) {
  useEffect(() => {
    const timer = setTimeout(onClose, 10_000);
    return () => {
      clearTimeout(timer);
    };
  }, [onClose, words]);
  return (
    <div className="toast toast-center z-50" role="status">
      <div className="flex items-center gap-4 rounded bg-neutral px-4 py-3 text-neutral-content">
        <span>{words}</span>
        {action ? (
          <button type="button" className="font-semibold underline underline-offset-4" onClick={action.run}>
            {action.label}
          </button>
        ) : null}
        <button type="button" className="opacity-80" onClick={onClose}>
          Close
        </button>
      </div>
    </div>
  );
}
