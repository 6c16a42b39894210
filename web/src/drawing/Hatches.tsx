/** Heat: the closer the lines and the deeper the tint, the more goes through. */
const HEATS: readonly (readonly [string, number, number])[] = [
  ["heat-1", 22, 0.02],
  ["heat-2", 15, 0.08],
  ["heat-3", 10, 0.16],
  ["heat-4", 6.5, 0.26],
  ["heat-5", 4, 0.42],
];

/** The hatches, once for the whole page. Each comb content has a hatch of its own. */
export function Hatches() {
  return (
    <svg width="0" height="0" className="absolute" aria-hidden="true">
      <defs>
        <pattern id="grain-timber" width="22" height="9" patternUnits="userSpaceOnUse">
          <rect width="22" height="9" fill="var(--timber)" />
          <path d="M0 3h14M16 3h4M4 7.5h16" stroke="var(--grain)" strokeWidth="0.6" opacity="0.55" />
        </pattern>
        <pattern id="grain-end" width="9" height="9" patternUnits="userSpaceOnUse">
          <rect width="9" height="9" fill="var(--end-grain)" />
          <path d="M0 8q4.5-6 9 0M2 9q2.5-4 5 0" fill="none" stroke="var(--grain)" strokeWidth="0.7" />
        </pattern>
        <pattern id="hatch-comb" width="10" height="10" patternUnits="userSpaceOnUse">
          <rect width="10" height="10" fill="var(--comb)" />
          <circle cx="2.5" cy="2.5" r="0.7" fill="var(--comb-line)" />
          <circle cx="7.5" cy="7.5" r="0.7" fill="var(--comb-line)" />
        </pattern>
        <pattern id="hatch-brood" width="8" height="8" patternUnits="userSpaceOnUse">
          <rect width="8" height="8" fill="var(--brood)" />
          <circle cx="2" cy="2" r="1.5" fill="var(--color-base-content)" />
          <circle cx="6" cy="6" r="1.5" fill="var(--color-base-content)" />
        </pattern>
        <pattern id="hatch-pollen" width="8" height="8" patternUnits="userSpaceOnUse">
          <rect width="8" height="8" fill="var(--color-base-100)" />
          <path d="M4 1.5v5M1.5 4h5" stroke="var(--color-base-content)" strokeWidth="1.2" />
        </pattern>
        <pattern id="hatch-honey" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="6" height="6" fill="var(--comb)" />
          <path d="M1.5 0v6M4.5 0v6" stroke="var(--comb-line)" strokeWidth="1.1" />
        </pattern>
        <pattern id="hatch-nectar" width="11" height="11" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="11" height="11" fill="var(--color-base-100)" />
          <path d="M2 0v11" stroke="var(--comb-line)" strokeWidth="1.1" />
        </pattern>
        <pattern id="hatch-gap" width="14" height="14" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
          <rect width="14" height="14" fill="var(--color-base-300)" />
          <path d="M3 0v14" stroke="var(--line)" strokeWidth="1" />
        </pattern>
        <pattern id="hatch-new" width="9" height="9" patternUnits="userSpaceOnUse">
          <rect width="9" height="9" fill="var(--color-base-200)" />
          <path d="M0 4.5h9" stroke="var(--color-primary)" strokeWidth="0.8" opacity="0.7" />
        </pattern>
        {HEATS.map(([id, apart, tint]) => (
          <pattern
            key={id}
            id={id}
            width={apart}
            height={apart}
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(30)"
          >
            <rect width={apart} height={apart} fill="var(--color-base-100)" />
            <rect width={apart} height={apart} fill="var(--color-error)" opacity={tint} />
            <path d="M0 0h40" stroke="var(--color-error)" strokeWidth="1.4" />
          </pattern>
        ))}
        <pattern id="hatch-lost" width="10" height="10" patternUnits="userSpaceOnUse">
          <path d="M1 1l8 8M9 1l-8 8" stroke="var(--color-error)" strokeWidth="0.7" opacity="0.6" />
        </pattern>
        <pattern id="hatch-litter" width="12" height="8" patternUnits="userSpaceOnUse">
          <rect width="12" height="8" fill="var(--litter)" />
          <path d="M1 2l4 1M7 5l4-1M2 7l3-1" stroke="var(--color-secondary)" strokeWidth="0.9" />
        </pattern>
      </defs>
    </svg>
  );
}
