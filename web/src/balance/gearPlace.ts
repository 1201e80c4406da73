import type { Gear } from "../api/types";

/** Names of the kinds, as they are offered. */
export const KIND_WORD: Record<Gear["kind"], string> = {
  motor: "motor",
  propeller: "propeller",
  battery: "battery",
  speed_controller: "speed controller",
  servo: "servo",
  receiver: "receiver",
  camera: "camera",
  light: "light",
  wires: "wires",
  push_rod: "push-rod",
  wheel: "wheels",
  pod: "pod",
  ballast: "ballast",
  other: "something else",
};

export const gearName = (one: Gear) => one.name || KIND_WORD[one.kind];

/** From which view it is moved: from above the first figure is out to the side and the second aft, from the side aft and up. */
export type View = "plan" | "side";

/** Whole mm, as near as one places a thing; limits as the bench has them. */
const round = (v: number, low: number, high: number) => Math.min(Math.max(Math.round(v), low), high);

/** A thing moved by so many mm aft, out to the right and up; on a wing or tail `along` is out from the root. `side`: of which of two it was taken hold of. */
export function movedBy(one: Gear, by: { aft?: number; out?: number; up?: number }, side: 1 | -1 = 1): Gear {
  const { aft = 0, out = 0, up = 0 } = by;
  const up_mm = round(one.up_mm + up, -500, 500);
  if (one.sits_in === "body") {
    return { ...one, along_mm: round(one.along_mm + aft, -300, 2500), across_mm: round(one.across_mm + side * out, -600, 1000), up_mm };
  }
  // what stands in the middle of a wing stays there
  const along_mm = one.both_sides || one.along_mm > 0 ? round(one.along_mm + side * out, 0, 2500) : one.along_mm;
  return { ...one, along_mm, across_mm: round(one.across_mm + aft, -600, 1000), up_mm };
}

/** A drag in a view as a move of the thing. */
export function dragOf(view: View, dx: number, dy: number): { aft?: number; out?: number; up?: number } {
  // both views are drawn with their second figure down the screen; up is up
  return view === "plan" ? { out: dx, aft: dy } : { aft: dx, up: -dy };
}
