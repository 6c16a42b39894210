import type { VisitOut } from "../../api/types";

/** How the book says things in a few words. */

const QUEEN = { seen: "queen seen", eggs: "eggs", "not-seen": "no queen seen", "put-in": "queen put in" } as const;

export function yearOf(visit: { at: string }): string {
  return visit.at.slice(0, "2026".length);
}

export function timeOf(at: string): string {
  return at.slice("2026-05-26T".length);
}

/** A visit in a few words. */
export function inShort(visit: VisitOut): string {
  const { entry } = visit;
  const said = [`${String(visit.combs)} combs`];
  if (entry.queen) said.push(QUEEN[entry.queen]);
  if (visit.honey_kg > 0) said.push(`${String(visit.honey_kg)} kg taken`);
  for (const each of entry.fed ?? []) said.push(`${String(each.kg)} kg ${each.kind} fed`);
  for (const each of entry.treated ?? []) said.push(each.what);
  for (const each of entry.mites ?? []) said.push(`${String(each.count)} mites`);
  if (visit.photos.length > 0)
    said.push(visit.photos.length === 1 ? "1 photo" : `${String(visit.photos.length)} photos`);
  if (entry.notes) said.push(entry.notes);
  return said.join(" · ");
}

/** What wasn't said in short: temper, bearding, weather, bloom, why one came, how long it took. */
export function besides({ entry }: VisitOut): string {
  const said = [
    entry.why,
    entry.temper ? `bees ${entry.temper}` : "",
    entry.bearding ? "bearding" : "",
    entry.weather,
    entry.bloom ? `in bloom: ${entry.bloom}` : "",
    typeof entry.supers === "number" ? `${String(entry.supers)} supers on` : "",
    typeof entry.beetles === "number" ? `${String(entry.beetles)} beetles` : "",
    ...(entry.entrances ?? []).map(
      (each) => `entrance ${String(each.number)} ${each.setting}${each.guard ? ", guard on" : ""}`,
    ),
    ...(entry.readings ?? []).map((each) => READ[each.kind].replace("#", String(each.value))),
    entry.minutes ? `${String(entry.minutes)} minutes` : "",
  ];
  return said.filter(Boolean).join(" · ");
}

const READ = { weight: "# kg", inside: "# °C inside", outside: "# °C outside", humidity: "# % humid" } as const;

/** The colours of the international code, as they are painted. */
export const QUEEN_PAINT: Record<string, string> = {
  white: "#ffffff",
  yellow: "#f2c200",
  red: "#c62828",
  green: "#2e7d32",
  blue: "#1565c0",
};
