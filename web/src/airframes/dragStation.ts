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
export function edgeAt(station: Pick<Station, "width_mm" | "height_mm" | "middle_mm">, edge: Edge): number {
  if (edge === "side") return station.width_mm / 2;
  return station.middle_mm + (edge === "top" ? 0.5 : -0.5) * station.height_mm;
}

type Outline = Pick<Station, "x_mm" | "width_mm" | "height_mm" | "middle_mm">;

/** Shares of a curved nose's length at which it is drawn. */
const CURVE = [0, 0.02, 0.08, 0.2, 0.45, 0.7];

/** What is drawn of an outline whose nose closes as a quarter of an ellipse over so much of its length. */
export function drawnOutline(stations: Outline[], nose_mm: number): Outline[] {
  if (nose_mm <= 0) return stations;
  const between = (x: number, field: keyof Outline) => {
    const k = Math.max(
      1,
      stations.findIndex((s) => s.x_mm >= x),
    );
    const [a, b] = [stations[k - 1]!, stations[k]!];
    return a[field] + ((b[field] - a[field]) * (x - a.x_mm)) / (b.x_mm - a.x_mm);
  };
  const closed = (x: number): Outline => {
    const by = Math.sqrt(1 - (1 - Math.min(x / nose_mm, 1)) ** 2);
    const [width_mm, height_mm] = [between(x, "width_mm"), between(x, "height_mm")];
    return {
      x_mm: x,
      width_mm: Math.max(by * width_mm, Math.min(LEAST, width_mm)),
      height_mm: Math.max(by * height_mm, Math.min(LEAST, height_mm)),
      middle_mm: between(x, "middle_mm"),
    };
  };
  const behind = stations.filter((s) => s.x_mm > nose_mm);
  const inside = stations.filter((s) => s.x_mm > 0 && s.x_mm <= nose_mm).map((s) => s.x_mm);
  const last = stations.at(-1)!.x_mm;
  const at = [...new Set([...CURVE.map((share) => share * nose_mm), ...inside, Math.min(nose_mm, last)])].sort((a, b) => a - b);
  return [...at.map(closed), ...behind];
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
