import { describe, expect, it } from "vitest";

import type { AirframeFile } from "../api/types";
import { ofNow } from "./unsaved";

describe("what an older page has kept", () => {
  it("becomes a file of now", () => {
    const old = { version: 1, airframe: { name: "Knot", wing: { panels: [] }, targets: { break_g: 3 } }, schemes: [{ id: "a" }], chosen: "a" };
    const now = ofNow(old as unknown as AirframeFile);
    expect(now.version).toBe(2);
    expect(now.airframe.parts.wing).toEqual({ panels: [], targets: { break_g: 3 } });
    expect(now.schemes).toEqual([{ part: "wing", id: "a" }]);
    expect(now.chosen).toEqual({ wing: "a" });
  });
  it("is left alone where it is one already", () => {
    const file = { version: 2 } as unknown as AirframeFile;
    expect(ofNow(file)).toBe(file);
  });
});
