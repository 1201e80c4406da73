import { describe, expect, it } from "vitest";

import { faultPlace } from "./faultPlace";

describe("where a fault of a file is", () => {
  it("is told in words, not as a path", () => {
    expect(faultPlace({ field: "airframe.parts.wing.panels.0.span_mm", label: "panel span" })).toBe("Panel span of the first panel of the wing");
    expect(faultPlace({ field: "schemes.1.pieces.6.rod.diameter_mm", label: "diameter" })).toBe("Diameter of the 7th piece of the second scheme");
    expect(faultPlace({ field: "airframe.flight.speed_m_s", label: "top speed" })).toBe("Top speed of how it is flown");
    expect(faultPlace({ field: "airframe.name", label: "name" })).toBe("Name");
    expect(faultPlace({ field: "", label: "the rest" })).toBe("The rest");
  });
});
