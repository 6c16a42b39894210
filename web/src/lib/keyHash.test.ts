import { hashKey } from "@tanstack/react-query";
import { describe, expect, it } from "vitest";
import { keyHash } from "./keyHash";

describe("what an answer is kept under", () => {
  const design = { name: "Bowline", sizes: { b: 2, a: 1 } };

  it("is the same for the same design, however often it was read", () => {
    const read = { sizes: { a: 1, b: 2 }, name: "Bowline" };
    expect(keyHash(["study", "season", design, null])).toBe(keyHash(["study", "season", read, null]));
    expect(keyHash(["study", "season", design, null])).toBe(keyHash(["study", "season", design, null]));
  });

  it("tells apart whatever the library's own tells apart", () => {
    const keys = [
      ["found", design, []],
      ["found", design, ["/name"]],
      ["found", { ...design, name: "Granny" }, []],
      ["found", [], design],
      ["found [1]"],
      ["found", [1]],
      ["found", 1],
      ["found", "1"],
      ["found", null],
      ["found"],
    ];
    expect(new Set(keys.map(keyHash)).size).toBe(keys.length);
    expect(new Set(keys.map(hashKey)).size).toBe(keys.length);
  });
});
