import { describe, expect, it } from "vitest";

import { actionOf, nextOf } from "./keys";

describe("single keys of the bench", () => {
  it("tells tabs by their number", () => {
    expect(actionOf("1")).toEqual({ tab: 0 });
    expect(actionOf("8")).toEqual({ tab: 7 });
    expect(actionOf("0")).toBeNull();
  });
  it("knows few letters and no others", () => {
    expect(["a", "N", "f", "e"].map(actionOf)).toEqual(["add", "next", "field", "end"]);
    expect(["x", "Enter", "toString", " "].map(actionOf)).toEqual([null, null, null, null]);
  });
  it("goes round the pieces", () => {
    expect(nextOf(["a", "b"], null)).toBe("a");
    expect(nextOf(["a", "b"], "a")).toBe("b");
    expect(nextOf(["a", "b"], "b")).toBe("a");
    expect(nextOf(["a", "b"], "gone")).toBe("a");
    expect(nextOf([], null)).toBeNull();
  });
});
