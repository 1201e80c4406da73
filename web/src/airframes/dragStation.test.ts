import { describe, expect, it } from "vitest";

import { dragged, drawnOutline, edgeAt, type Station } from "./dragStation";

function station(x_mm: number): Station {
  return { x_mm, width_mm: 60, height_mm: 80, middle_mm: 10, roundness: 0, joint: null };
}

const three = [station(0), station(200), station(600)];

describe("a station that is dragged", () => {
  it("keeps its other edge where it was", () => {
    const up = dragged(three, 1, "top", 200, 70)[1]!;
    expect(edgeAt(up, "bottom")).toBe(-30);
    expect(edgeAt(up, "top")).toBe(70);
    const down = dragged(three, 1, "bottom", 200, -50)[1]!;
    expect([edgeAt(down, "top"), down.height_mm]).toEqual([50, 100]);
  });
  it("is as wide on both sides, whichever was taken hold of", () => {
    expect(dragged(three, 1, "side", 200, -44)[1]!.width_mm).toBe(88);
  });
  it("does not pass its neighbours, and the nose stays at the nose", () => {
    expect(dragged(three, 1, "side", 900, 30)[1]!.x_mm).toBe(595);
    expect(dragged(three, 1, "side", -50, 30)[1]!.x_mm).toBe(5);
    expect(dragged(three, 0, "side", 80, 30)[0]!.x_mm).toBe(0);
    expect(dragged(three, 2, "side", 700, 30)[2]!.x_mm).toBe(700);
  });
  it("is never smaller than the bench takes", () => {
    const flat = dragged(three, 1, "top", 200, -200)[1]!;
    expect([flat.height_mm, edgeAt(flat, "bottom")]).toEqual([8, -30]);
    expect(dragged(three, 1, "side", 200, 0)[1]!.width_mm).toBe(8);
  });
  it("leaves the others alone", () => {
    const after = dragged(three, 1, "top", 300, 90);
    expect(after[0]).toBe(three[0]);
    expect(after[2]).toBe(three[2]);
  });
});

describe("a curved nose", () => {
  const blunt = [
    { x_mm: 0, width_mm: 60, height_mm: 80, middle_mm: 0 },
    { x_mm: 100, width_mm: 60, height_mm: 80, middle_mm: 0 },
    { x_mm: 400, width_mm: 30, height_mm: 40, middle_mm: 10 },
  ];
  it("is drawn as a quarter of an ellipse, and leaves what lies behind it", () => {
    const drawn = drawnOutline(blunt, 100);
    expect(drawn[0]).toMatchObject({ x_mm: 0, width_mm: 8, height_mm: 8 });
    const at20 = drawn.find((s) => s.x_mm === 20)!;
    expect(at20.width_mm).toBeCloseTo(60 * Math.sqrt(1 - 0.8 ** 2));
    expect(drawn.filter((s) => s.x_mm >= 100)).toEqual(blunt.slice(1));
    expect(drawnOutline(blunt, 0)).toBe(blunt);
  });
});
