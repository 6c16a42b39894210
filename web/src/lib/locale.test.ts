import { describe, expect, it } from "vitest";
import places from "../../../tests/fixtures/locales.json";
import { typedNumber } from "./format";
import { localizedDay, localized, markHere, orderHere, type ReadAs } from "./locale";

const PLAIN: ReadAs = { units: "mm", mark: ".", order: "day" };
const COMMA: ReadAs = { ...PLAIN, mark: "," };
const MONTH: ReadAs = { ...PLAIN, order: "month" };
const YEAR: ReadAs = { ...PLAIN, order: "year" };

describe("numbers and days are written here as in print", () => {
  it.each(places.sentences)("$plain", (one) => {
    expect(localized(one.plain, PLAIN)).toBe(one.plain);
    expect(localized(one.plain, COMMA)).toBe(one.comma);
    expect(localized(one.plain, MONTH)).toBe(one.month);
    expect(localized(one.plain, YEAR)).toBe(one.year);
  });

  it.each(places.days)("$day", (one) => {
    expect(localizedDay(one.day, PLAIN)).toBe(one.day_first);
    expect(localizedDay(one.day, MONTH)).toBe(one.month);
    expect(localizedDay(one.day, YEAR)).toBe(one.year);
  });

  it("leaves alone what is no day", () => {
    expect(localizedDay("", MONTH)).toBe("");
    expect(localizedDay("13-99", MONTH)).toBe("13-99");
  });
});

describe("a device’s language says how", () => {
  it.each([
    ["en-GB", ".", "day"],
    ["en-US", ".", "month"],
    ["de-DE", ",", "day"],
    ["fr-FR", ",", "day"],
    ["hu-HU", ",", "year"],
    ["ja-JP", ".", "year"],
  ])("%s", (language, mark, order) => {
    expect(markHere(language)).toBe(mark);
    expect(orderHere(language)).toBe(order);
  });
});

describe("a number that is typed", () => {
  it("has a point or a comma, and is none where it could be two", () => {
    expect(typedNumber("1.5", COMMA)).toBe(1.5);
    expect(typedNumber("1,5", PLAIN)).toBe(1.5);
    expect(typedNumber("1,180", COMMA)).toBe(1.18);
    expect(typedNumber("1.180", COMMA)).toBeNull();
    expect(typedNumber("1,180", PLAIN)).toBeNull();
    expect(typedNumber("0.125", COMMA)).toBe(0.125);
    expect(typedNumber(" ", PLAIN)).toBeNull();
  });
});
