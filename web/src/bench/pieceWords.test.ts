import { readFileSync } from "node:fs";

import { describe, expect, it } from "vitest";

import { choiceWord, fieldLabel, wholeHint } from "./pieceWords";

describe("words of a piece's fields", () => {
  it("are those of what it is laid on", () => {
    expect(fieldLabel("y_to_mm", "half")).toBe("Ends, out from the root");
    expect(fieldLabel("y_to_mm", "body")).toBe("Ends, behind the nose");
    expect(fieldLabel("chord_from", "profile")).toBe("Down from the top edge, at its start");
    expect(fieldLabel("pitch_mm", "body")).toBeUndefined();
    expect(choiceWord("surface", "both", "body")).toBe("top and bottom");
    expect(choiceWord("surface", "both", "profile")).toBe("left and right");
    expect(choiceWord("level", "top", "profile")).toBe("on the left");
    expect(choiceWord("laid", "across", "body")).toBe("straight across");
    expect(wholeHint("body")).toContain("its length");
  });

  it("are plain words for every choice there is", () => {
    const told = JSON.parse(readFileSync("../docs/airframe-file.schema.json", "utf8")) as {
      $defs: Record<string, { properties?: Record<string, { enum?: string[] }> }>;
    };
    const pieces = Object.values(told.$defs).filter((d) => d.properties?.y_from_mm && d.properties.on);
    expect(pieces.length).toBeGreaterThan(20);
    for (const piece of pieces)
      for (const [field, { enum: choices }] of Object.entries(piece.properties!))
        for (const value of choices ?? [])
          for (const on of ["half", "body", "profile"] as const) expect(choiceWord(field, value, on), `${field} ${value}`).not.toContain("_");
  });
});
