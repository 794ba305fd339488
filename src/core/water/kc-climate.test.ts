import { describe, expect, it } from "vitest";
import { kcChange } from "./kc-climate";
import { evaporationKept, kcUnderMulch } from "./mulch";

describe("coefficients", () => {
  it("follow wind and humidity as in FAO-56, example 27", () => {
    expect(1.2 + kcChange(4.6, 44, 2)).toBeCloseTo(1.3, 2);
    expect(1.2 + kcChange(1.3, 75, 2)).toBeCloseTo(1.07, 2);
    // at 2 m/s and 45 % nothing changes
    expect(kcChange(2, 45, 1)).toBe(0);
  });
  it("are less under mulch by what does not evaporate", () => {
    expect(evaporationKept({ kind: "straw", depthCm: 2.5 })).toBe(0.25);
    expect(evaporationKept({ kind: "straw", depthCm: 12 })).toBe(0.5);
    expect(evaporationKept({ kind: "film", coverPct: 60 })).toBeCloseTo(0.39, 9);
    expect(kcUnderMulch(0.7, 0.7, 0, 0.5)).toBeCloseTo(0.35, 9);
    // at full cover 0.05 evaporate: 1 - 0.05 x 0.5
    expect(kcUnderMulch(1, 0.7, 1, 0.5)).toBeCloseTo(0.975, 9);
  });
});
