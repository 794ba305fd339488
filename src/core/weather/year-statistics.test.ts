import { describe, expect, it } from "vitest";
import { DELTA, UPLAND_PLAIN } from "./example-climates";
import { yearStatistics } from "./year-statistics";

const plain = yearStatistics(UPLAND_PLAIN, 30, 60);
const delta = yearStatistics(DELTA, 35, 60);

describe("yearStatistics", () => {
  it("has 36 dekads whose rain and evapotranspiration make up the year's", () => {
    expect(plain.dekads).toHaveLength(36);
    expect(plain.dekads.map((d) => d.from).slice(0, 4)).toEqual(["01-01", "01-11", "01-21", "02-01"]);
    // normals: 640 mm of rain, 798 of evapotranspiration; sixty simulated years lie within a tenth
    const sum = (of: (d: (typeof plain.dekads)[number]) => number) => plain.dekads.reduce((s, d) => s + of(d), 0);
    expect(Math.abs(sum((d) => d.rainMm) / 640 - 1)).toBeLessThan(0.1);
    expect(Math.abs(sum((d) => d.etoMm) / 798 - 1)).toBeLessThan(0.1);
  });
  it("orders what it gives as one in ten, mean, nine in ten", () => {
    for (const d of plain.dekads) {
      expect(d.coldC).toBeLessThan(d.warmC);
      expect(d.dryRainMm <= d.rainMm && d.rainMm <= d.wetRainMm).toBe(true);
      expect(d.tminC).toBeLessThan(d.tmaxC);
    }
  });
  it("has frosts in winter and none in July on the plain, none in the delta", () => {
    expect(plain.dekads[1]!.frostPct).toBeGreaterThan(95);
    expect(plain.dekads[19]!.frostPct).toBe(0);
    expect(Math.max(...delta.dekads.map((d) => d.frostPct))).toBe(0);
    expect(plain.lastSpringFrost!.early < plain.lastSpringFrost!.middle).toBe(true);
    expect(plain.lastSpringFrost!.middle > "03-15" && plain.lastSpringFrost!.middle < "05-20").toBe(true);
    expect(plain.firstAutumnFrost!.middle > "09-15" && plain.firstAutumnFrost!.middle < "11-20").toBe(true);
    expect(delta.lastSpringFrost).toBeNull();
  });
  it("knows one rainy season in the delta and none on the plain", () => {
    expect(plain.rains).toBeNull();
    expect(delta.rains!.onset!.middle < delta.rains!.end!.middle).toBe(true);
  });
  it("turns the year about south of the equator", () => {
    const south = {
      ...UPLAND_PLAIN,
      latitudeDeg: -47,
      months: [...UPLAND_PLAIN.months.slice(6), ...UPLAND_PLAIN.months.slice(0, 6)],
    };
    const turned = yearStatistics(south, 30, 40);
    // its spring is in the second half of the calendar year
    expect(turned.lastSpringFrost!.middle > "09-15" && turned.lastSpringFrost!.middle < "11-25").toBe(true);
    expect(turned.firstAutumnFrost!.middle > "03-15" && turned.firstAutumnFrost!.middle < "05-25").toBe(true);
  });
});
