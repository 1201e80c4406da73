import { useState } from "react";

import type { Catalogue, DamageKind, PartName } from "../api/types";
import { newDamage, type Spot } from "./made";
import type { RepairDocument } from "./useRepair";

/** Which part, spot and damage somebody is at; and putting a damage down. */
export function useAt({ repair, edit }: RepairDocument, catalogue: Catalogue | undefined) {
  const [part, setPart] = useState<PartName>(repair.damages[0]?.on ?? "wing");
  const [chosen, setChosen] = useState<string | null>(repair.damages[0]?.id ?? null);
  const [spot, setSpot] = useState<Spot | null>(null);
  const [editing, setEditing] = useState(false);
  function put(kind: DamageKind, where: Spot) {
    if (!catalogue) return;
    const made = newDamage(kind, repair, where, catalogue);
    edit((r) => ({ ...r, damages: [...r.damages, made] }));
    setChosen(made.id);
    setEditing(true);
    setPart(made.on as PartName);
    setSpot(null);
  }
  return { part, setPart, chosen, setChosen, spot, setSpot, editing, setEditing, put };
}

export type At = ReturnType<typeof useAt>;
