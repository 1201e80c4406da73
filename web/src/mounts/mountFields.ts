import type { Mount } from "../api/types";

/** What the server tells of a field of a description. */
export interface FieldFacts {
  label?: string;
  quantity?: string;
  enum?: string[];
  table?: string;
  shape?: string;
  words?: Record<string, string>;
}

type Values = Record<string, unknown>;

/** Fields that mean nothing until another one says so. */
const SHOWN: Record<string, Record<string, (m: Values) => boolean>> = {
  firewall: { beside_mm: (m) => m.beside !== "none", edges: (m) => m.seated === "inside" || m.on === "body" },
  hatch: {
    pull_N: (m) => m.by !== "pins",
    magnet_mm: (m) => m.by === "magnets",
    magnet_thick_mm: (m) => m.by === "magnets",
    gap_mm: (m) => m.by === "magnets",
    glue: (m) => m.by === "magnets",
    pin_material: (m) => m.by === "pins",
    pin_mm: (m) => m.by === "pins",
    pin_deep_mm: (m) => m.by === "pins",
  },
  hold_down: { strap_mm: (m) => Number(m.straps) > 0, through: (m) => Number(m.straps) > 0 },
  glued_seat: { beside_mm: (m) => m.beside !== "none" },
  servo_seat: {
    glue: (m) => m.held === "glued",
    deep_mm: (m) => m.held !== "screwed",
    plate_mm: (m) => m.held === "screwed",
    screw_mm: (m) => m.held === "screwed",
  },
  wing_bolts: { peg_material: (m) => Number(m.pegs) > 0, peg_mm: (m) => Number(m.pegs) > 0, peg_deep_mm: (m) => Number(m.pegs) > 0 },
};

/** Where it is and whose it is comes first; what it is called last. */
const FIRST = ["on", "along_mm", "holds", "moves"];

/** Names of the fields of a mount's form, in their order. */
export function fieldsOf(mount: Mount, facts: Record<string, FieldFacts>): string[] {
  const names = Object.keys(facts).filter((n) => n !== "id" && n !== "kind" && n !== "name");
  const rank = (n: string) => (FIRST.includes(n) ? FIRST.indexOf(n) : FIRST.length);
  const shown = SHOWN[mount.kind] ?? {};
  return [...names.filter((n) => shown[n]?.(mount as unknown as Values) ?? true).sort((a, b) => rank(a) - rank(b)), "name"];
}
