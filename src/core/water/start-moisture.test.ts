import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { missingWater } from "./start-moisture";

describe("moisture at the start", () => {
  const loam = { texture: "loam", rootDepthM: 0.4 } as const;
  const missing = (more: Parameters<typeof missingWater>[0]) => unwrap(missingWater(more)).missingMm;
  it("by volume, by mass, by hand and by suction", () => {
    // 280 mm/m held, 200 there: 80 x 0.4 = 32
    expect(missing({ ...loam, how: "volume", value: 20 })).toBeCloseTo(32, 9);
    // 15 % by mass x 1.4 = 21 % by volume: (280 - 210) x 0.4 = 28
    expect(missing({ ...loam, how: "mass", value: 15, bulkDensity: 1.4 })).toBeCloseTo(28, 9);
    // half left of 155 x 0.4 = 62
    expect(missing({ ...loam, how: "feel", value: 50 })).toBeCloseTo(31, 9);
    // ln(100/33) / ln(1500/33) = 1.1087 / 3.8167 = 0.2905; x 62 = 18.0
    expect(missing({ ...loam, how: "tension", value: 100 })).toBeCloseTo(18.01, 1);
  });
  it("never more than the soil gives, nor less than nothing, and less among stones", () => {
    expect(missing({ ...loam, how: "volume", value: 2 })).toBeCloseTo(62, 9);
    expect(missing({ ...loam, how: "volume", value: 40 })).toBe(0);
    expect(missing({ ...loam, how: "tension", value: 20 })).toBe(0);
    expect(missing({ ...loam, how: "feel", value: 50, stonesPct: 20 })).toBeCloseTo(24.8, 9);
  });
  it("names what is wrong", () => {
    const bad = missingWater({ ...loam, how: "volume", value: 120 });
    expect(bad.ok ? [] : bad.errors.map((e) => e.field)).toEqual(["value"]);
  });
});
