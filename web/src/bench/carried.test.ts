import { describe, expect, it } from "vitest";

import type { Verdict } from "../api/types";
import { carried } from "./carried";

function verdict(value: number, low: number, high: number, more: object = {}): Verdict {
  return { breaks: { n: { value, low, high } }, ledger: ["old"], groups: [], drivers: {}, drawing: {}, curves: {}, ...more } as unknown as Verdict;
}

describe("ranges while something moves", () => {
  it("are laid round the new typical figure in proportion", () => {
    const now = carried(verdict(20, 20, 20, { ledger: [] }), verdict(10, 8, 13));
    expect(now.breaks.n).toEqual({ value: 20, low: 16, high: 26 });
  });
  it("keep the last ledger until it is told anew", () => {
    expect(carried(verdict(20, 20, 20, { ledger: [] }), verdict(10, 8, 13)).ledger).toEqual(["old"]);
  });
  it("leave a figure that has its own range alone", () => {
    expect(carried(verdict(20, 19, 22), verdict(10, 8, 13)).breaks.n).toEqual({ value: 20, low: 19, high: 22 });
  });
  it("carry over the gap where a figure goes through nothing", () => {
    expect(carried(verdict(-2, -2, -2), verdict(1, 0.5, 2)).breaks.n).toEqual({ value: -2, low: -2.5, high: -1 });
  });
});
