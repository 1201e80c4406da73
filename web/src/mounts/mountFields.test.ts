import { readFileSync } from "node:fs";

import { describe, expect, it } from "vitest";

import type { Mount } from "../api/types";
import { type FieldFacts, fieldsOf } from "./mountFields";

interface Definition {
  properties: Record<string, FieldFacts & { default?: unknown; const?: string; type?: string }>;
}

const told = JSON.parse(readFileSync("../docs/airframe-file.schema.json", "utf8")) as { $defs: Record<string, Partial<Definition>> };
const mounts = Object.values(told.$defs).filter((d): d is Definition => d.properties?.along_mm !== undefined && d.properties.on !== undefined);

describe("fields of a mount", () => {
  it("have plain words for every choice there is", () => {
    expect(mounts.length).toBeGreaterThan(11);
    for (const { properties } of mounts)
      for (const [name, facts] of Object.entries(properties)) {
        if (name === "on" || !facts.enum) continue;
        expect(Object.keys(facts.words ?? {}).sort(), name).toEqual([...facts.enum].sort());
        for (const word of Object.values(facts.words!)) expect(word).not.toContain("_");
      }
  });

  it("are those that mean something, its place first and its name last", () => {
    const firewall = mounts.find((d) => d.properties.kind!.const === "firewall")!;
    const plain = { kind: "firewall", beside: "none", seated: "inside" } as unknown as Mount;
    const fields = fieldsOf(plain, firewall.properties);
    expect(fields.slice(0, 2)).toEqual(["on", "along_mm"]);
    expect(fields.at(-1)).toBe("name");
    expect(fields).not.toContain("beside_mm");
    expect(fields).not.toContain("id");
    expect(fieldsOf({ ...plain, beside: "sticks" } as unknown as Mount, firewall.properties)).toContain("beside_mm");
  });

  it("name only fields that there are", () => {
    for (const { properties } of mounts) {
      const mount = Object.fromEntries(Object.entries(properties).map(([n, f]) => [n, f.default ?? f.const])) as unknown as Mount;
      for (const name of fieldsOf(mount, properties)) expect(properties).toHaveProperty(name);
    }
  });
});
