import { describe, expect, it } from "vitest";

import type { Catalogue, Mend } from "../api/types";
import { freshIds, newDamage, newRepair, withFreeId, withoutDamage } from "./made";

const catalogue = {
  limits: {
    crack: { id: {}, kind: { default: "crack" }, at_mm: { default: 200 }, x_from: { default: 0 }, x_to: { default: 1 }, skin_torn: { default: true } },
    crushed: { x_from: { default: 0 }, x_to: { default: 0.2 }, long_mm: { default: 60 } },
    broken: { piece: { default: "" } },
  },
} as unknown as Catalogue;
const spot = { on: "wing", side: "left", at_mm: 231.4, chord: 0.05 } as const;
const mend = (id: string, of: string) => ({ id, of, kind: "glue_break" }) as unknown as Mend;

describe("a damage that is put down", () => {
  it("has the usual figures of its kind, where somebody pointed", () => {
    const made = newDamage("crack", newRepair(), spot, catalogue) as unknown as Record<string, unknown>;
    expect(made).toMatchObject({ kind: "crack", id: "crack-1", at_mm: 231, x_from: 0, x_to: 1, skin_torn: true, side: "left" });
  });
  it("lies about the place where it is a patch, and on the part", () => {
    const made = newDamage("crushed", newRepair(), spot, catalogue) as unknown as Record<string, unknown>;
    expect(made.x_from).toBe(0);
    expect(made.x_to).toBe(0.15);
  });
  it("has an id of its own, and the stick that was pressed", () => {
    const first = newDamage("broken", newRepair(), { ...spot, stick: "tube" }, catalogue);
    const second = newDamage("broken", { ...newRepair(), damages: [first] }, spot, catalogue);
    expect((first as unknown as { piece: string }).piece).toBe("tube");
    expect(second.id).toBe("broken-2");
  });
});

describe("mends", () => {
  it("get ids that no other plan has", () => {
    const repair = { ...newRepair(), plans: { ...newRepair().plans, good: { mends: [mend("glue-break-1", "crack-1")] } } };
    expect(withFreeId(mend("glue-break-1", "crack-1"), repair).id).toBe("glue-break-2");
    expect(freshIds([mend("a-0", "x"), mend("a-1", "x")], repair).map((m) => m.id)).toEqual(["a-1", "a-2"]);
  });
  it("go with the damage that they mend, from every plan", () => {
    const crack = newDamage("crack", newRepair(), spot, catalogue);
    const both = { mends: [mend("m-1", "crack-1"), mend("m-2", "other")] };
    const left = withoutDamage({ ...newRepair(), damages: [crack], plans: { today: both, good: both, looks: both } }, "crack-1");
    expect(left.damages).toEqual([]);
    expect(left.plans.good.mends.map((m) => m.id)).toEqual(["m-2"]);
  });
});
