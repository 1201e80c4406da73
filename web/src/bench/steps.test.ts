import { describe, expect, it } from "vitest";

import type { AirframeFile } from "../api/types";
import { type Action, type History, step } from "./steps";

const named = (name: string) => ({ airframe: { name } }) as unknown as AirframeFile;
const START: History = { past: [], now: named("a"), future: [], key: null };

function after(...actions: Action[]): History {
  return actions.reduce(step, START);
}

const to = (name: string, key: string | null = null): Action => ({ do: "change", next: () => named(name), key });

describe("steps back", () => {
  it("go back and forth", () => {
    expect(after(to("b"), to("c"), { do: "undo" }).now).toEqual(named("b"));
    expect(after(to("b"), to("c"), { do: "undo" }, { do: "redo" }).now).toEqual(named("c"));
    expect(after({ do: "undo" })).toBe(START);
    expect(after({ do: "redo" })).toBe(START);
  });
  it("are one for a drag, until it settles", () => {
    const dragged = after(to("b", "end"), to("c", "end"), to("d", "end"));
    expect(dragged.past).toHaveLength(1);
    expect(step(dragged, { do: "undo" }).now).toEqual(named("a"));
    expect(after(to("b", "end"), { do: "settle" }, to("c", "end")).past).toHaveLength(2);
  });
  it("lose what was ahead when something new is done", () => {
    expect(after(to("b"), { do: "undo" }, to("c")).future).toEqual([]);
  });
  it("are not made by a change that changes nothing", () => {
    expect(step(START, { do: "change", next: (f) => f, key: null })).toBe(START);
  });
  it("lead back from what was put in the place of all", () => {
    expect(after(to("b"), { do: "replace", file: named("theirs") }, { do: "undo" }).now).toEqual(named("b"));
  });
  it("keep the last two hundred", () => {
    expect(after(...Array.from({ length: 230 }, (_, k) => to(`${k}`))).past).toHaveLength(200);
  });
});
