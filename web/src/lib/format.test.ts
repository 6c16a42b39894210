import { describe, expect, it } from "vitest";
import measures from "../../../tests/fixtures/measures.json";
import type { Quantity, Units } from "../api/types";
import { ago, inches, sentence, told, toldIn, typeable, wrote } from "./format";
import type { ReadAs } from "./locale";

const IN: Record<Units, ReadAs> = {
  mm: { units: "mm", mark: ".", order: "day" },
  in: { units: "in", mark: ".", order: "day" },
  in32: { units: "in32", mark: ".", order: "day" },
};

describe("inches are written in sixteenths", () => {
  it.each([
    [363.5375, "14 5/16"],
    [25.4, "1"],
    [12.7, "1/2"],
    [0, "0"],
    [0.3, "0"],
    [-38.1, "−1 1/2"],
    [482.6, "19"],
    [25.4 * 1.999, "2"],
  ])("%f mm is %s", (mm, words) => {
    expect(inches(mm)).toBe(words);
  });
});

describe("quantities", () => {
  it("follow the keeper's units", () => {
    expect(wrote({ value: 364, unit: "mm" }, IN["mm"])).toBe("364 mm");
    expect(wrote({ value: 364, unit: "mm" }, IN["in"])).toBe("14 5/16 in");
    expect(wrote({ value: 21.84, unit: "deg" }, IN["in"])).toBe("21.8°");
    expect(wrote({ value: 19, unit: "count" }, IN["mm"])).toBe("19");
    expect(wrote({ value: 2.5, unit: "kg" }, IN["in"])).toBe("5.5 lb");
    expect(wrote({ value: 28.3168, unit: "L" }, IN["in"])).toBe("1 ft³");
  });

  it("come in thirty-seconds on request", () => {
    expect(wrote({ value: 25.4 / 32, unit: "mm" }, IN["in32"])).toBe("1/32 in");
    expect(wrote({ value: 363.5375, unit: "mm" }, IN["in32"])).toBe("14 5/16 in");
    expect(wrote({ value: 28.3168, unit: "L" }, IN["in32"])).toBe("1 ft³");
  });

  it("lose no whole zeros and gain no negative nothing", () => {
    expect(wrote({ value: 100, unit: "mm" }, IN["mm"])).toBe("100 mm");
    expect(wrote({ value: 1200, unit: "cm2" }, IN["mm"])).toBe("1200 cm²");
    expect(wrote({ value: -0.04, unit: "mm" }, IN["mm"])).toBe("0 mm");
    expect(wrote({ value: -4.5, unit: "mm" }, IN["mm"])).toBe("−4.5 mm");
  });

  it("open for typing with a sign the core reads", () => {
    expect(typeable({ value: -4.5, unit: "mm" }, IN["mm"])).toBe("-4.5");
  });
});

describe("sentences", () => {
  it("take their quantities in and leave other braces alone", () => {
    const text = { template: "{gap} in {name}, {gap}", values: { gap: { value: 25.4, unit: "mm" as const } } };
    expect(sentence(text, IN["mm"])).toBe("25.4 mm in {name}, 25.4 mm");
    expect(sentence(text, IN["in"])).toBe("1 in in {name}, 1 in");
  });
});

describe("the keeper's measure is the same here as in print", () => {
  const measured: Units[] = ["mm", "in", "in32"];
  it.each(measures.sentences)("$mm", (one) => {
    for (const units of measured) expect(told(one.mm, IN[units])).toBe(one[units === "mm" ? "mm" : units]);
  });
  it.each(measures.quantities)("$value $unit", (one) => {
    const quantity = { value: one.value, unit: one.unit } as Quantity;
    for (const units of measured) expect(wrote(quantity, IN[units]).replace("−", "-")).toBe(one[units]);
  });
  it("leaves alone what goes back to the core", () => {
    const answer = {
      why: "9 mm",
      edit: { do: "set", text: "570 mm" },
      rows: [{ path: "/a 9 mm", text: { template: "9 mm", values: {} } }],
    };
    expect(toldIn(answer, IN["in"])).toEqual({
      why: "3/8 in",
      edit: { do: "set", text: "570 mm" },
      rows: [{ path: "/a 9 mm", text: { template: "3/8 in", values: {} } }],
    });
    expect(toldIn(answer, IN["mm"])).toBe(answer);
  });
  it("leaves a name as it was given, and a formula its points", () => {
    const answer = { name: "No. 2.5", formula: "a = 0.5·b, over 6 mm", why: "2.5 kg on 5 Apr" };
    expect(toldIn(answer, { units: "in", mark: ",", order: "month" })).toEqual({
      name: "No. 2.5",
      formula: "a = 0.5·b, over 1/4 in",
      why: "5,5 lb on Apr 5",
    });
  });
});

describe("how long ago", () => {
  const now = Date.parse("2026-05-02T12:00:00Z");
  it.each([
    ["2026-05-02T11:59:40Z", "just now"],
    ["2026-05-02T11:40:00Z", "20 min ago"],
    ["2026-05-02T06:00:00Z", "6 h ago"],
    ["2026-05-01T06:00:00Z", "yesterday"],
    ["2026-04-20T06:00:00Z", "12 days ago"],
    ["2025-11-20T06:00:00Z", "20 Nov 2025"],
  ])("%s", (iso, words) => {
    expect(ago(iso, now, IN["mm"])).toBe(words);
  });
});
