import { describe, expect, it } from "vitest";

import type { Copyable } from "../api/types";
import { scaleOf, short, sorted } from "./byFigure";

function material(label: string, spread: [number, number, number], price: number | null = null): Copyable {
  return {
    table: "stock", id: label, label, note: "", source: "", chosen_by: ["E"],
    figures: [{ name: "E", label: "Stiffness", unit: "MPa", spread }],
    price: price === null ? null : { low: price, high: price, per: "a metre" },
  }; // prettier-ignore
}

const oak = material("oak", [9, 12, 14], 3);
const balsa = material("balsa", [1, 2, 3]);
const steel = material("steel", [180, 200, 210], 1);

describe("a list of materials", () => {
  it("is sorted by what is typical, either way", () => {
    expect(sorted([oak, steel, balsa], 0, false).map((m) => m.label)).toEqual(["balsa", "oak", "steel"]);
    expect(sorted([oak, steel, balsa], 0, true).map((m) => m.label)).toEqual(["steel", "oak", "balsa"]);
    expect(sorted([oak, steel, balsa], "name", false).map((m) => m.label)).toEqual(["balsa", "oak", "steel"]);
  });

  it("puts what has no price last, whichever way", () => {
    expect(sorted([balsa, oak, steel], "price", false).map((m) => m.label)).toEqual(["steel", "oak", "balsa"]);
    expect(sorted([balsa, oak, steel], "price", true).map((m) => m.label)).toEqual(["oak", "steel", "balsa"]);
  });

  it("draws by differences where that can be seen, else by ratios", () => {
    const near = scaleOf([oak, balsa], 0);
    expect(near.byRatio).toBe(false);
    expect(near.at(7)).toBeCloseTo(0.5);
    const wide = scaleOf([oak, balsa, steel], 0);
    expect(wide.byRatio).toBe(true);
    expect(wide.at(210)).toBeCloseTo(1);
    expect(wide.at(1)).toBeGreaterThan(0);
    expect(wide.at(4) - wide.at(2)).toBeCloseTo(wide.at(2) - wide.at(1));
  });

  it("is told in three digits", () => {
    expect([short(120_000), short(0.28), short(1234.5)]).toEqual(["120000", "0.28", "1230"]);
  });
});
