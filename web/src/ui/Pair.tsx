interface PairProps<T extends string> {
  label: string;
  value: T;
  options: readonly (readonly [value: T, words: string])[];
  onChange: (value: T) => void;
}

/** A few buttons of which one is down. */
export function Pair<T extends string>({ label, value, options, onChange }: PairProps<T>) {
  return (
    <div role="group" aria-label={label} className="flex overflow-hidden rounded border border-base-content">
      {options.map(([each, words]) => (
        <button
          key={each}
          type="button"
          aria-pressed={each === value}
          className={`min-h-7 px-2.5 text-sm ${each === value ? "bg-neutral text-neutral-content" : ""}`}
          onClick={() => {
            onChange(each);
          }}
        >
          {words}
        </button>
      ))}
    </div>
  );
}
