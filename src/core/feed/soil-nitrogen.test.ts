import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { TEXTURE_CLASSES } from "../soil/texture";
import { leachLayers } from "./leach-layers";
import { mineralisedNitrogen, ratePctOf } from "./soil-nitrogen";

const days = (n: number, of: number) => new Array<number>(n).fill(of);
const TOPSOIL = { organicMatterPct: 3, depthCm: 20, bulkDensityTPerM3: 1.3 };

describe("mineralised nitrogen", () => {
  const n = (soilTempC: number[], more: object = {}) =>
    unwrap(mineralisedNitrogen({ ...TOPSOIL, soilTempC, ...more })).kgPerHa;
  it("is a share of the organic nitrogen by degree days: 2,600 t of soil x 3 % x 0.58 / 12 = 3,770 kg; 100 days of 10 C", () => {
    // 3,770 x 0.015 / 365 x 100
    expect(n(days(100, 10))).toBeCloseTo(15.493, 3);
    // 20 C twice as much, 0 C none, half wet half as much
    expect(n(days(100, 20))).toBeCloseTo(30.986, 3);
    expect(n(days(100, 0))).toBe(0);
    expect(n(days(100, 10), { wetness: days(100, 0.5) })).toBeCloseTo(7.747, 3);
    // C:N 10, 2 % a year, q10 3 at 20 C: 78,000 kg x 0.58 / 10 = 4,524 kg x 0.02 / 365 x 3 x 10 days
    expect(n(days(10, 20), { cnRatio: 10, pctPerYearAt10C: 2, q10: 3 })).toBeCloseTo(7.437, 3);
  });
  it("adds up over its days, and over longer spans", () => {
    const found = unwrap(mineralisedNitrogen({ ...TOPSOIL, soilTempC: [5, 10, 15, -2], wetness: [1, 1, 0.4, 1] }));
    // 0.15493 a day at 10 C; 2^-0.5, 1, 2^0.5 x 0.4
    expect(found.perDay.map((kg) => Number(kg.toFixed(5)))).toEqual([0.10955, 0.15493, 0.08764, 0]);
    expect(found.perDay.reduce((a, b) => a + b, 0)).toBeCloseTo(found.kgPerHa, 12);
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 300 }), fc.double({ min: 1, max: 30, noNaN: true }), (long, t) => {
        expect(n(days(long + 1, t))).toBeGreaterThan(n(days(long, t)));
      }),
    );
  });
  it("is slower in clay: 1.5 % x 400 / (200 + clay)", () => {
    // loam 180 g/kg: 600 / 380; clay 580: 600 / 780; sand 30: 600 / 230
    expect(ratePctOf("loam")).toBeCloseTo(1.5789, 4);
    expect(ratePctOf("clay")).toBeCloseTo(0.7692, 4);
    expect(ratePctOf("sand")).toBeCloseTo(2.6087, 4);
    expect(Math.min(...TEXTURE_CLASSES.map(ratePctOf))).toBe(ratePctOf("clay"));
  });
  it("names what it cannot use", () => {
    const bad = {
      organicMatterPct: 120,
      depthCm: 20,
      bulkDensityTPerM3: 1.3,
      soilTempC: [4, Number.NaN],
      wetness: [1],
    };
    const result = mineralisedNitrogen(bad);
    expect(result.ok ? [] : result.errors.map((e) => e.field)).toEqual(["organicMatterPct", "soilTempC.1", "wetness"]);
    const none = mineralisedNitrogen({ ...TOPSOIL } as never);
    expect(none.ok ? [] : none.errors.map((e) => e.field)).toEqual(["soilTempC"]);
  });
});

describe("nitrate in layers", () => {
  const layer = (nitrateKgPerHa: number) => ({ waterAtCapacityMm: 30, nitrateKgPerHa });
  it("goes down with what drains, mixed with each layer's own", () => {
    // 10 mm: 40 x 10/40 = 10 go on; 20 + 10 = 30 x 10/40 = 7.5 leached; left 30 and 22.5
    // 20 mm: 30 x 20/50 = 12 go on; 22.5 + 12 = 34.5 x 20/50 = 13.8 leached; left 18 and 20.7; 21.3 in all
    const found = unwrap(leachLayers({ layers: [layer(40), layer(20)], drainageMm: [10, 20] }));
    expect(found.layers[0]?.nitrateKgPerHa).toBeCloseTo(18, 12);
    expect(found.layers[1]?.nitrateKgPerHa).toBeCloseTo(20.7, 12);
    expect(found.leachedKgPerHa).toBeCloseTo(21.3, 12);
  });
  it("is never lost nor made, and more of it goes the more drains", () => {
    const mm = fc.double({ min: 0, max: 80, noNaN: true });
    const layers = fc.array(
      fc.record({ waterAtCapacityMm: fc.double({ min: 5, max: 80, noNaN: true }), nitrateKgPerHa: mm }),
      {
        minLength: 1,
        maxLength: 12,
      },
    );
    fc.assert(
      fc.property(layers, fc.array(mm, { maxLength: 30 }), mm, (soil, drainageMm, more) => {
        const before = soil.reduce((sum, l) => sum + l.nitrateKgPerHa, 0);
        const found = unwrap(leachLayers({ layers: soil, drainageMm }));
        const left = found.layers.reduce((sum, l) => sum + l.nitrateKgPerHa, 0);
        expect(left + found.leachedKgPerHa).toBeCloseTo(before, 6);
        const wetter = unwrap(leachLayers({ layers: soil, drainageMm: [...drainageMm, more] }));
        expect(wetter.leachedKgPerHa).toBeGreaterThanOrEqual(found.leachedKgPerHa - 1e-9);
      }),
    );
  });
  it("names what it cannot use, by its place", () => {
    const result = leachLayers({
      layers: [layer(4), { waterAtCapacityMm: 0, nitrateKgPerHa: -1 }],
      drainageMm: [3, -1],
    });
    expect(result.ok ? [] : result.errors.map((e) => e.field)).toEqual([
      "layers.1.waterAtCapacityMm",
      "layers.1.nitrateKgPerHa",
      "drainageMm.1",
    ]);
    const none = leachLayers({ layers: [], drainageMm: undefined as never });
    expect(none.ok ? [] : none.errors.map((e) => e.field)).toEqual(["layers", "drainageMm"]);
  });
});
