import hatches from "./hatches.generated.json";

interface Hatch {
  size: number[];
  turn_deg: number;
  ground: string;
  tint: { colour: string; opacity: number } | null;
  paths: { d: string; colour: string; width: number; opacity: number }[];
  dots: { x: number; y: number; r: number; colour: string }[];
}

const HATCHES: readonly (readonly [string, Hatch])[] = Object.entries(hatches);

/** The hatches, once for the whole page: what the core's table of looks says of them. */
export function Hatches() {
  return (
    <svg width="0" height="0" className="absolute" aria-hidden="true">
      <defs>
        {HATCHES.map(([id, { size, turn_deg, ground, tint, paths, dots }]) => {
          const [width, height] = size;
          return (
            <pattern
              key={id}
              id={id}
              width={width}
              height={height}
              patternUnits="userSpaceOnUse"
              patternTransform={`rotate(${String(turn_deg)})`}
            >
              {ground ? <rect width={width} height={height} fill={`var(--${ground})`} /> : null}
              {tint ? (
                <rect width={width} height={height} fill={`var(--${tint.colour})`} opacity={tint.opacity} />
              ) : null}
              {paths.map(({ d, colour, width: thick, opacity }) => (
                <path key={d} d={d} fill="none" stroke={`var(--${colour})`} strokeWidth={thick} opacity={opacity} />
              ))}
              {dots.map(({ x, y, r, colour }) => (
                <circle key={`${String(x)} ${String(y)}`} cx={x} cy={y} r={r} fill={`var(--${colour})`} />
              ))}
            </pattern>
          );
        })}
      </defs>
    </svg>
  );
}
