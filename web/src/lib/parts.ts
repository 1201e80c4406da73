import type { Airframe, AirframeFile, Body, ControlSurface, Lifting, PartName, Scheme, SurfaceName, Units } from "../api/types";
import { length } from "./show";

interface PlaceField {
  field: string;
  label: string;
  kind: "length" | "angle" | "number";
  hint?: string;
}

export interface PartWords {
  label: string;
  /** Over its form: what of it is described. */
  title: string;
  /** What lies on the bench, in a sentence. */
  half: string;
  surfaces: readonly SurfaceName[];
  /** Its first station, and where others are from there. */
  start: string;
  away: string;
  /** Where it stands on the aircraft. */
  places: readonly PlaceField[];
}

const ARM: PlaceField = { field: "arm_mm", label: "Arm", kind: "length", hint: "from the wing's quarter chord back to its own" };

/** The parts that can be described, in the order in which they are shown. */
export const PARTS: Record<PartName, PartWords> = {
  wing: { label: "Wing", title: "The wing, one half", half: "half wing", start: "root", away: "out", surfaces: ["aileron", "flap"], places: [] },
  tailplane: {
    label: "Tailplane",
    title: "The tailplane, one half",
    half: "half tailplane",
    start: "root",
    away: "out",
    surfaces: ["elevator"],
    places: [
      ARM,
      { field: "height_mm", label: "Height over the wing", kind: "length" },
      { field: "tilt_deg", label: "Halves turned up", kind: "angle", hint: "0 lies flat; 30 to 45 is a V tail" },
    ],
  },
  fin: {
    label: "Fin",
    title: "The fin",
    half: "fin",
    start: "root",
    away: "up",
    surfaces: ["rudder"],
    places: [
      ARM,
      { field: "height_mm", label: "Height of its root over the wing", kind: "length" },
      { field: "count", label: "How many fins", kind: "number", hint: "one, or two that are alike" },
      { field: "out_mm", label: "From the middle, where there are two", kind: "length" },
      { field: "tilt_deg", label: "Leaning outwards", kind: "angle" },
    ],
  },
  body: { label: "Body", title: "The body, from nose to tail", half: "body", start: "nose", away: "behind the nose", surfaces: [], places: [] },
};

/** "at the root", "120 mm out", "300 mm behind the nose". */
export function placeOn(part: PartName, y_mm: number, units: Units): string {
  return y_mm < 1 ? `at the ${PARTS[part].start}` : `${length(y_mm, units)} ${PARTS[part].away}`;
}

export const PART_NAMES = Object.keys(PARTS) as PartName[];

export function isPart(name: string | undefined): name is PartName {
  return name !== undefined && name in PARTS;
}

/** Those that an airframe has. */
export function partsOf(airframe: Airframe): PartName[] {
  return PART_NAMES.filter((name) => airframe.parts[name] !== null);
}

/** A body, as what only looks at a part sees it: one stretch from nose to tail. */
function asLifting(body: Body): Lifting {
  const { walls, stations, ...rest } = body;
  const across = walls.kind === "profile" ? "height_mm" : "width_mm";
  const panels = [
    {
      span_mm: body.boom ? body.boom.ends_mm : stations.at(-1)!.x_mm,
      root_chord_mm: stations[0]![across],
      tip_chord_mm: stations.at(-1)![across],
      joint: { kind: "through" },
    },
  ];
  return { ...rest, panels, aerofoil: walls } as unknown as Lifting;
}

/** A part that is there, to look at; the wing always is. */
export function partOf(airframe: Airframe, name: PartName): Lifting {
  if (name === "body") return airframe.parts.body ? asLifting(airframe.parts.body) : airframe.parts.wing;
  return airframe.parts[name] ?? airframe.parts.wing;
}

/** A part changed as it stands in the file. */
export function withPart<T = Lifting>(airframe: Airframe, name: PartName, next: (part: T) => T): Airframe {
  const part = airframe.parts[name];
  return part === null ? airframe : { ...airframe, parts: { ...airframe.parts, [name]: next(part as unknown as T) } };
}

