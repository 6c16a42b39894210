import { afterEach, describe, expect, it, vi } from "vitest";
import { fromDevice, keysOnDevice, offDevice, ontoDevice } from "./device";

const refuse = () => {
  throw new Error("refused");
};

afterEach(() => {
  vi.unstubAllGlobals();
});

describe("a device that keeps nothing", () => {
  it("says so and breaks nothing", () => {
    vi.stubGlobal("localStorage", { getItem: refuse, setItem: refuse, removeItem: refuse });
    expect(ontoDevice("a", "b")).toBe(false);
    expect(fromDevice("a")).toBeNull();
    expect(() => {
      offDevice("a");
    }).not.toThrow();
  });

  it("does as well where there is no storage at all", () => {
    vi.stubGlobal("localStorage", undefined);
    expect(ontoDevice("a", "b")).toBe(false);
    expect(keysOnDevice("a")).toEqual([]);
  });
});

describe("a device that keeps", () => {
  it("gives back what it was given", () => {
    const kept: Record<string, string> = {};
    vi.stubGlobal("localStorage", {
      ...kept,
      setItem: (k: string, v: string) => {
        kept[k] = v;
      },
      getItem: (k: string) => kept[k] ?? null,
    });
    expect(ontoDevice("a", "b")).toBe(true);
    expect(fromDevice("a")).toBe("b");
  });
});
