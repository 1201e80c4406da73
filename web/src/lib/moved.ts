import type { Piece } from "../api/types";

export type End = "from" | "to";

function clamp(value: number, low: number, high: number): number {
  return Math.min(Math.max(value, low), high);
}

/** A piece with one end moved, kept in order and on the chord. */
export function moved(piece: Piece, end: End, y: number, share: number): Piece {
  const next = { ...piece };
  if (end === "from") next.y_from_mm = clamp(y, 0, piece.y_to_mm - 1);
  else next.y_to_mm = Math.max(y, piece.y_from_mm + 1);
  if ("chord_from" in next) next[end === "from" ? "chord_from" : "chord_to"] = clamp(Math.round(share * 1000) / 1000, 0, 1);
  return next;
}
