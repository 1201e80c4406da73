import type { AirframeFile, Catalogue, Damage, DamageKind, LifeEntry, Mend, Repair, MendPoint } from "../api/types";
import type { FieldFacts } from "../mounts/mountFields";

/** Today as it is written in a document. */
export function today(): string {
  const now = new Date();
  return `${now.getFullYear()}-${String(now.getMonth() + 1).padStart(2, "0")}-${String(now.getDate()).padStart(2, "0")}`;
}

export const newId = (stem: string) => `${stem}-${Date.now().toString(36)}${Math.floor(Math.random() * 1296).toString(36)}`;

export function newRepair(): Repair {
  return {
    id: newId("r"),
    name: "",
    day: today(),
    note: "",
    happened: { story: "nose", hit: "grass", fast: "usual", air_C: 15, damp: 0.5 },
    looked: {},
    damages: [],
    limit_min: 30,
    plans: { today: { mends: [] }, good: { mends: [] }, looks: { mends: [] } },
    doing: "today",
    ticked: {},
    taken: "",
    weighed_g: null,
    pushed_mm: null,
    result: "open",
    broke_at: "",
    pictures: [],
  };
}

/** A damage with the usual figures of its kind, where somebody pointed: without the server, so that it can be put down without a net. */
export function newDamage(kind: DamageKind, repair: Repair, spot: Spot, catalogue: Catalogue): Damage {
  const facts = (catalogue.limits[kind] ?? {}) as Record<string, FieldFacts & { default?: unknown }>;
  const made: Record<string, unknown> = {};
  for (const [name, fact] of Object.entries(facts)) made[name] = fact.default ?? null;
  const taken = new Set(repair.damages.map((d) => d.id));
  let k = 1;
  while (taken.has(`${kind.replace(/_/g, "-").slice(0, 12)}-${k}`)) k += 1;
  Object.assign(made, {
    kind,
    id: `${kind.replace(/_/g, "-").slice(0, 12)}-${k}`,
    on: spot.on,
    side: spot.side,
    at_mm: Math.round(spot.at_mm),
    note: "",
    picture: null,
  });
  if ("x_to" in made && "long_mm" in made) {
    made.x_from = Math.max(0, Math.round((spot.chord - 0.1) * 100) / 100);
    made.x_to = Math.min(1, Math.round((spot.chord + 0.1) * 100) / 100);
  }
  if ("piece" in made) made.piece = spot.stick ?? "";
  if ("surface" in made && spot.surface) made.surface = spot.surface;
  return made as unknown as Damage;
}

/** Kinds of piece that can break. */
export const STICKS: readonly string[] = ["rod", "tube", "strip", "sandwich", "web", "foam_web", "boards", "box", "cross"];

export interface Spot {
  on: Damage["on"];
  side: Damage["side"];
  at_mm: number;
  chord: number;
  stick?: string;
  surface?: string;
}

/** A mend with an id that no mend of the repair has. */
export function withFreeId(mend: Mend, repair: Repair): Mend {
  const taken = new Set(Object.values(repair.plans).flatMap((p) => p.mends.map((m) => m.id)));
  let k = 1;
  const stem = mend.id.replace(/-\d+$/, "").slice(0, 18);
  while (taken.has(`${stem}-${k}`)) k += 1;
  return { ...mend, id: `${stem}-${k}` };
}

/** Every mend under an id of its own within one plan; others keep theirs. */
export function freshIds(mends: Mend[], repair: Repair): Mend[] {
  let now = repair;
  return mends.map((m) => {
    const free = withFreeId(m, now);
    now = { ...now, plans: { ...now.plans, today: { mends: [...now.plans.today.mends, free] } } };
    return free;
  });
}

/** Without a damage, and what mends it. */
export function withoutDamage(repair: Repair, id: string): Repair {
  const keep = (p: Repair["plans"]["today"]) => ({ mends: p.mends.filter((m) => m.of !== id) });
  return {
    ...repair,
    damages: repair.damages.filter((d) => d.id !== id),
    plans: { today: keep(repair.plans.today), good: keep(repair.plans.good), looks: keep(repair.plans.looks) },
  };
}

/** A line of the log for a repair that has been flown, or was given up. */
export function entryFor(repair: Repair, told: { grams: number | null; balance_mm: number | null; strength: number | null }): LifeEntry {
  return {
    id: `mend-${repair.id}`.slice(0, 40),
    day: today(),
    what: "mend",
    flights: 0,
    minutes: 0,
    grams: told.grams,
    balance_mm: told.balance_mm,
    strength: told.strength,
    weighed_g: repair.weighed_g,
    repair: repair.id,
    note: repair.name,
  };
}

/** The two halves of what is drawn by halves. */
export const hasHalves = (file: AirframeFile, on: Damage["on"]) => (on === "wing" || on === "tailplane") && file.airframe.parts[on] !== null;

/** What is done to each damage in one way of a search. */
export const said = (p: MendPoint) => p.each.map((e) => `${e.nth}: ${e.label}`).join("; ");
