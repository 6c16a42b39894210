import type { ButtonHTMLAttributes } from "react";

/** A plain button. */
export function Button({ className = "", ...rest }: ButtonHTMLAttributes<HTMLButtonElement>) {
  return (
    <button
      type="button"
      className={`min-h-8 rounded border border-base-content px-2 aria-disabled:opacity-60 ${className}`}
      {...rest}
    />
  );
}
