import { describe, expect, it } from "vitest";

import type { Airframe, AirframeFile } from "../api/types";
import { besideOf, halfSpan, isOnEdge, otherwise, partOf, partsOf, shownOf, tailsFollow, withoutPart, withPart } from "./parts";

function file(): AirframeFile {
  const panel = { span_mm: 300 };
  return {
    airframe: { parts: { wing: { panels: [panel, panel] }, tailplane: { panels: [panel] }, fin: null, body: null }, gear: [], mounts: [] },
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
  it("keep their tails where they sit on the body, when its end or the wing moves along it", () => {
    const body = { wing_at_mm: 200, stations: [{ x_mm: 0 }, { x_mm: 800 }], boom: null };
    const was = { ...file().airframe, parts: { ...file().airframe.parts, body, tailplane: { arm_mm: 500 }, fin: null } } as unknown as Airframe;
    const with_ = (next: object) => ({ ...was, parts: { ...was.parts, body: { ...body, ...next } } }) as unknown as Airframe;
    expect(tailsFollow(was, with_({ wing_at_mm: 230 })).parts.tailplane?.arm_mm).toBe(470);
    expect(tailsFollow(was, with_({ stations: [{ x_mm: 0 }, { x_mm: 850 }] })).parts.tailplane?.arm_mm).toBe(550);
    expect(tailsFollow(was, with_({ boom: { ends_mm: 900 } })).parts.tailplane?.arm_mm).toBe(600);
    expect(tailsFollow(was, with_({ stations: [{ x_mm: 0 }, { x_mm: 400 }, { x_mm: 800 }] })).parts.tailplane).toBe(was.parts.tailplane);
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
  it("leave what sat in them in the wing, where it was", () => {
    const whole = file();
    const gear = [
      { id: "b", sits_in: "body", along_mm: 120, across_mm: 0, both_sides: false },
      { id: "s", sits_in: "wing", along_mm: 200, across_mm: 60, both_sides: true },
      { id: "p", sits_in: "body", along_mm: 300, across_mm: 15, both_sides: true },
    ];
    const mounts = [
      { id: "f", on: "body" },
      { id: "s", on: "wing" },
    ];
    const airframe = { ...whole.airframe, parts: { ...whole.airframe.parts, body: { wing_at_mm: 200 } }, gear, mounts } as unknown as Airframe;
    const then = withoutPart({ ...whole, airframe }, "body").airframe;
    expect(then.mounts.map((m) => m.id)).toEqual(["s"]);
    const now = then.gear;
    expect(now[0]).toMatchObject({ sits_in: "wing", along_mm: 0, across_mm: -80 });
    expect(now[1]).toEqual(gear[1]);
    expect(now[2]).toMatchObject({ sits_in: "wing", along_mm: 15, across_mm: 100 });
  });
  it("read a body as one stretch, and tell what is described otherwise", () => {
    const body = {
      stations: [
        { x_mm: 0, width_mm: 40, height_mm: 50 },
        { x_mm: 700, width_mm: 20, height_mm: 30 },
      ],
      walls: { kind: "walls", peeled_inside: "none" },
    };
    const whole = file();
    const airframe = { ...whole.airframe, parts: { ...whole.airframe.parts, body } } as unknown as AirframeFile["airframe"];
    expect(halfSpan(partOf(airframe, "body"))).toBe(700);
    expect(isOnEdge(partOf(airframe, "body"))).toBe(false);
    const standing = { ...body, walls: { kind: "profile", thickness_mm: 5 } };
    const beside = { ...airframe, parts: { ...airframe.parts, body: standing } } as unknown as typeof airframe;
    expect(isOnEdge(partOf(beside, "body"))).toBe(true);
    expect(partOf(beside, "body").panels[0]!.root_chord_mm).toBe(standing.stations[0]!.height_mm);
    const peeled = { walls: { peeled_inside: "both", kind: "walls" } };
    expect(otherwise(airframe, "body", peeled)).toEqual(peeled);
    expect(otherwise(airframe, "body", { walls: { peeled_inside: "none", kind: "walls" } })).toEqual({});
  });
});
