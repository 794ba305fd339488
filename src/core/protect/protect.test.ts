/** Arithmetic of protection, each worked by hand. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { economicThreshold } from "./economic-threshold";
import { scoutDecision } from "./scout-decision";
import { activeIngredient, productFor, sprayerCalibration, sprayMix } from "./spray";
import { weedLoss } from "./weed-loss";

const fields = (result: { ok: boolean; errors?: { field: string }[] }) =>
  result.ok ? [] : (result.errors ?? []).map((e) => e.field);

describe("whether control pays", () => {
  it("from so many units on", () => {
    // 42 / (190 x 8 x 0.008 x 0.85) = 42 / 10.336
    const pays = economicThreshold({
      controlCostPerHa: 42,
      pricePerT: 190,
      yieldTPerHa: 8,
      lossPctPerUnit: 0.8,
      efficacyPct: 85,
    });
    expect(unwrap(pays).units).toBeCloseTo(4.0635, 3);
    expect(
      fields(
        economicThreshold({ controlCostPerHa: 42, pricePerT: 0, yieldTPerHa: 8, lossPctPerUnit: 0, efficacyPct: 120 }),
      ),
    ).toEqual(["pricePerT", "lossPctPerUnit", "efficacyPct"]);
  });
  it("weeds cost the less each the more there are", () => {
    // 20 / (1 + 20/60) = 15
    expect(unwrap(weedLoss({ plantsPerM2: 10, lossPctPerPlant: 2, greatestLossPct: 60 })).lossPct).toBeCloseTo(15, 9);
    expect(unwrap(weedLoss({ plantsPerM2: 0, lossPctPerPlant: 2, greatestLossPct: 60 })).lossPct).toBe(0);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 5000 }), fc.integer({ min: 1, max: 20 }), (n, each) => {
        const loss = unwrap(weedLoss({ plantsPerM2: n, lossPctPerPlant: each, greatestLossPct: 55 })).lossPct;
        expect(loss).toBeLessThanOrEqual(Math.min(55, n * each) + 1e-9);
      }),
    );
  });
});

describe("counts against a threshold", () => {
  it("say wait, act, or how many more", () => {
    // mean 3, spread sqrt(10/4) = 1.5811, t 2.776 at 4 degrees of freedom: 3 +- 1.963
    const low = unwrap(scoutDecision({ counts: [2, 4, 3, 5, 1], threshold: 6 }));
    expect(low.mean).toBe(3);
    expect(low.ci[0]).toBeCloseTo(1.037, 2);
    expect(low.ci[1]).toBeCloseTo(4.963, 2);
    expect([low.decision, low.moreCounts]).toEqual(["wait", 0]);
    expect(unwrap(scoutDecision({ counts: [12, 14, 13, 15, 11], threshold: 6 })).decision).toBe("act");
    // against 4: gap 1; t(n-1) x 1.5811 / sqrt(n) under 1 from n = 13 on: t 2.179 x 0.4385 = 0.9555; n = 12: 2.201 x 0.4564 = 1.0046
    expect(unwrap(scoutDecision({ counts: [2, 4, 3, 5, 1], threshold: 4 }))).toMatchObject({
      decision: "count more",
      moreCounts: 8,
    });
    // on the threshold itself no number of counts settles it
    expect(unwrap(scoutDecision({ counts: [2, 4], threshold: 3 })).moreCounts).toBeNull();
  });
  it("counts alike are sure; the interval goes not under 0", () => {
    expect(unwrap(scoutDecision({ counts: [6, 6, 6], threshold: 6 })).decision).toBe("act");
    expect(unwrap(scoutDecision({ counts: [5, 5, 5], threshold: 6 })).decision).toBe("wait");
    expect(unwrap(scoutDecision({ counts: [0, 0, 9], threshold: 30 })).ci[0]).toBe(0);
  });
  it("are whole, two at least", () => {
    expect(fields(scoutDecision({ counts: [3], threshold: 1 }))).toEqual(["counts"]);
    expect(fields(scoutDecision({ counts: [3, 2.5, -1], threshold: 1 }))).toEqual(["counts.1", "counts.2"]);
  });
  it("act and wait hold whatever their order", () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 40 }), { minLength: 2, maxLength: 30 }),
        fc.integer({ min: 1, max: 30 }),
        (counts, threshold) => {
          const one = unwrap(scoutDecision({ counts, threshold }));
          const other = unwrap(scoutDecision({ counts: [...counts].reverse(), threshold }));
          expect(other.decision).toBe(one.decision);
          if (one.decision === "act") expect(one.mean).toBeGreaterThanOrEqual(threshold);
          if (one.decision === "wait") expect(one.mean).toBeLessThan(threshold);
        },
      ),
    );
  });
});

describe("tanks", () => {
  it("a dose by area", () => {
    const mix = unwrap(
      sprayMix({ areaHa: 7.4, waterLPerHa: 180, tankL: 1200, dose: { amount: 0.85, unit: "L", per: "ha" } }),
    );
    expect(mix).toMatchObject({ fullTanks: 1, unit: "L" });
    expect(mix.waterL).toBeCloseTo(1332, 9);
    expect(mix.lastTankL).toBeCloseTo(132, 6);
    // 0.85 x 1200 / 180 and 0.85 x 132 / 180
    expect(mix.perFullTank).toBeCloseTo(5.667, 3);
    expect(mix.perLastTank).toBeCloseTo(0.6233, 4);
    expect(mix.total).toBeCloseTo(6.29, 9);
  });
  it("by litre, by 100 litres, by per cent; no remainder is none", () => {
    const of = (dose: Parameters<typeof sprayMix>[0]["dose"]) =>
      unwrap(sprayMix({ areaHa: 2, waterLPerHa: 200, tankL: 100, dose }));
    expect(of({ amount: 5, unit: "mL", per: "L" })).toMatchObject({
      fullTanks: 4,
      lastTankL: 0,
      perLastTank: 0,
      perFullTank: 500,
      total: 2000,
      unit: "mL",
    });
    expect(of({ amount: 250, unit: "g", per: "100L" })).toMatchObject({ perFullTank: 250, total: 1000, unit: "g" });
    expect(of({ pct: 1, of: "volume" })).toMatchObject({ perFullTank: 1, total: 4, unit: "L" });
    expect(of({ pct: 0.5, of: "mass" })).toMatchObject({ perFullTank: 0.5, total: 2, unit: "kg" });
  });
  it("keep what is put in: full tanks and the last one are all of it", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 400, noNaN: true }),
        fc.double({ min: 20, max: 1500, noNaN: true }),
        fc.double({ min: 10, max: 4000, noNaN: true }),
        (areaHa, waterLPerHa, tankL) => {
          const m = unwrap(sprayMix({ areaHa, waterLPerHa, tankL, dose: { amount: 1.5, unit: "L", per: "ha" } }));
          expect(m.fullTanks * m.perFullTank + m.perLastTank).toBeCloseTo(1.5 * areaHa, 3);
          expect(m.lastTankL).toBeLessThan(tankL);
        },
      ),
    );
  });
  it("name what is wrong", () => {
    expect(
      fields(
        sprayMix({ areaHa: 0, waterLPerHa: 200, tankL: 100, dose: { amount: -1, unit: "pt" as never, per: "ha" } }),
      ),
    ).toEqual(["areaHa", "dose.amount", "dose.unit"]);
  });
});

describe("calibration and active ingredient", () => {
  it("a boom and a knapsack", () => {
    // 60,000 x 1.06 / (7.5 x 50)
    expect(unwrap(sprayerCalibration({ flowLPerMin: 1.06, nozzleSpacingCm: 50, speedKmH: 7.5 })).lPerHa).toBeCloseTo(
      169.6,
      9,
    );
    // 10,000 x 0.8 / (1 x 60)
    expect(unwrap(sprayerCalibration({ flowLPerMin: 0.8, swathM: 1, speedMPerMin: 60 })).lPerHa).toBeCloseTo(133.33, 2);
  });
  it("from product to active ingredient and back", () => {
    expect(unwrap(activeIngredient({ productPerHa: 0.85, unit: "L", contentGPerL: 250 })).gPerHa).toBeCloseTo(212.5, 9);
    expect(unwrap(activeIngredient({ productPerHa: 2, unit: "kg", contentPct: 75 })).gPerHa).toBe(1500);
    expect(unwrap(productFor({ gPerHa: 212.5, contentGPerL: 250 }))).toEqual({ amount: 0.85, unit: "L" });
    expect(unwrap(productFor({ gPerHa: 1500, contentPct: 75 }))).toEqual({ amount: 2, unit: "kg" });
    expect(fields(activeIngredient({ productPerHa: 1, unit: "L", contentPct: 75 }))).toEqual(["contentPct"]);
    expect(fields(productFor({ gPerHa: 100 } as never))).toEqual(["content"]);
  });
});
