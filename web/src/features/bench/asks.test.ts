import { describe, expect, it } from "vitest";
import { asksFor, FIRST, passing, sameAsks } from "./asks";
import { STEPS, stepOf } from "./steps";

describe("what an edit is answered with", () => {
  it("brings the rod and all that is wrong on every step", () => {
    for (const { path } of STEPS) {
      const step = stepOf(path ?? undefined);
      if (!step) continue;
      const asked = asksFor({ ...FIRST, step });
      expect(asked["run"]?.wanted ?? ["rod"]).toContain("rod");
      for (const study of ["shape", "combs", "run"]) expect(asked[study]?.parts).toContain("findings");
    }
  });

  it("tries no mend: a drag doesn’t wait for that", () => {
    for (const { path } of STEPS) {
      const step = stepOf(path ?? undefined);
      if (step) expect(JSON.stringify(asksFor({ ...FIRST, step }))).not.toMatch(/mends|long/);
    }
  });

  it("is the same for tabs and steps that need the same", () => {
    const read = asksFor(FIRST);
    expect(sameAsks(read, asksFor({ ...FIRST, tab: "compare" }))).toBe(true);
    expect(sameAsks(asksFor({ ...FIRST, step: "lift" }), asksFor({ ...FIRST, step: "winter" }))).toBe(true);
    expect(sameAsks(read, asksFor({ ...FIRST, tab: "set" }))).toBe(false);
    expect(sameAsks(read, asksFor({ ...FIRST, view: "along" }))).toBe(false);
  });

  it("leaves out the forms and drawings of what isn’t shown", () => {
    const winter = asksFor({ ...FIRST, step: "winter" });
    expect(winter["shape"]).toEqual({ parts: ["findings"] });
    expect(asksFor(FIRST)["shape"]?.parts).not.toContain("forms");
    expect(asksFor({ ...FIRST, tab: "set" })["shape"]?.parts).toContain("forms");
    expect(asksFor({ ...FIRST, view: "slope" })["shape"]?.wanted).toContain("slope");
    expect(asksFor({ ...FIRST, step: "combs", comb: "catalogue:layens" })["combs"]?.of).toBe("catalogue:layens");
  });
});

describe("what is asked while something is typed or dragged", () => {
  it("is bare numbers, and no list of the run", () => {
    const asked = passing(asksFor(FIRST));
    expect(asked["shape"]?.parts).toEqual(["values", "findings", "drawings"]);
    expect(asked["run"]?.parts).toEqual(["findings", "drawings"]);
    expect(passing(asksFor({ ...FIRST, step: "combs" }))["combs"]?.parts).toContain("tables");
  });
});
