import type { Copyable } from "../api/types";

type Figure = Copyable["figures"][number];

/** What a list of materials is sorted by: a column of figures, the price, or the name. */
export type By = number | "price" | "name";

/** The figure of a column; the same column may be another figure in another material of the table. */
export function figureOf(material: Copyable, column: number): Figure {
  const name = material.chosen_by[column];
  return material.figures.find((f) => f.name === name)!;
}

function keyOf(material: Copyable, by: By): number | string | null {
  if (by === "name") return material.label;
  if (by === "price") return material.price?.low ?? null;
  return figureOf(material, by).spread[1]!;
}

/** Sorted by one column; what has nothing there comes last either way. */
export function sorted(materials: readonly Copyable[], by: By, down: boolean): Copyable[] {
  const order = (a: Copyable, b: Copyable): number => {
    const [x, y] = [keyOf(a, by), keyOf(b, by)];
    if (x === null || y === null) return Number(x === null) - Number(y === null);
    const rising = typeof x === "string" || typeof y === "string" ? String(x).localeCompare(String(y)) : x - y;
    return down ? -rising : rising;
  };
  return [...materials].sort(order);
}

/** Past this ratio between the largest and the smallest, a drawn length tells ratios, not differences. */
const WIDE = 15;

/** Where a figure lies in its column, from 0 to 1. */
export function scaleOf(materials: readonly Copyable[], column: number): { at: (value: number) => number; byRatio: boolean } {
  const all = materials.flatMap((m) => figureOf(m, column).spread);
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const byRatio = high / low > WIDE;
  if (!byRatio) return { at: (v) => v / high, byRatio };
  // the smallest keeps a little room at its left
  const from = Math.log(low) - 0.04 * Math.log(high / low);
  return { at: (v) => (Math.log(v) - from) / (Math.log(high) - from), byRatio };
}

/** A figure short enough to be compared at a glance: three digits that count. */
export function short(value: number): string {
  return Number(value.toPrecision(3)).toLocaleString("en", { maximumFractionDigits: 4, useGrouping: false });
}
