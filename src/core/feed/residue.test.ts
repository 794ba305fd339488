import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { residueMass, residueNutrients } from "./residue";

describe("residue", () => {
  it("is what the harvest index leaves of the dry matter: 8 t at 15 %, 0.48: 6.8 x 0.52 / 0.48", () => {
    expect(unwrap(residueMass({ yieldTPerHa: 8, moisturePct: 15, harvestIndex: 0.48 })).dryTPerHa).toBeCloseTo(
      7.3667,
      4,
    );
    expect(unwrap(residueMass({ yieldTPerHa: 8, moisturePct: 15, harvestIndex: 1 })).dryTPerHa).toBe(0);
  });
  it("holds nutrients by its contents, and ties nitrogen up where it holds little", () => {
    const found = unwrap(residueNutrients({ dryTPerHa: 7.3667, nPct: 0.6, p2o5Pct: 0.2, k2oPct: 1.4 }));
    expect(found.nKgPerHa).toBeCloseTo(44.2, 2);
    expect(found.p2o5KgPerHa).toBeCloseTo(14.73, 2);
    expect(found.k2oKgPerHa).toBeCloseTo(103.13, 2);
    // 7,366.7 x (0.45 x 0.35 / 10 - 0.006) = 7,366.7 x 0.00975
    expect(found.immobilisedNKgPerHa).toBeCloseTo(71.83, 2);
    // at 1.575 % and more nothing is tied up
    expect(unwrap(residueNutrients({ dryTPerHa: 3, nPct: 2.5, p2o5Pct: 0, k2oPct: 0 })).immobilisedNKgPerHa).toBe(0);
  });
  it("names what it cannot use", () => {
    const mass = residueMass({ yieldTPerHa: -1, moisturePct: 100, harvestIndex: 0 });
    expect(mass.ok ? [] : mass.errors.map((e) => e.field)).toEqual(["yieldTPerHa", "moisturePct", "harvestIndex"]);
    const held = residueNutrients({ dryTPerHa: Number.NaN, nPct: 60, p2o5Pct: 0.2, k2oPct: -1 });
    expect(held.ok ? [] : held.errors.map((e) => e.field)).toEqual(["dryTPerHa", "nPct", "k2oPct"]);
  });
});
