import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { drillCheck } from "./drill-check";
import { nurserySeed, plantingStock } from "./planting-stock";
import { reconcilePlanting } from "./reconcile-planting";
import { populationFromRate, sowingRate } from "./sowing-rate";

const lot = { thousandGrainWeightG: 47.5, germinationPct: 96, fieldEmergencePct: 88 };

describe("sowingRate and populationFromRate", () => {
  it("sows 331.4 seeds/m2 and 157.4 kg/ha for 280 plants/m2", () => {
    // 280 / 0.96 / 0.88 = 331.44; x 47.5 / 100 = 157.43
    const value = unwrap(sowingRate({ targetPlantsPerM2: 280, ...lot }));
    expect(value.seedsPerM2).toBeCloseTo(331.439, 3);
    expect(value.kgPerHa).toBeCloseTo(157.434, 3);
  });
  it("are each other's inverse", () => {
    const pct = fc.double({ min: 1.01, max: 100, noNaN: true });
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 5000, noNaN: true }),
        fc.double({ min: 0.1, max: 500, noNaN: true }),
        pct,
        pct,
        (plants, thousandGrainWeightG, germinationPct, fieldEmergencePct) => {
          const seed = { thousandGrainWeightG, germinationPct, fieldEmergencePct };
          const { kgPerHa } = unwrap(sowingRate({ targetPlantsPerM2: plants, ...seed }));
          fc.pre(kgPerHa <= 10_000);
          expect(unwrap(populationFromRate({ kgPerHa, ...seed })).plantsPerM2).toBeCloseTo(plants, 6);
        },
      ),
    );
  });
  it("refuses a fraction typed for per cent: 0.96 made 16,500 kg/ha of it", () => {
    const result = sowingRate({
      targetPlantsPerM2: 280,
      thousandGrainWeightG: 47.5,
      germinationPct: 0.96,
      fieldEmergencePct: 88,
    });
    expect(result.ok ? "" : result.errors.map((e) => e.message).join()).toBe(
      "germinationPct: 0.96 given, allowed is a number above 1 up to 100 %",
    );
  });
  it("refuses missing, infinite and impossible figures by name", () => {
    const result = sowingRate({
      targetPlantsPerM2: Number.POSITIVE_INFINITY,
      thousandGrainWeightG: 47,
      germinationPct: 104,
    } as never);
    expect(result.ok ? [] : result.errors.map((e) => e.field)).toEqual([
      "targetPlantsPerM2",
      "germinationPct",
      "fieldEmergencePct",
    ]);
  });
});

