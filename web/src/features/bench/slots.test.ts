import { describe, expect, it } from "vitest";
import { leftIn } from "./slots";

const work = (at: number, base = 3) =>
  JSON.stringify({ base, document: { name: "Bowline" }, label: "Typed", unanswered: ["a"], at });

describe("unsaved work that tabs left", () => {
  const slots: Record<string, string> = {
    "sabaka.unsaved.h1.aaa": work(20),
    "sabaka.unsaved.h1.bbb": work(10),
    "sabaka.unsaved.h1": JSON.stringify({ base: 1, document: { name: "Bowline" }, label: "Of before" }),
    "sabaka.unsaved.h10.ccc": work(30),
    "sabaka.unsaved.h1.ddd": "{ cut off",
    "sabaka.unsaved.h1.eee": "[1]",
  };
  const read = (slot: string) => slots[slot] ?? null;
  const found = (alive: string[]) => leftIn("h1", Object.keys(slots), new Set(alive), read).map((left) => left.slot);

  it("is found oldest first, a slot of before included, another design's not", () => {
    expect(found([])).toEqual(["sabaka.unsaved.h1", "sabaka.unsaved.h1.bbb", "sabaka.unsaved.h1.aaa"]);
  });

  it("is left to a tab that is open", () => {
    expect(found(["aaa"])).toEqual(["sabaka.unsaved.h1", "sabaka.unsaved.h1.bbb"]);
  });

  it("keeps its base, its document and the saves whose answers never came", () => {
    const [before, , newest] = leftIn("h1", Object.keys(slots), new Set(), read);
    expect(newest?.work).toMatchObject({ base: 3, document: { name: "Bowline" }, unanswered: ["a"] });
    expect(before?.work).toMatchObject({ base: 1, label: "Of before", unanswered: [], at: 0 });
  });
});
