import type { Chapter, FieldGroup, Line, Table, Text } from "../../api/types";
import type { Bench } from "./useBench";

/** One table of a chapter. */
export function tableOf(chapter: Chapter | undefined, key: string): Table | undefined {
  return chapter?.tables.find((table) => table.key === key);
}

/** Whether a group of fields is of what pierces the walls: those stand under Openings. */
export function isEntrance({ id }: FieldGroup): boolean {
  return /^(entrance|opening)-|^new-(entrance|opening)$/.test(id);
}

/** One thing in the run: its place in it, what is said of it, and its number where it is a comb. */
export interface Item {
  index: number;
  words: Text;
  number: number | null;
}

const NOTHING: Text = { template: "", values: {} };

/** The run in order. */
export function itemsOf(bench: Bench): Item[] {
  return tableOf(bench.run, "items")?.lines.map(itemOf) ?? [];
}

/** What stands at one place of the run. */
export function itemAt(bench: Bench, index: number | null): Item | undefined {
  return itemsOf(bench).find((item) => item.index === index);
}

function itemOf({ key, cells: [words, number] }: Line): Item {
  return {
    index: Number(key),
    words: words && "template" in words ? words : NOTHING,
    number: number && "value" in number ? number.value : null,
  };
}
