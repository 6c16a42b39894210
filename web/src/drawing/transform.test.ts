import { describe, expect, it } from "vitest";
import type { Handle } from "../api/types";
import { chartTransform, dropAt, fit, flagPlaces, gripOf, labelled, nearest, placed, spot, toMm } from "./transform";

const extent = { left_mm: -100, top_mm: -50, right_mm: 300, bottom_mm: 150 };

describe("fitting a drawing", () => {
  it("keeps the scale even and centres what is left", () => {
    const t = fit(extent, { width: 800, height: 600 }, false);
    expect(t.scaleX).toBe(2);
    expect(t.scaleY).toBe(2);
    expect(spot(t, [100, 50])).toEqual({ x: 400, y: 300 });
  });

  it("keeps a label within the drawing", () => {
    const size = { width: 800, height: 600 };
    const t = fit(extent, size, true);
    expect(labelled(t, size, -100)).toEqual({ left: 0, transform: "translateX(0%)" });
    expect(labelled(t, size, 300)).toEqual({ left: 800, transform: "translateX(-100%)" });
  });

  it("stretches the height of a rod and keeps its length to scale", () => {
    const t = fit(extent, { width: 800, height: 600 }, true);
    expect([t.scaleX, t.scaleY]).toEqual([2, 3]);
    expect(spot(t, [-100, -50])).toEqual({ x: 0, y: 0 });
  });

  it("comes back from the screen to the same millimetres", () => {
    const t = fit(extent, { width: 731, height: 412 }, false);
    const { x, y } = spot(t, [37.5, -12.25]);
    const back = toMm(t, x, y);
    expect(back.x).toBeCloseTo(37.5);
    expect(back.y).toBeCloseTo(-12.25);
  });
});

describe("dragging", () => {
  it("reports the handle's own place, wherever on it the pointer took hold", () => {
    const t = fit(extent, { width: 800, height: 400 }, false);
    const handle = { x_mm: 120, y_mm: 10 } as Handle;
    const grip = gripOf(t, spot(t, [125, 4]).x, spot(t, [125, 4]).y, handle);
    const at = dropAt(t, spot(t, [165, 4]).x, spot(t, [165, 4]).y, grip);
    expect(at.x).toBeCloseTo(160);
    expect(at.y).toBeCloseTo(10);
  });
});

describe("marks", () => {
  it("stand where the core puts them, and as far off on the screen at any scale", () => {
    for (const width of [400, 800]) {
      const t = fit(extent, { width, height: width / 2 }, false);
      const at = spot(t, [100, -30]);
      expect(placed(t, [100, -30, 0, 0])).toEqual(at);
      expect(placed(t, [100, -30, -5, 5])).toEqual({ x: at.x - 5, y: at.y + 5 });
    }
  });
});

describe("charts", () => {
  const plot = { x: 50, y: 10, width: 400, height: 200 };
  it("go from a place along the foot to the screen and back", () => {
    const t = chartTransform(plot, 0, 40);
    expect(spot(t, [20, 0]).x).toBe(250);
    expect(toMm(t, 250, 0).x).toBe(20);
    expect(spot(chartTransform(plot, -10, 30), [-10, 0]).x).toBe(50);
  });
  it("are read at the nearest place", () => {
    expect(nearest([0, 7, 14, 21], 11)).toBe(2);
    expect(nearest([0, 7, 14, 21], 99)).toBe(3);
  });
});

describe("flags", () => {
  const size = { width: 400, height: 200 };
  it("fly to the left at the right edge", () => {
    expect(flagPlaces([{ x: 395, y: 80 }], size)[0]?.left).toBe(true);
    expect(flagPlaces([{ x: 100, y: 80 }], size)[0]?.left).toBe(false);
  });
  it("are raised when they would cover one another", () => {
    const [first, second] = flagPlaces(
      [
        { x: 100, y: 80 },
        { x: 110, y: 84 },
      ],
      size,
    );
    expect(second?.y).toBeLessThanOrEqual((first?.y ?? 0) - 16);
  });
});
