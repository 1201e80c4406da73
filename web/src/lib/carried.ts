import { useSyncExternalStore } from "react";

import { Fault } from "../api/client";

/** Before the name of everything that is carried along in this browser. */
const KEPT = "carried-";
type Store = Pick<Storage, "getItem" | "setItem" | "removeItem" | "key" | "length">;

interface Carried<T> {
  /** What it was the answer to: another question is not answered by it. */
  stamp: string;
  value: T;
}

/** A short stamp of something long (FNV-1a, Fowler, Noll and Vo 1991). */
export function stampOf(what: unknown): string {
  let hash = 0x811c9dc5;
  for (const letter of JSON.stringify(what)) hash = Math.imul(hash ^ letter.codePointAt(0)!, 0x01000193);
  return (hash >>> 0).toString(36);
}

function keep(name: string, carried: Carried<unknown>, store: Store): void {
  const text = JSON.stringify(carried);
  try {
    store.setItem(KEPT + name, text);
  } catch {
    // no room: what was carried before makes place; what nobody has sent yet is kept under other names
    forgetCarried(store);
    try {
      store.setItem(KEPT + name, text);
    } catch {
      // nothing is carried where nothing may be kept
    }
  }
}

function find<T>(name: string, stamp: string, store: Store): T | null {
  try {
    const kept = JSON.parse(store.getItem(KEPT + name) ?? "null") as Carried<T> | null;
    return kept && kept.stamp === stamp ? kept.value : null;
  } catch {
    return null;
  }
}

let old = false;
const watchers = new Set<() => void>();
function tell(isOld: boolean): void {
  if (old === isOld) return;
  old = isOld;
  for (const watch of watchers) watch();
}

/** Whether what is shown was carried along, since the server did not answer. */
export function useIsOld(): boolean {
  return useSyncExternalStore(
    (watch) => {
      watchers.add(watch);
      return () => watchers.delete(watch);
    },
    () => old,
  );
}

/** The server's answer; where it does not answer, what it said last, so that a page opens at the edge of a field. */
export async function carried<T>(name: string, ask: () => Promise<T>, stamp = "", store: Store = localStorage): Promise<T> {
  try {
    const value = await ask();
    keep(name, { stamp, value }, store);
    tell(false);
    return value;
  } catch (cause) {
    const last = cause instanceof Fault && cause.status === 0 ? find<T>(name, stamp, store) : null;
    if (last === null) throw cause;
    tell(true);
    return last;
  }
}

/** What was said unasked. */
export function carry(name: string, value: unknown, store: Store = localStorage): void {
  keep(name, { stamp: "", value }, store);
}

/** Everything that is carried: somebody else works in this browser now. */
export function forgetCarried(store: Store = localStorage): void {
  const names = Array.from({ length: store.length }, (_, k) => store.key(k));
  for (const name of names) if (name?.startsWith(KEPT)) store.removeItem(name);
}
