import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { sunPays, sunPump } from "./sun-pump";

describe("a pump on sunlight", () => {
  it("is as large as its dearest month asks for", () => {
    const sun = Array.from({ length: 12 }, () => 18);
    const sized = unwrap(
      sunPump({
        months: [
          { month: 5, kwh: 300, m3: 3000, days: 30 },
          { month: 6, kwh: 155, m3: 1550, days: 31 },
        ],
        solarMjPerM2: sun,
        performanceRatioPct: 75,
        largestGiftM3: 900,
      }),
    );
    // 10 kWh a day in 5 hours at 75 %
    expect(sized.kwPeak).toBeCloseTo(2.667, 3);
    expect(sized.months[1]?.kwPeak).toBeCloseTo(1.333, 3);
    // 100 m3 come on a day
    expect(sized.tankM3).toBe(800);
  });
  it("pays for itself by the power that is not bought", () => {
    const pays = unwrap(sunPays({ price: 6600, subsidyPct: 50, kwhPerYear: 1500, perKwh: 0.55, lifeYears: 20 }));
    expect(pays.own).toBe(3300);
    expect(pays.years).toBeCloseTo(4, 9);
    expect(pays.perKwhOverLife).toBeCloseTo(0.11, 9);
    expect(unwrap(sunPays({ price: 1, subsidyPct: 0, kwhPerYear: 0, perKwh: 1, lifeYears: 1 })).years).toBe(
      Number.POSITIVE_INFINITY,
    );
  });
});
