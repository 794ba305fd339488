import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { type DosedProduct, doseFertilisers, wholeBags } from "./dose-fertilisers";
import { fieldMeasures } from "./field-measures";
import { manureCredit } from "./manure";
import { nitrogenNeed } from "./nitrogen-need";
import { phosphatePotashNeed } from "./phosphate-potash-need";
import { splitNutrient } from "./split-nutrient";

const product = (id: string, contents: DosedProduct["contents"]): DosedProduct => ({ id, name: id, contents });

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

describe("doseFertilisers", () => {
  const dap = product("dap", { n: 18, p2o5: 46 });
  const an = product("an", { n: 34.5 });
  const mop = product("mop", { k2o: 60 });
  it("takes the nitrogen of diammonium phosphate off the first split", () => {
    // 46 P2O5 / 0.46 = 100 kg (18 N); first split (50 - 18) / 0.345 = 92.75; second 40 / 0.345 = 115.94; 60 K2O / 0.6 = 100
    const value = unwrap(
      doseFertilisers({
        base: [
          { nutrient: "p2o5", kgPerHa: 46, product: dap },
          { nutrient: "k2o", kgPerHa: 60, product: mop },
        ],
        baseAt: "seedbed",
        splits: [
          { at: "t", kgPerHa: 50, product: an },
          { at: "n", kgPerHa: 40, product: an },
        ],
      }),
    );
    expect(value.doses.map((d) => [d.id, d.at, d.base, Math.round(d.kgPerHa * 100) / 100])).toEqual([
      ["dap", "seedbed", true, 100],
      ["mop", "seedbed", true, 100],
      ["an", "t", false, 92.75],
      ["an", "n", false, 115.94],
    ]);
    expect(value.supplied.n).toBeCloseTo(90, 9);
  });
  it("takes off a later base nutrient what an earlier product brought of it", () => {
    // 40 P2O5 as 0-20-30 is 200 kg/ha and brings 60 K2O of the 75: 15 / 0.6 = 25 kg of muriate are left
    const pk = product("pk", { p2o5: 20, k2o: 30 });
    const base = (k2o: number) => [
      { nutrient: "p2o5" as const, kgPerHa: 40, product: pk },
      { nutrient: "k2o" as const, kgPerHa: k2o, product: mop },
    ];
    const doses = (k2o: number) =>
      unwrap(doseFertilisers({ base: base(k2o), baseAt: "s", splits: [] })).doses.map((d) => [d.id, d.kgPerHa]);
    expect(doses(75)).toEqual([
      ["pk", 200],
      ["mop", 25],
    ]);
    // 50 K2O are covered: no muriate at all, and none is taken back
    expect(doses(50)).toEqual([["pk", 200]]);
  });
  it("doses a trace nutrient as any other", () => {
    // 1 kg B as borate of 17 %: 5.88 kg/ha
    const borate = product("borate", { b: 17 });
    const value = unwrap(
      doseFertilisers({ base: [{ nutrient: "b", kgPerHa: 1, product: borate }], baseAt: "s", splits: [] }),
    );
    expect(value.doses[0]?.kgPerHa).toBeCloseTo(5.882, 3);
    expect(value.supplied.b).toBeCloseTo(1, 9);
    expect(Object.keys(value.supplied)).toEqual(["b"]);
  });
  it("conserves mass for any needs", () => {
    const kg = fc.double({ min: 0, max: 300, noNaN: true });
    fc.assert(
      fc.property(kg, kg, fc.array(kg, { minLength: 1, maxLength: 4 }), (p2o5, k2o, splits) => {
        const { supplied } = unwrap(
          doseFertilisers({
            base: [
              { nutrient: "p2o5", kgPerHa: p2o5, product: dap },
              { nutrient: "k2o", kgPerHa: k2o, product: mop },
            ],
            baseAt: "s",
            splits: splits.map((kgPerHa, i) => ({ at: `${i}`, kgPerHa, product: an })),
          }),
        );
        const need = splits.reduce((a, b) => a + b, 0);
        expect(supplied.n ?? 0).toBeCloseTo(Math.max(need, (p2o5 * 18) / 46), 5);
        expect(supplied.p2o5 ?? 0).toBeCloseTo(p2o5, 5);
        expect(supplied.k2o ?? 0).toBeCloseTo(k2o, 5);
      }),
    );
  });
  it("refuses a product without the nutrient, and leaves a need without a product open", () => {
    const wrong = doseFertilisers({
      base: [{ nutrient: "p2o5", kgPerHa: 10, product: an }],
      baseAt: "s",
      splits: [{ at: "t", kgPerHa: 5, product: mop }],
    });
    expect(wrong.ok ? [] : wrong.errors.map((e) => e.field)).toEqual(["base.p2o5", "splits[0]"]);
    const open = unwrap(
      doseFertilisers({
        base: [{ nutrient: "k2o", kgPerHa: 10, product: null }],
        baseAt: "s",
        splits: [{ at: "t", kgPerHa: 5, product: null }],
      }),
    );
    expect(open).toEqual({ doses: [], supplied: {} });
  });
});

describe("measures", () => {
  it("credits manure", () => {
    const value = unwrap(manureCredit({ kind: "cattleFarmyard", tPerHa: 20, hoursToIncorporation: 4 }));
    expect(value.brings.n).toBeCloseTo(12, 9);
    expect(value.brings.p2o5).toBeCloseTo(38.4, 9);
    expect(value.brings.k2o).toBeCloseTo(169.2, 9);
  });
  it("counts less of manure's nitrogen before a winter: its credit knew no season", () => {
    const slurry = { kind: "cattleSlurry", tPerHa: 30, hoursToIncorporation: 4 } as const;
    // 30 x 2.6 x 0.4 = 31.2 in spring; x 0.4 before winter
    expect(unwrap(manureCredit(slurry)).brings.n).toBeCloseTo(31.2, 9);
    expect(unwrap(manureCredit({ ...slurry, beforeWinter: true })).brings.n).toBeCloseTo(12.48, 9);
    expect(unwrap(manureCredit({ ...slurry, beforeWinter: true })).brings.k2o).toBeCloseTo(67.5, 9);
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
