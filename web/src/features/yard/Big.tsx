/** What a gloved thumb presses, and what it picks from. */

export function Swatch({ contents }: { contents: string }) {
  return (
    <svg className="h-8 w-full" aria-hidden="true">
      <rect x="1" y="1" width="98%" height="90%" rx="3" className={`layer layer-comb-${contents}`} />
    </svg>
  );
}

interface BigProps {
  children: string;
  pressed?: boolean;
  disabled?: boolean;
  onClick: () => void;
}

/** A button for a gloved thumb. */
export function Big({ children, pressed = false, disabled = false, onClick }: BigProps) {
  return (
    <button
      type="button"
      disabled={disabled}
      aria-pressed={pressed}
      className={`min-h-14 rounded border border-base-content font-semibold disabled:opacity-40
        ${pressed ? "bg-primary text-primary-content" : "bg-base-100"}`}
      onClick={onClick}
    >
      {children}
    </button>
  );
}
