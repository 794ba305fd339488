import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { fieldMeasures } from "./field-measures";
import { manureCredit } from "./manure";
import { nitrogenNeed } from "./nitrogen-need";
import { phosphatePotashNeed } from "./phosphate-potash-need";
import { splitNutrient } from "./split-nutrient";
import { type Fertiliser, straightFertilisers, wholeBags } from "./straight-fertilisers";

const product = (id: string, nPct: number, p2o5Pct: number, k2oPct: number, sPct = 0): Fertiliser => ({
  id,
  name: id,
  nPct,
  p2o5Pct,
  k2oPct,
  sPct,
  pricePerT: 40_000,
  bagKg: 50,
  containsChloride: false,
  organic: false,
});

describe("nitrogenNeed", () => {
  const field = {
    targetYieldTPerHa: 8.5,
    uptakeKgPerT: 24,
    soilMineralNKgPerHa: 55,
    mineralisationKgPerHa: 40,
    residueCreditKgPerHa: 15,
    recovery: 0.65,
  };
  it("balances 204 kg of uptake against 110 from the soil", () => {
    // (8.5 x 24 - 110) / 0.65 = 94 / 0.65 = 144.615
    expect(unwrap(nitrogenNeed(field)).nKgPerHa).toBeCloseTo(144.615, 3);
    expect(unwrap(nitrogenNeed({ ...field, manureNKgPerHa: 12 })).nKgPerHa).toBeCloseTo(132.615, 3);
  });
  it("never goes below nothing", () => {
    expect(unwrap(nitrogenNeed({ ...field, targetYieldTPerHa: 2 })).nKgPerHa).toBe(0);
  });
  it("refuses a recovery of 0 and a missing target", () => {
    const result = nitrogenNeed({ ...field, recovery: 0, targetYieldTPerHa: undefined as unknown as number });
    expect(result.ok ? [] : result.errors.map((e) => e.field)).toEqual(["targetYieldTPerHa", "recovery"]);
  });
});

describe("phosphatePotashNeed", () => {
  const wheat = {
    nutrient: "p2o5",
    school: "replaceAndBuildUp",
    targetYieldTPerHa: 8.5,
    offtakeKgPerT: 6.5,
    soilClass: "target",
  } as const;
  it("replaces offtake and builds up", () => {
    // 8.5 x 6.5 = 55.25; low + 30 = 85.25; high x 0.5 = 27.625; very high none
    expect(unwrap(phosphatePotashNeed(wheat)).kgPerHa).toBeCloseTo(55.25, 9);
    expect(unwrap(phosphatePotashNeed({ ...wheat, soilClass: "low" })).kgPerHa).toBeCloseTo(85.25, 9);
    expect(unwrap(phosphatePotashNeed({ ...wheat, soilClass: "high" })).kgPerHa).toBeCloseTo(27.625, 9);
    expect(unwrap(phosphatePotashNeed({ ...wheat, soilClass: "very high" })).kgPerHa).toBe(0);
  });
  it("applies none above the critical level", () => {
    expect(unwrap(phosphatePotashNeed({ ...wheat, school: "criticalLevel" })).kgPerHa).toBe(0);
    expect(unwrap(phosphatePotashNeed({ ...wheat, school: "criticalLevel", soilClass: "low" })).kgPerHa).toBe(50);
  });
  it("takes an equation of a local calibration, and asks for it", () => {
    // 12 x 8.5 - 3 x 14 = 60
    expect(
      unwrap(phosphatePotashNeed({ ...wheat, school: "targetYieldEquation", equation: { a: 12, b: 3, soilTest: 14 } }))
        .kgPerHa,
    ).toBeCloseTo(60, 9);
    const missing = phosphatePotashNeed({ ...wheat, school: "targetYieldEquation" });
    expect(missing.ok ? "" : missing.errors[0]?.field).toBe("equation");
  });
});

