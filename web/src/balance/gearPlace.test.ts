import { describe, expect, it } from "vitest";

import type { Gear } from "../api/types";
import { dragOf, gearName, movedBy } from "./gearPlace";

const battery: Gear = {
  id: "b", kind: "battery", name: "", grams: 105, off_by: 0.03, long_mm: 72, wide_mm: 35, high_mm: 22, sits_in: "body", along_mm: 100,
  across_mm: 0, up_mm: 0, both_sides: false, held: "strap", slides: true,
}; // prettier-ignore

describe("moving what is carried", () => {
  it("goes along and across a body, and up", () => {
    expect(movedBy(battery, { aft: -20.4, out: 3, up: 5 })).toMatchObject({ along_mm: 80, across_mm: 3, up_mm: 5 });
    expect(movedBy({ ...battery, both_sides: true, across_mm: 20 }, { out: 5 }, -1)).toMatchObject({ across_mm: 15 });
    expect(movedBy(battery, { aft: -9000 }).along_mm).toBe(-300);
  });
  it("goes out along a wing, where it is not in the middle", () => {
    const servo: Gear = { ...battery, kind: "servo", sits_in: "wing", along_mm: 250, across_mm: 60, both_sides: true };
    expect(movedBy(servo, { aft: 10, out: 15 })).toMatchObject({ along_mm: 265, across_mm: 70 });
    expect(movedBy(servo, { out: 15 }, -1)).toMatchObject({ along_mm: 235 });
    expect(movedBy({ ...servo, both_sides: false, along_mm: 0 }, { out: 15 })).toMatchObject({ along_mm: 0 });
  });
  it("is told by the view it is dragged in", () => {
    expect(dragOf("plan", 4, 7)).toEqual({ out: 4, aft: 7 });
    expect(dragOf("side", 4, 7)).toEqual({ aft: 4, up: -7 });
  });
  it("has a name", () => {
    expect(gearName(battery)).toBe("battery");
    expect(gearName({ ...battery, name: "3S 1300" })).toBe("3S 1300");
  });
});
