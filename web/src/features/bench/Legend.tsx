/** What the hatches and marks on the drawings mean. */
export function Legend() {
  return (
    <ul aria-label="Hatches" className="flex flex-wrap gap-x-3 gap-y-0.5 text-xs">
      {ENTRIES.map(([layer, words]) => (
        <li key={layer} className="flex items-center gap-1">
          <svg width="16" height="12" aria-hidden="true">
            {layer.startsWith("entrance") ? (
              <circle cx="8" cy="6" r="4" className={`layer layer-${layer}`} />
            ) : (
              <rect x="0.5" y="0.5" width="15" height="11" className={`layer layer-${layer}`} />
            )}
          </svg>
          {words}
        </li>
      ))}
    </ul>
  );
}

const ENTRIES = [
  ["comb-brood", "brood"],
  ["comb-pollen", "pollen"],
  ["comb-nectar", "nectar"],
  ["comb-honey", "honey"],
  ["comb-empty", "empty"],
  ["gap", "gap"],
  ["entrance-open", "open"],
  ["entrance-plugged", "plugged"],
] as const;