describe("splitNutrient", () => {
  it("splits by share and by mass", () => {
    // 145: 30 % = 43.5; 65.25 kg = 45 %; 25 % = 36.25
    const { splits } = unwrap(
      splitNutrient({
        totalKgPerHa: 145,
        splits: [
          { at: "a", sharePct: 30 },
          { at: "b", kgPerHa: 65.25 },
          { at: "c", sharePct: 25 },
        ],
      }),
    );
    expect(splits.map((s) => s.kgPerHa)).toEqual([43.5, 65.25, 36.25]);
    expect(splits[1]?.sharePct).toBeCloseTo(45, 9);
  });
  it("says the sum of splits that do not add up", () => {
    // 30 + 45 + 35 = 110 %, 159.5 of 145 kg
    const result = splitNutrient({
      totalKgPerHa: 145,
      splits: [
        { at: "a", sharePct: 30 },
        { at: "b", sharePct: 45 },
        { at: "c", sharePct: 35 },
      ],
    });
    expect(result.ok ? "" : result.errors[0]?.message).toBe(
      "splits: they add up to 110 % (159.5 of 145 kg/ha), allowed is 100 %",
    );
    expect(splitNutrient({ totalKgPerHa: 145, splits: [{ at: "a", sharePct: 99.6 }] }).ok).toBe(true);
    expect(splitNutrient({ totalKgPerHa: 145, splits: [{ at: "a", sharePct: 99.4 }] }).ok).toBe(false);
  });
  it("refuses a split with both or neither, and none at all", () => {
    expect(splitNutrient({ totalKgPerHa: 10, splits: [{ at: "a" }] }).ok).toBe(false);
    expect(splitNutrient({ totalKgPerHa: 10, splits: [{ at: "a", sharePct: 100, kgPerHa: 10 }] }).ok).toBe(false);
    expect(splitNutrient({ totalKgPerHa: 10, splits: [] }).ok).toBe(false);
  });
  it("always adds up to the total", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 500, noNaN: true }),
        fc.array(fc.integer({ min: 1, max: 100 }), { minLength: 1, maxLength: 6 }),
        (totalKgPerHa, parts) => {
          const whole = parts.reduce((a, b) => a + b, 0);
          const { splits } = unwrap(
            splitNutrient({
              totalKgPerHa,
              splits: parts.map((part, i) => ({ at: `${i}`, sharePct: (part / whole) * 100 })),
            }),
          );
          expect(splits.reduce((a, s) => a + s.kgPerHa, 0)).toBeCloseTo(totalKgPerHa, 6);
          expect(splits.reduce((a, s) => a + s.sharePct, 0)).toBeCloseTo(100, 6);
        },
      ),
    );
  });
});

describe("straightFertilisers", () => {
  const dap = product("dap", 18, 46, 0);
  const an = product("an", 34.5, 0, 0);
  const mop = product("mop", 0, 0, 60);
  it("takes the nitrogen of diammonium phosphate off the first split", () => {
    // 46 P2O5 / 0.46 = 100 kg (18 N); first split (50 - 18) / 0.345 = 92.75; second 40 / 0.345 = 115.94; 60 K2O / 0.6 = 100
    const value = unwrap(
      straightFertilisers({
        p2o5KgPerHa: 46,
        k2oKgPerHa: 60,
        nSplits: [
          { at: "t", kgPerHa: 50 },
          { at: "n", kgPerHa: 40 },
        ],
        choice: { phosphate: dap, potash: mop, nitrogen: [an] },
        baseAt: "seedbed",
      }),
    );
    expect(value.doses.map((d) => [d.id, d.at, Math.round(d.kgPerHa * 100) / 100])).toEqual([
      ["dap", "seedbed", 100],
      ["mop", "seedbed", 100],
      ["an", "t", 92.75],
      ["an", "n", 115.94],
    ]);
    expect(value.supplied.nKgPerHa).toBeCloseTo(90, 9);
  });
  it("conserves mass for any needs", () => {
    const kg = fc.double({ min: 0, max: 300, noNaN: true });
    fc.assert(
      fc.property(kg, kg, fc.array(kg, { minLength: 1, maxLength: 4 }), (p2o5KgPerHa, k2oKgPerHa, splits) => {
        const { supplied } = unwrap(
          straightFertilisers({
            p2o5KgPerHa,
            k2oKgPerHa,
            nSplits: splits.map((kgPerHa, i) => ({ at: `${i}`, kgPerHa })),
            choice: { phosphate: dap, potash: mop, nitrogen: [an] },
            baseAt: "s",
          }),
        );
        const need = splits.reduce((a, b) => a + b, 0);
        expect(supplied.nKgPerHa).toBeCloseTo(Math.max(need, (p2o5KgPerHa * 18) / 46), 5);
        expect(supplied.p2o5KgPerHa).toBeCloseTo(p2o5KgPerHa, 5);
        expect(supplied.k2oKgPerHa).toBeCloseTo(k2oKgPerHa, 5);
      }),
    );
  });
  it("refuses a product without the nutrient, and a need without a product", () => {
    const result = straightFertilisers({
      p2o5KgPerHa: 10,
      k2oKgPerHa: 10,
      nSplits: [],
      choice: { phosphate: an, potash: null, nitrogen: [] },
      baseAt: "s",
    });
    expect(result.ok ? [] : result.errors.map((e) => e.field)).toEqual(["choice.phosphate", "choice.potash"]);
  });
});

describe("measures", () => {
  it("credits manure", () => {
    const value = unwrap(manureCredit({ kind: "cattleFarmyard", tPerHa: 20, hoursToIncorporation: 4 }));
    expect(value.nKgPerHa).toBeCloseTo(12, 9);
    expect(value.p2o5KgPerHa).toBeCloseTo(38.4, 9);
    expect(value.k2oKgPerHa).toBeCloseTo(169.2, 9);
  });
  it("counts bags and hand measures", () => {
    expect(wholeBags(207 * 14.2, 50)).toBe(59);
    expect(wholeBags(3000, 50)).toBe(60);
    const hand = fieldMeasures(207, 75, 50);
    expect(hand.gPerM2).toBeCloseTo(20.7, 9);
    expect(hand.gPerRowMetre).toBeCloseTo(15.525, 9);
    expect(hand.haPerBag).toBeCloseTo(0.24155, 5);
  });
});
