import type { Verdict } from "../api/types";

/** What one has that the first has not, piece by piece, in words. */
export function different(first: Verdict, other: Verdict): string[] {
  const said = (v: Verdict) => new Map(v.ledger.filter((l) => l.on).map((l) => [`${l.what}; ${l.where}`, l]));
  const [here, there] = [said(first), said(other)];
  return [...[...there.keys()].filter((k) => !here.has(k)).map((k) => `+ ${k}`), ...[...here.keys()].filter((k) => !there.has(k)).map((k) => `− ${k}`)];
}
