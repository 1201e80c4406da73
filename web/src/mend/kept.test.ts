import { describe, expect, it } from "vitest";

import type { LifeEntry, Repair } from "../api/types";
import { arrived, isEmpty, NOTHING, readWaiting, type Waiting, withEntry, withoutEntry, withoutPicture, withPicture, withRepair, writeWaiting } from "./kept";

const repair = (id: string, note = "") => ({ id, note }) as unknown as Repair;
const entry = (id: string) => ({ id }) as unknown as LifeEntry;

function store() {
  const kept = new Map<string, string>();
  return {
    kept,
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key),
  };
}

describe("what waits on the phone", () => {
  it("is read back as it was written, for that person and airframe alone", () => {
    const s = store();
    const waiting = withEntry(withRepair(NOTHING, { row: null, basedOn: 1, repair: repair("r1") }), entry("e1"));
    expect(writeWaiting("ann", 7, waiting, s)).toBe(true);
    expect(readWaiting("ann", 7, s)).toEqual(waiting);
    expect(readWaiting("ann", 8, s)).toEqual(NOTHING);
    expect(readWaiting("bob", 7, s)).toEqual(NOTHING);
  });
  it("leaves nothing behind when all has arrived", () => {
    const s = store();
    writeWaiting("ann", 7, withEntry(NOTHING, entry("e1")), s);
    writeWaiting("ann", 7, withoutEntry(readWaiting("ann", 7, s), "e1"), s);
    expect(s.kept.size).toBe(0);
  });
  it("is nothing where what was kept cannot be read", () => {
    const s = store();
    s.setItem("mending-ann-7", "{oops");
    expect(readWaiting("ann", 7, s)).toEqual(NOTHING);
    s.setItem("mending-ann-7", '{"repairs": 3, "life": "x"}');
    expect(isEmpty(readWaiting("ann", 7, s))).toBe(true);
  });
  it("says so where there is no room", () => {
    const full = {
      setItem: () => {
        throw new DOMException("full", "QuotaExceededError");
      },
      removeItem: () => undefined,
    };
    expect(writeWaiting("ann", 7, withEntry(NOTHING, entry("e1")), full)).toBe(false);
  });
});

describe("a repair that has arrived", () => {
  it("goes", () => {
    const sent = { row: null, basedOn: 1, repair: repair("r1") };
    expect(isEmpty(arrived(withRepair(NOTHING, sent), sent, 5, 1))).toBe(true);
  });
  it("stays where it was changed meanwhile, made from what has arrived", () => {
    const sent = { row: null, basedOn: 1, repair: repair("r1") };
    const now: Waiting = withRepair(NOTHING, { row: null, basedOn: 1, repair: repair("r1", "more") });
    expect(arrived(now, sent, 5, 3).repairs.r1).toEqual({ row: 5, basedOn: 3, repair: repair("r1", "more") });
  });
  it("leaves others alone", () => {
    const sent = { row: 1, basedOn: 1, repair: repair("r1") };
    const other = { row: 2, basedOn: 4, repair: repair("r2") };
    expect(arrived(withRepair(withRepair(NOTHING, sent), other), sent, 1, 2).repairs).toEqual({ r2: other });
  });
});

describe("pictures and entries", () => {
  it("are kept once each", () => {
    const twice = withPicture(withPicture(NOTHING, "p1", "a"), "p1", "b");
    expect(twice.pictures).toEqual([{ key: "p1", picture: "b" }]);
    expect(withoutPicture(twice, "p1").pictures).toEqual([]);
    expect(withEntry(withEntry(NOTHING, entry("e1")), entry("e1")).life).toHaveLength(1);
  });
});
