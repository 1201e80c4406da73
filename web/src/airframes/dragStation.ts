import type { Body } from "../api/types";

export type Station = Body["stations"][number];
/** What of a station is taken hold of: its top or bottom edge, seen from the side, or its side, seen from above. */
export type Edge = "top" | "bottom" | "side";

/** As near as two stations stand, and as small as one is: what the bench takes. */
const APART = 5;
const LEAST = 8;
const MOST = { width: 600, height: 800 };

const clamp = (v: number, low: number, high: number) => Math.min(Math.max(v, low), high);

/** How far over the straight line an edge is; of a side, how far from the middle. */
export function edgeAt(station: Station, edge: Edge): number {
  if (edge === "side") return station.width_mm / 2;
  return station.middle_mm + (edge === "top" ? 0.5 : -0.5) * station.height_mm;
}

/** The stations with an edge of one of them taken to another place; the nose stays the nose, and none passes another. */
export function dragged(stations: Station[], k: number, edge: Edge, x_mm: number, to_mm: number): Station[] {
  const station = stations[k]!;
  const before = stations[k - 1];
  const after = stations[k + 1];
  const x = before ? clamp(Math.round(x_mm), before.x_mm + APART, after ? after.x_mm - APART : 2500) : 0;
  const to = Math.round(to_mm);
  let next: Station;
  if (edge === "side") {
    next = { ...station, width_mm: clamp(2 * Math.abs(to), LEAST, MOST.width) };
  } else {
    const other = edgeAt(station, edge === "top" ? "bottom" : "top");
    const height = clamp(edge === "top" ? to - other : other - to, LEAST, MOST.height);
    // the other edge stays where it is
    next = { ...station, height_mm: height, middle_mm: edge === "top" ? other + height / 2 : other - height / 2 };
  }
  return stations.map((s, i) => (i === k ? { ...next, x_mm: x } : s));
}
