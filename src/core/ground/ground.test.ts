import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { IMPLEMENT_IDS } from "./implements";
import { residueCover } from "./residue-cover";
import { tillagePass } from "./tillage-pass";

const plough = {
  implement: "mouldboard",
  depthCm: 22,
  speedKmH: 7,
  widthM: 2.1,
  texture: "medium",
  fieldEfficiencyPct: 80,
} as const;

describe("tillagePass", () => {
  it("ploughs 22 cm at 7 km/h in medium soil", () => {
    // 0.7 x (652 + 5.1 x 49) x 22 = 0.7 x 901.9 x 22 = 13,889 N/m; 13.889 x 10 / 3.6 = 38.58 kWh/ha; / 0.72 x 0.36 = 19.29 L
    const pass = unwrap(tillagePass(plough));
    expect(pass.draftKnPerM).toBeCloseTo(13.8893, 4);
    expect(pass.fuelLPerHa).toBeCloseTo(19.2906, 3);
    expect(pass.workRateHaPerH).toBeCloseTo(1.176, 6); // 2.1 x 7 x 0.8 / 10
  });

  it("chisels 25 cm at 6 km/h with tools 30 cm apart", () => {
    // 0.85 x (91 + 5.4 x 6) x 25 = 2,622.25 N per tool; / 0.30 m = 8.741 kN/m; x 10 / 3.6 / 0.72 x 0.36 = 12.14 L
    const pass = unwrap(
      tillagePass({
        implement: "chisel",
        depthCm: 25,
        speedKmH: 6,
        widthM: 3,
        texture: "loam",
        fieldEfficiencyPct: 80,
      }),
    );
    expect(pass.draftKnPerM).toBeCloseTo(8.7408, 4);
    expect(pass.fuelLPerHa).toBeCloseTo(12.1401, 3);
  });

  it("takes fuel from a table where the standard has no coefficients", () => {
    const pass = unwrap(tillagePass({ ...plough, implement: "roller" }));
    expect(pass.draftKnPerM).toBeNull();
    expect(pass.fuelLPerHa).toBe(2.5);
  });

  it("names what is wrong", () => {
    const result = tillagePass({ ...plough, speedKmH: -3, texture: "mud" as "fine" });
    expect(result.ok ? [] : result.errors.map((e) => e.field)).toEqual(["speedKmH", "texture"]);
  });
});

describe("residueCover", () => {
  it("multiplies what each pass leaves", () => {
    // 90 x 0.60 x 0.50 x 0.80 x 0.85 = 18.36
    const passes = (["chisel", "tandemDisc", "harrow", "drill"] as const).map((implement) => ({ implement }));
    expect(unwrap(residueCover({ startPct: 90, passes })).coverPct).toBeCloseTo(18.36, 9);
  });
  it("leaves less of fragile residue, and what the user says where the user says it", () => {
    // 80 x 0.40 = 32; 80 x 0.9 = 72
    expect(
      unwrap(residueCover({ startPct: 80, passes: [{ implement: "chisel" }], fragile: true })).coverPct,
    ).toBeCloseTo(32, 9);
    expect(
      unwrap(residueCover({ startPct: 80, passes: [{ implement: "chisel", retention: 0.9 }] })).coverPct,
    ).toBeCloseTo(72, 9);
  });
  it("takes off what the weather took before, more of fragile residue", () => {
    // 480 days are two winters: 0.80 x 0.80 = 0.64 of 85 %, and the chisel leaves 0.60 of that
    const passes = [{ implement: "chisel" as const }];
    const lain = unwrap(residueCover({ startPct: 85, passes, lain: 480 }));
    expect(lain.coverPct).toBeCloseTo(85 * 0.64 * 0.6, 9);
    expect(unwrap(residueCover({ startPct: 85, passes, lain: 0 })).coverPct).toBeCloseTo(51, 9);
    // fragile: 0.75 over a winter, and 0.40 left by the chisel
    expect(unwrap(residueCover({ startPct: 80, passes, lain: 240, fragile: true })).coverPct).toBeCloseTo(24, 9);
    const refused = residueCover({ startPct: 85, passes, lain: -3 });
    expect(refused.ok ? "" : refused.errors[0]?.message).toMatch(/lain.*-3.*0/);
  });
  it("never adds cover", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.array(fc.constantFrom(...IMPLEMENT_IDS), { maxLength: 8 }),
        fc.boolean(),
        (startPct, ids, fragile) => {
          const { coverPct } = unwrap(
            residueCover({ startPct, passes: ids.map((implement) => ({ implement })), fragile }),
          );
          expect(coverPct).toBeLessThanOrEqual(startPct);
          expect(coverPct).toBeGreaterThanOrEqual(0);
        },
      ),
    );
  });
  it("refuses passes that are no list and shares outside 0 to 1", () => {
    expect(residueCover({ startPct: 90, passes: "all" as unknown as [] }).ok).toBe(false);
    const result = residueCover({ startPct: 90, passes: [{ implement: "drill", retention: 1.2 }] });
    expect(result.ok ? "" : result.errors[0]?.field).toBe("passes[0].retention");
  });
});
