import type { Quantity, System, Text, Units } from "../api/types";
import { localizedDay, localized, type Mark, type ReadAs } from "./locale";
import table from "./units.generated.json";

/**
 * How numbers are written. The one place of the front end, with the sheet transform, that may
 * work on them; it changes units for reading and nothing else.
 */

const MM_PER_INCH = 25.4;
const FINEST: Record<Exclude<Units, "mm">, number> = { in: 16, in32: 32 };

interface Written {
  number: string;
  unit: string;
}

interface UnitRow {
  digits: number;
  unit: string;
  imperial: { factor: number; digits: number; unit: string } | null;
}

/** How each unit is written, as the core exports it. */
const UNITS: Record<Quantity["unit"], UnitRow> = table.units;

/** Units as they stand in sentences: what quantity each is, and how many of it make one. */
const WRITTEN_OUT = new Map(
  Object.entries(table.written_out as Record<string, { unit: Quantity["unit"]; each: number }>),
);
const NUMBER = "−?-?\\d+(?:\\.\\d+)?";
const SERIES = `(?:${NUMBER}(?:,\\s|\\s(?:to|and|or|by)\\s|\\s×\\s|–))*${NUMBER}`;
const AMOUNT = new RegExp(`(?<![\\w.²/])(${SERIES})\\s?(litres|cm²|mm|cm|m²|kg|°C|L|N|m)(?![\\w²³/])`, "g");

/** The place of the last of a list. */
export function last(list: readonly unknown[]): number {
  return Math.max(list.length - 1, 0);
}

/** What a bare number means to this keeper. */
export function system({ units }: ReadAs): System {
  return units === "mm" ? "mm" : "in";
}

/** How what he types is to be read. */
export function typing(reading: ReadAs): { units: System; mark: Mark } {
  return { units: system(reading), mark: reading.mark };
}

/** How he reads, as an address asks for a paper. */
export function asked({ units, mark, order }: ReadAs): string {
  return new URLSearchParams({ measure: units, mark, order }).toString();
}

