import type { Finding } from "../../api/types";
import { flagPlaces, spot, type Size, type Transform } from "../../drawing/transform";
import { ordinal, sentence } from "../../lib/format";
import { useSettings } from "../../lib/settings";

interface FlagsProps {
  findings: Finding[];
  drawing: string;
  /** The chamber on the bench; drawings of the whole hive show every chamber's. */
  box: number;
  t: Transform;
  size: Size;
  pointed: string | null;
  onPoint: (finding: string) => void;
}

const WHOLE = new Set(["whole", "above", "beside"]);

/** Numbered flags where findings lie; the ledger lists them under the same numbers. */
export function Flags({ findings, drawing, box, t, size, pointed, onPoint }: FlagsProps) {
  const { reading } = useSettings();
  const flown = findings.flatMap((finding, index) => {
    const { place } = finding;
    const here = place?.drawing === drawing && (finding.box === box || WHOLE.has(drawing));
    return here ? [{ finding, place, number: ordinal(index) }] : [];
  });
  const places = flagPlaces(
    flown.map(({ place }) => spot(t, [place.x_mm, place.y_mm])),
    size,
  );
  return (
    <>
      {flown.map(({ finding, number }, index) => {
        const at = places[index];
        if (!at) return null;
        const words = sentence(finding.text, reading);
        const side = at.left ? "-translate-x-full border-r-2" : "border-l-2";
        const shape = at.left
          ? "pl-3 pr-2 [clip-path:polygon(0_0,100%_0,100%_100%,0_100%,18%_50%)]"
          : "pl-2 pr-3 [clip-path:polygon(0_0,100%_0,82%_50%,100%_100%,0_100%)]";
        return (
          <button
            key={finding.id}
            type="button"
            aria-label={`Finding ${number}: ${words}`}
            title={words}
            className={`absolute -translate-y-full border-current ${side} ${tint(finding)}
              ${pointed === finding.id ? "z-10 scale-110" : ""}`}
            style={{ left: at.x, top: at.y }}
            onClick={() => {
              onPoint(finding.id);
            }}
          >
            <span className={`mb-2.5 block py-px text-xs font-semibold text-base-100 ${shape} ${ground(finding)}`}>
              {number}
            </span>
          </button>
        );
      })}
    </>
  );
}

export function tint(finding: Finding): string {
  if (finding.severity === "error") return "text-error";
  return finding.severity === "warning" ? "text-primary" : "text-secondary";
}

export function ground(finding: Finding): string {
  if (finding.severity === "error") return "bg-error";
  return finding.severity === "warning" ? "bg-primary" : "bg-secondary";
}
