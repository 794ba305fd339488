import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { gradeShare, productSize } from "./product-size";

describe("the size of a bulb", () => {
  it("follows from yield and plants", () => {
    // 45 t/ha = 4,500 g/m2 / 68 = 66.18 g; a ball of 66.18 cm3: (6 x 66.18 / pi)^(1/3) = 126.4^(1/3) = 5.018 cm
    const { unitG, diameterMm } = unwrap(
      productSize({ yieldTPerHa: 45, plantsPerM2: 68, unitsPerPlant: 1, gPerCm3: 1 }),
    );
    expect(unitG).toBeCloseTo(66.18, 2);
    expect(diameterMm).toBeCloseTo(50.18, 1);
    // ten tubers a plant: 4,200 / (4 x 10) = 105 g
    expect(unwrap(productSize({ yieldTPerHa: 42, plantsPerM2: 4, unitsPerPlant: 10, gPerCm3: 1.08 })).unitG).toBe(105);
  });
  it("is refused where there is none, by its names", () => {
    const bad = productSize({ yieldTPerHa: 0, plantsPerM2: 0, unitsPerPlant: 0, gPerCm3: 0 });
    expect(bad.ok ? [] : bad.errors.map((e) => e.field)).toEqual([
      "yieldTPerHa",
      "plantsPerM2",
      "unitsPerPlant",
      "gPerCm3",
    ]);
  });
});

describe("the share in grade", () => {
  const share = (atLeastMm?: number, atMostMm?: number) =>
    unwrap(gradeShare({ meanMm: 50, spreadPct: 20, atLeastMm, atMostMm })).sharePct;
  it("is that of a normal spread", () => {
    // tables of the normal distribution: one standard deviation (10 mm) either side 68.27 %, over it 15.87 %, over two 2.28 %
    expect(share(40, 60)).toBeCloseTo(68.27, 2);
    expect(share(60)).toBeCloseTo(15.87, 2);
    expect(share(undefined, 70)).toBeCloseTo(97.72, 2);
    expect(share()).toBe(100);
  });
  it("names limits that stand upside down", () => {
    const bad = gradeShare({ meanMm: 50, spreadPct: 20, atLeastMm: 60, atMostMm: 40 });
    expect(bad.ok ? "" : bad.errors[0]?.field).toBe("atMostMm");
  });
});
