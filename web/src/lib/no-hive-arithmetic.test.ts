import { Linter } from "eslint";
import { describe, expect, it } from "vitest";
import rule from "../../lint/no-hive-arithmetic.js";

/** The lint rule that keeps the hive's arithmetic in the core. */
function complaints(code: string): number {
  const linter = new Linter();
  const plugin = { rules: { "no-arithmetic": rule } };
  return linter.verify(code, [{ plugins: { hive: plugin }, rules: { "hive/no-arithmetic": "error" } }]).length;
}

describe("arithmetic outside the formatter and the transform", () => {
  it.each([
    "const slope = report.top_mm - report.floor_mm;",
    "const litres = area * length;",
    "const half = width / 2;",
    "let sum = 0; sum += bar.width_mm;",
    "let n = 0; n++;",
    "const far = near + gap;",
    "const s = Math.hypot(a, b);",
    "const rest = length % width;",
    "const area = side ** 2;",
  ])("is refused: %s", (code) => {
    expect(complaints(code)).toBeGreaterThan(0);
  });

  it.each([
    "const words = 'bar ' + name;",
    "const last = list.at(-1);",
    "const ok = a < b && c >= d;",
    "const text = `${a}${b}`;",
  ])("is not meant: %s", (code) => {
    expect(complaints(code)).toBe(0);
  });
});