/** A length in inches with fractions: 14 5/16. */
export function inches(mm: number, finest = FINEST.in): string {
  const sign = mm < 0 ? "−" : "";
  const parts = Math.round((Math.abs(mm) / MM_PER_INCH) * finest);
  const whole = Math.floor(parts / finest);
  let top = parts % finest;
  if (top === 0) return `${whole === 0 ? "" : sign}${String(whole)}`;
  let bottom = finest;
  while (top % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  return `${sign}${whole > 0 ? `${String(whole)} ` : ""}${String(top)}/${String(bottom)}`;
}

function fixed(value: number, digits: number): string {
  const text = value.toFixed(digits);
  const trimmed = text.includes(".") ? text.replace(/\.?0+$/, "") : text;
  return trimmed === "-0" ? "0" : trimmed.replace("-", "−");
}

/** A quantity as number and unit, apart. */
export function written(quantity: Quantity, reading: ReadAs): Written {
  const { number, unit } = measured(quantity, reading.units);
  return { number: localized(number, reading), unit };
}

function measured(quantity: Quantity, units: Units): Written {
  if (units !== "mm") {
    if (quantity.unit === "mm") return { number: inches(quantity.value, FINEST[units]), unit: "in" };
    if (quantity.unit === "C") return { number: fixed((quantity.value * 9) / 5 + 32, 0), unit: "°F" };
    const other = UNITS[quantity.unit].imperial;
    if (other) return { number: fixed(quantity.value * other.factor, other.digits), unit: other.unit };
  }
  const { digits, unit } = UNITS[quantity.unit];
  return { number: fixed(quantity.value, digits), unit };
}

/** A quantity in one text: 364 mm, 21.8°. */
export function wrote(quantity: Quantity, reading: ReadAs): string {
  const { number, unit } = written(quantity, reading);
  if (unit === "") return number;
  return unit === "°" ? `${number}°` : `${number} ${unit}`;
}

/** A sentence with its quantities written in, and whatever amounts it writes out in the same units. */
export function sentence(text: Text, reading: ReadAs): string {
  return told(text.template, reading).replace(/\{(\w+)\}/g, (whole, name: string) => {
    const quantity = text.values[name];
    return quantity ? wrote(quantity, reading) : whole;
  });
}

/** A plain sentence with each metric amount in it in the units of reading: “9 to 19 mm” becomes “3/8 to 3/4 in”. */
export function told(plain: string, reading: ReadAs): string {
  return localized(inMeasure(plain, reading.units), reading);
}

function inMeasure(plain: string, units: Units): string {
  if (units === "mm") return plain;
  return plain.replace(AMOUNT, (_, numbers: string, unit: string) => {
    let suffix = "";
    const converted = numbers.replace(new RegExp(NUMBER, "g"), (number) => {
      const value = Number(number.replace("−", "-"));
      const kind = WRITTEN_OUT.get(unit);
      const one = kind
        ? measured({ value: value * kind.each, unit: kind.unit }, units)
        : { number: fixed(value * table.feet_per_metre, 1), unit: "ft" };
      suffix = one.unit;
      return one.number;
    });
    return `${converted} ${suffix}`;
  });
}

/** Parts of an answer that aren’t read but sent back, or known by. */
const UNREAD = new Set([
  "document",
  "edit",
  "patch",
  "inverse",
  "held",
  "id",
  "code",
  "codes",
  "path",
  "value",
  "key",
  "layer",
  "unit",
  "kind",
  "system",
  // What a keeper called it stays as he called it.
  "name",
]);

/** A whole answer with the amounts in its sentences in the units of reading. */
export function toldIn<T>(answer: T, reading: ReadAs): T {
  const plain = reading.units === "mm" && reading.mark === "." && reading.order === "day";
  return plain ? answer : (walked(answer, reading) as T);
}

const DIGIT = /\d/;

function walked(node: unknown, reading: ReadAs): unknown {
  // Without a digit there is no amount, decimal or day in it.
  if (typeof node === "string") return DIGIT.test(node) ? told(node, reading) : node;
  if (Array.isArray(node)) return node.map((each) => walked(each, reading));
  if (node === null || typeof node !== "object") return node;
  return Object.fromEntries(
    Object.entries(node).map(([key, each]) => {
      // A formula keeps its points: with commas it could be read as another.
      if (key === "formula" && typeof each === "string") return [key, inMeasure(each, reading.units)];
      return [key, UNREAD.has(key) ? each : walked(each, reading)];
    }),
  );
}

/** What stands in a field when it is opened for typing. */
export function typeable(quantity: Quantity, reading: ReadAs): string {
  return written(quantity, reading).number.replace("−", "-");
}

/** A place in a list, counted from one. */
export function ordinal(index: number): string {
  return String(index + 1);
}

/** How long ago, in words. */
export function ago(iso: string, now: number, reading: ReadAs): string {
  const minutes = Math.floor((now - Date.parse(iso)) / 60_000);
  if (minutes < 1) return "just now";
  if (minutes < 60) return `${String(minutes)} min ago`;
  const hours = Math.floor(minutes / 60);
  if (hours < 24) return `${String(hours)} h ago`;
  const days = Math.floor(hours / 24);
  if (days < 60) return days === 1 ? "yesterday" : `${String(days)} days ago`;
  return localizedDay(iso.slice(0, 10), reading);
}

/** The next index in a direction, kept within a list. */
export function step(index: number, by: number, length: number): number {
  return Math.min(Math.max(index + by, 0), length - 1);
}

/** Today, where this device is: 2026-05-26. */
export function today(): string {
  return nowHere().slice(0, "2026-05-26".length);
}

/** The day so many days before today, as the calendar here shows it. */
export function daysBefore(days: number): string {
  const then = new Date();
  then.setDate(then.getDate() - days);
  return new Date(then.getTime() - then.getTimezoneOffset() * 60_000).toISOString().slice(0, 10);
}

/** Day and time as this device's clock shows them, to the minute: 2026-05-26T14:10. */
export function nowHere(): string {
  const now = new Date();
  return new Date(now.getTime() - now.getTimezoneOffset() * 60_000).toISOString().slice(0, "2026-05-26T14:10".length);
}

/** How many minutes this device's clock is ahead of universal time. */
export function zoneMinutes(): number {
  return -new Date().getTimezoneOffset();
}

/** A day as people say it: Thu 26 May; with its year where that is another one. */
export function dayWords(day: string, reading: ReadAs): string {
  const iso = day.slice(0, 10);
  const weekday = new Date(`${iso}T12:00`).toLocaleDateString("en-GB", { weekday: "short" });
  const thisYear = iso.slice(0, 4) === today().slice(0, 4);
  return `${weekday} ${localizedDay(thisYear ? iso.slice(5) : iso, reading)}`;
}

/** A plain number with so many decimals: 1.5, or 1,5. */
export function decimals(value: number, digits: number, reading: ReadAs): string {
  return localized(value.toFixed(digits), reading);
}

/** By how much, with its sign: +2, −1.5; nothing where it is none. */
export function signed(by: number, reading: ReadAs, digits = 1): string {
  const text = Math.abs(by).toFixed(digits).replace(/\.0+$/, "");
  return text === "0" ? "" : localized(`${by < 0 ? "−" : "+"}${text}`, reading);
}

/** A number typed with a point or a comma; null where it is none, or could be a thousand and more in this place. */
export function typedNumber(text: string, { mark }: ReadAs): number | null {
  const typed = text.trim();
  const thousands = mark === "," ? /^[1-9]\d{0,2}\.\d{3}$/ : /^[1-9]\d{0,2},\d{3}$/;
  const found = Number(typed.replace(",", "."));
  return typed !== "" && Number.isFinite(found) && !thousands.test(typed) ? found : null;
}
