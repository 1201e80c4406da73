import type { Verdict } from "../api/types";

interface Figure {
  value: number;
  low: number;
  high: number;
}

function isFigure(thing: unknown): thing is Figure {
  return typeof thing === "object" && thing !== null && "value" in thing && "low" in thing && "high" in thing;
}

/** A typical figure with the range of the last full answer laid round it in proportion. */
function withRange(now: Figure, before: Figure): Figure {
  if (now.low !== now.value || now.high !== now.value) return now;
  const scale = Math.abs(before.value) > 1e-9 ? now.value / before.value : 1;
  if (scale > 0) return { value: now.value, low: before.low * scale, high: before.high * scale };
  return { value: now.value, low: now.value + before.low - before.value, high: now.value + before.high - before.value };
}

function walk(now: unknown, before: unknown): unknown {
  if (isFigure(now)) return isFigure(before) ? withRange(now, before) : now;
  if (Array.isArray(now)) return Array.isArray(before) && before.length === now.length ? now.map((v: unknown, k) => walk(v, before[k])) : now;
  if (typeof now !== "object" || now === null) return now;
  const then = (before ?? {}) as Record<string, unknown>;
  return Object.fromEntries(Object.entries(now).map(([k, v]) => [k, walk(v, then[k])]));
}

/**
 * While something moves, the server tells typical figures only. So that nothing looks surer than it is
 * meanwhile, ranges are carried over from the last full answer, and so is the ledger until it is told anew.
 */
export function carried(now: Verdict, before: Verdict): Verdict {
  const { drawing, curves, ...rest } = now;
  const figures = walk(rest, before) as Omit<Verdict, "drawing" | "curves">;
  return { ...figures, drawing, curves, ledger: before.ledger, groups: before.groups, drivers: before.drivers };
}
