import type { AirframeFile } from "../api/types";

/** A document that was not saved yet when its page closed, and the version it was made from. */
export interface Unsaved {
  basedOn: number;
  file: AirframeFile;
}

/** Kept by person and airframe, so that nobody finds another's work in a shared browser. */
function key(person: string, id: number): string {
  return `unsaved-${person}-${id}`;
}

export function keepUnsaved(person: string, id: number, unsaved: Unsaved): void {
  try {
    localStorage.setItem(key(person, id), JSON.stringify(unsaved));
  } catch {
    // no room, or not allowed: it stays on screen and is tried again from there
  }
}

export function forgetUnsaved(person: string, id: number): void {
  try {
    localStorage.removeItem(key(person, id));
  } catch {
    // nothing is kept where nothing may be kept
  }
}

export function findUnsaved(person: string, id: number): Unsaved | null {
  try {
    const kept = JSON.parse(localStorage.getItem(key(person, id)) ?? "null") as Unsaved | null;
    return kept && Number.isInteger(kept.basedOn) && Array.isArray(kept.file.schemes) ? { ...kept, file: ofNow(kept.file) } : null;
  } catch {
    return null;
  }
}

/** What an older page has kept, as files are now: there was a wing only, and one chosen scheme. */
export function ofNow(file: AirframeFile): AirframeFile {
  if ((file.version as number) !== 1) return file;
  const old = file as unknown as { airframe: Record<string, unknown>; schemes: Record<string, unknown>[]; chosen: string | null };
  const { wing, targets, ...airframe } = old.airframe;
  return {
    ...file,
    version: 2,
    airframe: { balance_at: 0.3, ...airframe, parts: { wing: { ...(wing as object), targets }, tailplane: null, fin: null, body: null } },
    schemes: old.schemes.map((scheme) => ({ part: "wing", ...scheme })),
    chosen: old.chosen === null ? {} : { wing: old.chosen },
  } as unknown as AirframeFile;
}
