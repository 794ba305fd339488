import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { espFromSar, leachingShare, leachingWater } from "./reclaim";

describe("sodium from the extract", () => {
  it("is by Handbook 60", () => {
    // 0.01475 x 13 - 0.0126 = 0.17915; / 1.17915 = 15.19 %
    expect(espFromSar(13)).toBeCloseTo(15.193, 3);
    expect(espFromSar(0.2)).toBe(0);
  });
});

describe("water to leach salt", () => {
  const clay = { ecE: 8, wantedEcE: 4, depthCm: 60, textureClass: "siltyClay" } as const;
  it("is k x depth x salt now over salt wanted", () => {
    // ponded on fine soil: 0.3 x 600 x 2 = 360; sprinkled 0.1: 120; peat 0.45: 540
    expect(unwrap(leachingWater(clay)).mm).toBeCloseTo(360, 9);
    expect(unwrap(leachingWater({ ...clay, way: "sprinkled" })).mm).toBeCloseTo(120, 9);
    expect(unwrap(leachingWater({ ...clay, organicMatterPct: 40 })).mm).toBeCloseTo(540, 9);
    expect(unwrap(leachingWater({ ...clay, textureClass: "sand" })).mm).toBeCloseTo(120, 9);
  });
  it("is none where there is no more than wanted", () => {
    expect(unwrap(leachingWater({ ...clay, ecE: 4 })).mm).toBe(0);
  });
  it("names what it cannot use", () => {
    const result = leachingWater({ ...clay, wantedEcE: 0 });
    expect(result.ok ? "" : result.errors[0]?.field).toBe("wantedEcE");
  });
});

describe("the share that keeps salt low", () => {
  it("is the water's salt over five times the soil's less it", () => {
    // 1.2 / (15 - 1.2) = 8.70 %
    expect(unwrap(leachingShare({ ecW: 1.2, ecE: 3 })).sharePct).toBeCloseTo(8.696, 3);
  });
  it("cannot be where the water is five times as salty", () => {
    const result = leachingShare({ ecW: 15, ecE: 3 });
    expect(result.ok ? "" : result.errors[0]?.message).toBe(
      "ecW: 15 given, allowed is under five times the soil's 3 dS/m",
    );
  });
});
