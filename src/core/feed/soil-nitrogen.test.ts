import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { leachedNitrogen, mineralisedNitrogen } from "./soil-nitrogen";

describe("mineralised nitrogen", () => {
  const n = (organicMatterPct: number, meanTemperatureC: number) =>
    unwrap(mineralisedNitrogen({ organicMatterPct, meanTemperatureC })).kgPerHa;
  it("goes by organic matter and warmth, within 10 and 120", () => {
    // 20 x 3 x 10 / 15 = 40; 20 x 2.2 x 28 / 15 = 82.1
    expect(n(3, 10)).toBeCloseTo(40, 9);
    expect(n(2.2, 28)).toBeCloseTo(82.133, 3);
    expect(n(0.5, 8)).toBe(10);
    expect(n(3, -5)).toBe(10);
    expect(n(30, 12)).toBe(120);
  });
  it("names what it cannot use", () => {
    const result = mineralisedNitrogen({ organicMatterPct: 120, meanTemperatureC: Number.NaN });
    expect(result.ok ? [] : result.errors.map((e) => e.field)).toEqual(["organicMatterPct", "meanTemperatureC"]);
  });
});

describe("leached nitrogen", () => {
  it("falls with what drains through what the soil holds", () => {
    // 60 x exp(-120 / 360) = 60 x 0.7165 = 42.99
    expect(unwrap(leachedNitrogen({ measuredKgPerHa: 60, drainageMm: 120, heldMm: 360 })).leftKgPerHa).toBeCloseTo(
      42.99,
      2,
    );
    expect(unwrap(leachedNitrogen({ measuredKgPerHa: 60, drainageMm: 0, heldMm: 360 })).leftKgPerHa).toBe(60);
    expect(leachedNitrogen({ measuredKgPerHa: 60, drainageMm: 10, heldMm: 0 }).ok).toBe(false);
  });
});
