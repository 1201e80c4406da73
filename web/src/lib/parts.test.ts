import { describe, expect, it } from "vitest";

import type { AirframeFile } from "../api/types";
import { besideOf, halfSpan, partsOf, shownOf, withoutPart, withPart } from "./parts";

function file(): AirframeFile {
  const panel = { span_mm: 300 };
  return {
    airframe: { parts: { wing: { panels: [panel, panel] }, tailplane: { panels: [panel] }, fin: null, body: null } },
    schemes: [
      { id: "a", part: "wing" },
      { id: "b", part: "wing" },
      { id: "t", part: "tailplane" },
    ],
    chosen: { wing: "b" },
  } as unknown as AirframeFile;
}

describe("parts of an aircraft", () => {
  it("are those that are described", () => {
    expect(partsOf(file().airframe)).toEqual(["wing", "tailplane"]);
    expect(halfSpan(file().airframe.parts.wing)).toBe(600);
  });
  it("show their chosen scheme, or the first", () => {
    expect(shownOf(file(), "wing")?.id).toBe("b");
    expect(shownOf(file(), "tailplane")?.id).toBe("t");
    expect(besideOf(file(), "wing").map((s) => s.id)).toEqual(["t"]);
  });
  it("are changed without touching the others, and left alone where they are not there", () => {
    const was = file().airframe;
    const now = withPart(was, "tailplane", (p) => ({ ...p, panels: [] }));
    expect(now.parts.tailplane?.panels).toEqual([]);
    expect(now.parts.wing).toEqual(was.parts.wing);
    expect(withPart(was, "fin", (p) => p)).toEqual(was);
  });
  it("go with their schemes and their choice", () => {
    const now = withoutPart({ ...file(), chosen: { wing: "b", tailplane: "t" } }, "tailplane");
    expect(now.schemes.map((s) => s.id)).toEqual(["a", "b"]);
    expect(now.chosen).toEqual({ wing: "b" });
    expect(now.airframe.parts.tailplane).toBeNull();
  });
});
