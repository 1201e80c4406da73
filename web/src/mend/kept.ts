import type { LifeEntry, Repair } from "../api/types";

/** A repair that is not with the server yet: its row there, if it has one, and the version it was made from. */
export interface WaitingRepair {
  row: number | null;
  basedOn: number;
  repair: Repair;
}

/** What waits on this phone until there is a net, by airframe. */
export interface Waiting {
  repairs: Record<string, WaitingRepair>;
  life: LifeEntry[];
  pictures: { key: string; picture: string }[];
}

export const NOTHING: Waiting = { repairs: {}, life: [], pictures: [] };

/** Kept by person and airframe, so that nobody finds another's work in a shared browser. */
const name = (person: string, airframe: number) => `mending-${person}-${airframe}`;

export function readWaiting(person: string, airframe: number, store: Pick<Storage, "getItem"> = localStorage): Waiting {
  try {
    const kept = JSON.parse(store.getItem(name(person, airframe)) ?? "null") as Partial<Waiting> | null;
    if (!kept || typeof kept !== "object") return NOTHING;
    return {
      repairs: kept.repairs && typeof kept.repairs === "object" ? kept.repairs : {},
      life: Array.isArray(kept.life) ? kept.life : [],
      pictures: Array.isArray(kept.pictures) ? kept.pictures : [],
    };
  } catch {
    return NOTHING;
  }
}

/** False where there is no room, or nothing may be kept: it stays on screen then, and is said so. */
export function writeWaiting(person: string, airframe: number, waiting: Waiting, store: Pick<Storage, "setItem" | "removeItem"> = localStorage): boolean {
  try {
    if (isEmpty(waiting)) store.removeItem(name(person, airframe));
    else store.setItem(name(person, airframe), JSON.stringify(waiting));
    return true;
  } catch {
    return false;
  }
}

export const isEmpty = (w: Waiting) => Object.keys(w.repairs).length === 0 && w.life.length === 0 && w.pictures.length === 0;

export const withRepair = (w: Waiting, one: WaitingRepair): Waiting => ({ ...w, repairs: { ...w.repairs, [one.repair.id]: one } });

/** Without a repair that has arrived; one that was changed meanwhile stays, with the version that arrived. */
export function arrived(w: Waiting, sent: WaitingRepair, row: number, version: number): Waiting {
  const now = w.repairs[sent.repair.id];
  if (now && now.repair !== sent.repair && JSON.stringify(now.repair) !== JSON.stringify(sent.repair))
    return withRepair(w, { row, basedOn: version, repair: now.repair });
  const rest = Object.fromEntries(Object.entries(w.repairs).filter(([id]) => id !== sent.repair.id));
  return { ...w, repairs: rest };
}

export const withEntry = (w: Waiting, entry: LifeEntry): Waiting => ({ ...w, life: [...w.life.filter((e) => e.id !== entry.id), entry] });
export const withoutEntry = (w: Waiting, id: string): Waiting => ({ ...w, life: w.life.filter((e) => e.id !== id) });
export const withPicture = (w: Waiting, key: string, picture: string): Waiting => ({
  ...w,
  pictures: [...w.pictures.filter((p) => p.key !== key), { key, picture }],
});
export const withoutPicture = (w: Waiting, key: string): Waiting => ({ ...w, pictures: w.pictures.filter((p) => p.key !== key) });