/** Where a body ends, behind the wing's nose. */
function tailAt(body: Body): number {
  return (body.boom ? body.boom.ends_mm : body.stations.at(-1)!.x_mm) - body.wing_at_mm;
}

/** The tails stay where they sit on the body when its end or the wing moves along it. */
export function tailsFollow(before: Airframe, after: Airframe): Airframe {
  if (!before.parts.body || !after.parts.body) return after;
  const by = tailAt(after.parts.body) - tailAt(before.parts.body);
  if (!by) return after;
  const { tailplane, fin } = after.parts;
  const moved = <T extends { arm_mm: number }>(tail: T | null) => tail && { ...tail, arm_mm: tail.arm_mm + by };
  return { ...after, parts: { ...after.parts, tailplane: moved(tailplane), fin: moved(fin) } };
}

/** What a way of describing a part says of it that is not so already. */
export function otherwise(airframe: Airframe, name: PartName, described: Record<string, unknown>): Record<string, unknown> {
  const part = (airframe.parts[name] ?? {}) as unknown as Record<string, unknown>;
  return Object.fromEntries(Object.entries(described).filter(([field, value]) => !alike(part[field], value)));
}

function alike(one: unknown, other: unknown): boolean {
  if (typeof one !== "object" || typeof other !== "object" || one === null || other === null) return one === other;
  const [a, b] = [one as Record<string, unknown>, other as Record<string, unknown>];
  const keys = new Set([...Object.keys(a), ...Object.keys(b)]);
  return [...keys].every((key) => alike(a[key], b[key]));
}

/** Whether it is a body of boards on edge, whose sections are told from top to bottom. */
export function isOnEdge(part: Lifting): boolean {
  return (part.aerofoil as { kind: string }).kind === "profile";
}

export function halfSpan(part: Lifting): number {
  return part.panels.reduce((sum, p) => sum + p.span_mm, 0);
}

export function surfaceOf(part: Lifting, which: SurfaceName): ControlSurface | null {
  return (part as unknown as Record<string, ControlSurface | null | undefined>)[which] ?? null;
}

export function schemesOf(file: AirframeFile, part: PartName): Scheme[] {
  return file.schemes.filter((s) => s.part === part);
}

/** The chosen scheme of a part, or its first. */
export function shownOf(file: AirframeFile, part: PartName): Scheme | undefined {
  const own = schemesOf(file, part);
  return own.find((s) => s.id === file.chosen[part]) ?? own[0];
}

/** The shown schemes of the other parts: their weight flies along. */
export function besideOf(file: AirframeFile, part: PartName): Scheme[] {
  return partsOf(file.airframe).flatMap((name) => (name === part ? [] : (shownOf(file, name) ?? [])));
}

/** What sits in a part that is taken out goes on in the wing, where it was on the aircraft. */
function gearWithout(airframe: Airframe, part: PartName): Airframe["gear"] {
  return airframe.gear.map((one) => {
    if (one.sits_in !== part) return one;
    const at = part === "body" && airframe.parts.body ? one.along_mm - airframe.parts.body.wing_at_mm : 60;
    const along_mm = one.both_sides ? Math.max(Math.abs(one.across_mm), 1) : 0;
    return { ...one, sits_in: "wing" as const, along_mm, across_mm: Math.min(Math.max(Math.round(at), -600), 1000) };
  });
}

/** A part taken out, with its schemes and what is mounted on it. */
export function withoutPart(file: AirframeFile, part: Exclude<PartName, "wing">): AirframeFile {
  const chosen = Object.fromEntries(Object.entries(file.chosen).filter(([name]) => name !== part));
  return {
    ...file,
    airframe: {
      ...file.airframe,
      parts: { ...file.airframe.parts, [part]: null },
      gear: gearWithout(file.airframe, part),
      mounts: file.airframe.mounts.filter((m) => m.on !== part),
    },
    schemes: file.schemes.filter((s) => s.part !== part),
    chosen,
  };
}
