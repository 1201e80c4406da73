import { describe, expect, it } from "vitest";

import { builds, countdown, factor, inside, inUnits, length, mass, minutes, percent, rough, signed, temperature, told, trim } from "./show";

describe("figures as a builder reads them", () => {
  it("trims what is not known", () => {
    expect(trim(1.5, 2)).toBe("1.5");
    expect(trim(-0.001, 1)).toBe("0");
    expect(rough(123.4)).toBe("123");
    expect(rough(0.126)).toBe("0.13");
  });
  it("keeps load factors and grams apart", () => {
    expect(factor(13.14, "G")).toBe("13.1 G");
    expect(factor(5, "N")).toBe("5 N");
    expect(factor(2.44, "times")).toBe("2.4 times");
    expect(mass(13.14, "metric")).toBe("13 g");
  });
  it("writes inches as fractions", () => {
    expect(length(25.4, "inch")).toBe("1 in");
    expect(length(6.35, "inch")).toBe("1/4 in");
    expect(length(-38.1, "inch")).toBe("−1 1/2 in");
    expect(length(4.76, "inch")).toBe("3/16 in");
    // no place along a span is known to 1/64 in
    expect(length(1194.2, "inch")).toBe("47 in");
    expect(mass(1000, "inch")).toBe("2 lb 3.3 oz");
  });
  it("says what a piece multiplies once it more than doubles", () => {
    expect(percent(0.3)).toBe("+30 %");
    expect(percent(6.7)).toBe("×7.7");
    expect(signed(-0.04)).toBe("0");
    expect(signed(2)).toBe("+2");
    expect(minutes(97)).toBe("1 h 35 min");
  });

  it("counts builds as people do, and writes a minus as one", () => {
    expect([0.01, 0.14, 0.5, 0.72, 0.99].map(builds)).toEqual(["1 build in 100", "1 build in 7", "5 builds in 10", "7 builds in 10", "nearly every build"]);
    expect(trim(-2.13, 1)).toBe("−2.1");
    expect(trim(-0.01, 1)).toBe("0");
  });
});

describe("the units of whoever reads", () => {
  it("turns a figure's unit and keeps the words behind it", () => {
    expect(inUnits(25.4, "mm", "inch").value).toBeCloseTo(1, 9);
    expect(inUnits(1, "N m nose up", "mixed").unit).toBe("lb in nose up");
    expect(inUnits(1, "N m²", "inch").value).toBeCloseTo(348.45, 1);
    expect(inUnits(2, "Hz", "inch")).toEqual({ value: 2, unit: "Hz" });
    expect(told(120, "N mm", "inch")).toBe("17 oz in");
    expect(told(14, "m/s", "metric")).toBe("14 m/s");
    expect(temperature(20, "inch")).toBe("68 °F");
  });
  it("reads all but sizes of stock in inches where both are read", () => {
    expect(length(25.4, "mixed")).toBe("1 in");
    expect(mass(28.35, "mixed")).toBe("1 oz");
  });
});

it("puts a label inside a sentence", () => {
  expect(inside("Epoxy, slow")).toBe("epoxy, slow");
  expect(inside("PVA")).toBe("PVA");
  expect(inside("")).toBe("");
});

it("counts down in what is left", () => {
  expect(countdown(803_000)).toBe("13:23");
  expect(countdown(59_999)).toBe("0:59");
  expect(countdown(7_716_000)).toBe("2 h 08 min");
  expect(countdown(185_202_000)).toBe("2 days 3 h");
  expect(countdown(86_400_000)).toBe("1 day 0 h");
});
