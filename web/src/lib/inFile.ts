import type { Fault } from "../api/client";
import type { Said } from "../api/types";

/** Faults of a question that carried a whole file, by their path in its airframe, as forms know them. */
export function inFile(fault: Fault | null): Said[] {
  return (fault?.problems ?? []).map((p) => ({ ...p, field: p.field.replace(/^file\.(airframe\.)?/, "") }));
}
