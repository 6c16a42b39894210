import type { Units } from "../api/types";
import table from "./units.generated.json";

/**
 * How numbers and days are written where the keeper lives. The core does the same in print (base/locale.py); both are
 * held to tests/fixtures/locales.json.
 */

export type Mark = "." | ",";
/** What stands first in a day. */
export type Order = "day" | "month" | "year";

/** How the keeper reads: in which units, and written as where he lives. */
export interface ReadAs {
  units: Units;
  mark: Mark;
  order: Order;
}

const MONTHS: readonly string[] = table.months;
const DECIMAL = /(?<![\w.,])(\d+)\.(\d+)(?!\d|\.\d|[A-Za-z_])/g;
const WORDS = [...MONTHS, ...MONTHS.map((month) => month.slice(0, 3))].join("|");
const DATED = new RegExp(`\\b(\\d{1,2}) (${WORDS})\\b(?: (\\d{4})\\b)?`, "g");

/** A sentence with its decimals and days as the place writes them: “5 Apr, 1.7 kg” becomes “Apr 5, 1,7 kg”. */
export function localized(words: string, { mark, order }: Pick<ReadAs, "mark" | "order">): string {
  const marked = mark === "," ? words.replace(DECIMAL, "$1,$2") : words;
  if (order === "day") return marked;
  return marked.replace(DATED, (_, day: string, month: string, year: string | undefined) => {
    if (year === undefined) return `${month} ${day}`;
    return order === "month" ? `${month} ${day}, ${year}` : `${year} ${month} ${day}`;
  });
}

/** A number as it is, with the place’s decimal mark. */
export function localizedNumber(value: number, locale: Pick<ReadAs, "mark" | "order">): string {
  return localized(String(value), locale);
}

/** A day for people, from 2026-04-01: 1 Apr 2026; or one of every year, from 04-01: 1 Apr. Anything else as it is. */
export function localizedDay(day: string, locale: Pick<ReadAs, "mark" | "order">): string {
  const found = /^(?:(\d{4})-)?(\d\d)-(\d\d)$/.exec(day);
  const month = ["", ...MONTHS][Number(found?.[2] ?? 0)];
  if (!found || !month) return day;
  return localized(`${String(Number(found[3]))} ${month.slice(0, 3)} ${found[1] ?? ""}`.trim(), locale);
}

/** How this device’s language writes decimals. */
export function markHere(language = navigator.language): Mark {
  const part = new Intl.NumberFormat(language).formatToParts(1.5).find((each) => each.type === "decimal");
  return part?.value === "," ? "," : ".";
}

/** What stands first in a day in this device’s language. */
export function orderHere(language = navigator.language): Order {
  const parts = new Intl.DateTimeFormat(language, { dateStyle: "short" }).formatToParts(new Date(2026, 3, 1));
  const first = parts.find((each) => each.type === "day" || each.type === "month" || each.type === "year");
  return first?.type === "month" || first?.type === "year" ? first.type : "day";
}
