import table from "./words.generated.json";

export interface Word {
  id: string;
  name: string;
  also: string[];
  says: string;
}

export const WORDS: readonly Word[] = table.words;
export const CHANGES = table.changes;

const BY_FORM = new Map(table.forms.map(([form = "", id = ""]) => [form, WORDS.find((word) => word.id === id)]));
const FORMS = [...BY_FORM.keys()].map((form) => form.replace(/[.*+?^${}()|[\]\\]/g, "\\$&")).join("|");

export interface Met {
  word: Word;
  from: number;
  to: number;
}

/** Words of the trade in a text, with where each begins and ends. */
export function wordsIn(text: string): Met[] {
  const pattern = new RegExp(`(?<![\\p{L}\\d])(?:${FORMS})(?![\\p{L}\\d])`, "giu");
  const met: Met[] = [];
  for (let found = pattern.exec(text); found; found = pattern.exec(text)) {
    const word = BY_FORM.get(found[0].toLowerCase());
    if (word) met.push({ word, from: found.index, to: pattern.lastIndex });
  }
  return met;
}

// Where people type, draw or press nothing is marked; what is hidden isn’t read.
const UNMARKED =
  "a, button, input, textarea, select, option, svg, summary, h1, [role=tooltip], [role=dialog], [data-told], .sr-only";

/** Each word of the trade where it is first met on the page. */
export function firstMet(root: Element): Map<Word, Range> {
  const found = new Map<Word, Range>();
  const texts = document.createTreeWalker(root, NodeFilter.SHOW_TEXT);
  for (let node = texts.nextNode(); node; node = texts.nextNode()) {
    const text = node as globalThis.Text;
    if (text.data.trim() === "" || text.parentElement?.closest(UNMARKED)) continue;
    for (const met of wordsIn(text.data)) if (!found.has(met.word)) found.set(met.word, rangeOf(text, met));
  }
  return found;
}

/** The word of the trade that is shown at a point of the window. */
export function wordAt(x: number, y: number): { word: Word; box: DOMRect } | null {
  // Browsers that can’t say it have the list of words, and the handbook.
  if (!("caretPositionFromPoint" in document)) return null;
  const caret = document.caretPositionFromPoint(x, y);
  if (!caret) return null;
  const { offsetNode: text, offset } = caret;
  if (!(text instanceof globalThis.Text) || text.parentElement?.closest("[role=tooltip]")) return null;
  const met = wordsIn(text.data).find(({ from, to }) => from <= offset && offset <= to);
  if (!met) return null;
  const box = rangeOf(text, met).getBoundingClientRect();
  const inside = box.left <= x && x <= box.right && box.top <= y && y <= box.bottom;
  return inside ? { word: met.word, box } : null;
}

function rangeOf(text: globalThis.Text, { from, to }: Met): Range {
  const range = document.createRange();
  range.setStart(text, from);
  range.setEnd(text, to);
  return range;
}