describe("reconcilePlanting", () => {
  it("finds spacing and mass 12.5 % apart", () => {
    // 10,000 / (0.75 x 0.30) = 44,444; 2,500 kg / 0.050 kg = 50,000; 50,000 / 44,444 = 1.125: even widened by 5 % (46,667 and 47,500) apart
    const value = unwrap(reconcilePlanting({ rowSpacingCm: 75, inRowSpacingCm: 30, massKgPerHa: 2500, unitMassG: 50 }));
    expect(value.unitsPerHaFromSpacing).toBeCloseTo(44_444.44, 1);
    expect(value.unitsPerHaFromMass).toBe(50_000);
    expect(value.consistent).toBe(false);
    expect(value.disagreements[0]?.byPct).toBeCloseTo(12.5, 6);
    expect(value.disagreements[0]?.message).toContain("the mass gives 50000 units/ha");
    expect(
      unwrap(
        reconcilePlanting({ rowSpacingCm: 75, inRowSpacingCm: 30, massKgPerHa: 2500, unitMassG: 50, tolerancePct: 10 }),
      ).consistent,
    ).toBe(true);
  });
  it("implies what is missing", () => {
    // 37,037 stations x 2 x 80 % = 59,259 units; x 6 g = 355.6 kg
    const value = unwrap(
      reconcilePlanting({ rowSpacingCm: 60, inRowSpacingCm: 45, unitsPerStation: 2, croppedAreaPct: 80, unitMassG: 6 }),
    );
    expect(value.unitsPerHaFromSpacing).toBeCloseTo(59_259.26, 1);
    expect(value.implied.massKgPerHa).toBeCloseTo(355.56, 2);
    expect(value.unitsPerHaFromMass).toBeNull();
    // 200,000 units in 25 cm rows: 10^8 / (200,000 x 25) = 20 cm
    expect(unwrap(reconcilePlanting({ rowSpacingCm: 25, unitsPerHa: 200_000 })).implied.inRowSpacingCm).toBeCloseTo(
      20,
      9,
    );
  });
  it("works with ranges: low mass over heavy units to high mass over light ones", () => {
    // 600 / 6 g = 100,000 to 1,000 / 4 g = 250,000; spacing 10^8 / (30 x 15) = 222,222 to 10^8 / (30 x 10) = 333,333
    const value = unwrap(
      reconcilePlanting({ rowSpacingCm: 30, inRowSpacingCm: [10, 15], massKgPerHa: [600, 1000], unitMassG: [4, 6] }),
    );
    expect(value.unitsPerHaFromMass).toEqual([100_000, 250_000]);
    expect((value.unitsPerHaFromSpacing as [number, number])[0]).toBeCloseTo(222_222.2, 1);
    expect(value.consistent).toBe(true);
  });
  it("doubts a diameter that cannot carry the mass", () => {
    // a 2 cm sphere is 4.19 cm3: 3.77 g at 0.9, at most 4.61 x 2 = 9.2 g; 15 g is 63 % too heavy
    const value = unwrap(reconcilePlanting({ unitDiameterCm: 2, unitMassG: 15 }));
    expect(value.consistent).toBe(false);
    expect(value.disagreements[0]?.byPct).toBeCloseTo((15 / (1.1 * 2 * (Math.PI / 6) * 8) - 1) * 100, 6);
    expect(unwrap(reconcilePlanting({ unitDiameterCm: 2, unitMassG: 5 })).consistent).toBe(true);
  });
  it("refuses ranges upside down and figures out of range", () => {
    const result = reconcilePlanting({
      rowSpacingCm: [40, 30],
      unitMassG: 0,
      inRowSpacingCm: [1] as unknown as [number, number],
    });
    expect(result.ok ? [] : result.errors.map((e) => e.field)).toEqual(["rowSpacingCm", "inRowSpacingCm", "unitMassG"]);
  });
});

describe("planting stock", () => {
  it("adds the reserve and what is not usable", () => {
    // 44,444 x 1.02 / 0.97 = 46,734.9; x 50 g = 2,336.7 kg
    const value = unwrap(plantingStock({ plantsPerHa: 44_444, unitMassG: 50, usablePct: 97, reservePct: 2 }));
    expect(value.units).toBeCloseTo(46_734.9, 1);
    expect(value.massKg).toBeCloseTo(2336.75, 2);
    // 8 cloves to a 60 g bulb: 46,734.9 / 8 = 5,841.9 bulbs, 350.5 kg
    const bulbs = unwrap(
      plantingStock({
        plantsPerHa: 44_444,
        unitMassG: 6,
        unitsPerSource: 8,
        sourceMassG: 60,
        usablePct: 97,
        reservePct: 2,
      }),
    );
    expect(bulbs.sources).toBeCloseTo(5841.87, 2);
    expect(bulbs.massKg).toBeCloseTo(350.51, 2);
  });
  it("counts transplants back to seed", () => {
    // 37,037 / 0.95 / 0.85 / 0.90 = 50,962 seeds; x 3.6 / 1000 = 183.5 g
    const value = unwrap(
      nurserySeed({
        plantsPerHa: 37_037,
        fieldSurvivalPct: 95,
        nurserySurvivalPct: 85,
        germinationPct: 90,
        thousandGrainWeightG: 3.6,
      }),
    );
    expect(value.seedG).toBeCloseTo(183.46, 1);
  });
  it("weighs a drill check", () => {
    // 160 kg/ha = 16 g/m2; x 0.125 m x 20 m = 40 g; x 24 = 960 g
    expect(unwrap(drillCheck({ kgPerHa: 160, rowSpacingCm: 12.5, runM: 20, coulters: 24 }))).toEqual({
      gPerCoulter: 40,
      gInAll: 960,
      gPerRowMetre: 2,
    });
  });
});
