/** Nozzles, loads and paces, by hand. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { dropletClass, knapsackLoads, nozzleShould } from "./nozzles-and-loads";
import { sprayerCalibration } from "./spray";

const fields = (result: { ok: boolean; errors?: { field: string }[] }) =>
  result.ok ? [] : (result.errors ?? []).map((e) => e.field);

describe("before spraying", () => {
  it("a nozzle should give what the volume asks for", () => {
    // 200 x 8 x 50 / 60,000 = 1.3333 L/min; half of a minute 0.6667 L
    const should = unwrap(nozzleShould({ lPerHa: 200, nozzleSpacingCm: 50, speedKmH: 8 }));
    expect(should.flowLPerMin).toBeCloseTo(1.33333, 4);
    expect(should.mlIn30s).toBeCloseTo(666.67, 1);
    expect(fields(nozzleShould({ lPerHa: 0, nozzleSpacingCm: 50, speedKmH: 99 }))).toEqual(["lPerHa", "speedKmH"]);
  });
  it("what it should give is what calibration finds again", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 1500, noNaN: true }),
        fc.double({ min: 20, max: 100, noNaN: true }),
        fc.double({ min: 1, max: 20, noNaN: true }),
        (lPerHa, nozzleSpacingCm, speedKmH) => {
          const { flowLPerMin } = unwrap(nozzleShould({ lPerHa, nozzleSpacingCm, speedKmH }));
          expect(unwrap(sprayerCalibration({ flowLPerMin, nozzleSpacingCm, speedKmH })).lPerHa).toBeCloseTo(lPerHa, 6);
        },
      ),
    );
  });
  it("a knapsack goes so many loads, metres and paces", () => {
    const walk = { areaHa: 0.2, lPerHa: 150, tankL: 15, swathM: 1, paceM: 0.75, speedMPerMin: 60, ratePerHa: 2 };
    // 30 L: two loads of 15 L, each 15 / 150 ha = 1000 m2, 1000 m at 1 m, 1333 paces; 2 L/ha x 0.1 ha = 0.2 L
    const two = unwrap(knapsackLoads(walk));
    expect(two).toMatchObject({ loads: 2, m2PerLoad: 1000, metresPerLoad: 1000 });
    expect(two.lastLoadL).toBeCloseTo(15, 9);
    expect(two.pacesPerLoad).toBeCloseTo(1333.3, 1);
    expect(two.productPerLoad).toBeCloseTo(0.2, 9);
    // 150 x 1 x 60 / 10,000
    expect(two.flowLPerMin).toBeCloseTo(0.9, 9);
    // 0.25 ha: 37.5 L, a third load of 7.5 L with half as much
    const three = unwrap(knapsackLoads({ ...walk, areaHa: 0.25 }));
    expect(three.loads).toBe(3);
    expect(three.lastLoadL).toBeCloseTo(7.5, 9);
    expect(three.productInLast).toBeCloseTo(0.1, 9);
    // a bed of 50 m2 takes less than a load
    const bed = unwrap(knapsackLoads({ ...walk, areaHa: 0.005 }));
    expect(bed).toMatchObject({ loads: 1 });
    expect(bed.m2PerLoad).toBeCloseTo(50, 9);
    expect(fields(knapsackLoads({ ...walk, paceM: 3, tankL: 0 }))).toEqual(["tankL", "paceM"]);
  });
  it("loads hold all of the product and no more", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.001, max: 20, noNaN: true }),
        fc.double({ min: 5, max: 25, noNaN: true }),
        (areaHa, tankL) => {
          const k = unwrap(
            knapsackLoads({ areaHa, lPerHa: 200, tankL, swathM: 1.2, paceM: 0.7, speedMPerMin: 50, ratePerHa: 1.5 }),
          );
          expect((k.loads - 1) * k.productPerLoad + k.productInLast).toBeCloseTo(1.5 * areaHa, 6);
        },
      ),
    );
  });
  it("drops are coarser for what moves in the plant, and in wind", () => {
    expect(dropletClass({ kind: "fungicide", moves: "contact" }, 1)).toBe("medium");
    expect(dropletClass({ kind: "fungicide", moves: "contact" }, 4)).toBe("coarse");
    expect(dropletClass({ kind: "herbicide", moves: "contact" }, null)).toBe("coarse");
    expect(dropletClass({ kind: "insecticide", moves: "systemic" }, 3)).toBe("very coarse");
  });
});
