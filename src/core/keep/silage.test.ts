import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { type SilageInput, silage } from "./silage";

const pit: SilageInput = {
  massT: 200,
  dryMatterPct: 25,
  wiltToPct: 32,
  sugarPerBuffer: 2.5,
  dryKgPerM3: 220,
  tPerHour: 40,
  widthM: 8,
  heightM: 2,
  lossPct: 10,
  baleDryKg: 250,
  usePerDayT: 1.5,
};

describe("silage", () => {
  it("is as dry as it was wilted, and takes so much of a pit", () => {
    const found = unwrap(silage(pit));
    // 200 x 25 / 32; 50 t x 1000 / 220; / 16 m2
    expect(found.massT).toBeCloseTo(156.25, 9);
    expect(found.wiltedOffT).toBeCloseTo(43.75, 9);
    expect(found.volumeM3).toBeCloseTo(227.273, 3);
    expect(found.lengthM).toBeCloseTo(14.205, 3);
    // 50,000 kg / 250; 200 / 24
    expect([found.bales, found.filmRolls]).toEqual([200, 9]);
    // 156.25 / 40; 0.4 x 40
    expect(found.fillHours).toBeCloseTo(3.906, 3);
    expect(found.rollerT).toBeCloseTo(16, 9);
    expect(found.fermentsFromPct).toBeCloseTo(25, 9);
    // 140.625 t are fed in 93.75 days; a day takes 227.273 / 93.75 m3 of 16 m2: 1.0606 m a week
    expect(found.fedT).toBeCloseTo(140.625, 9);
    expect(found.lastsDays).toBeCloseTo(93.75, 9);
    expect(found.faceMPerWeek).toBeCloseTo(1.0606, 4);
  });
  it("runs sap the more the wetter it goes in, and none from 30 % on", () => {
    const sap = (dryMatterPct: number) => unwrap(silage({ ...pit, dryMatterPct, wiltToPct: undefined })).sapLPerT;
    // 767 - 5.34 x 200 + 0.00936 x 40,000
    expect(sap(20)).toBeCloseTo(73.4, 1);
    // 767 - 5.34 x 150 + 0.00936 x 22,500
    expect(sap(15)).toBeCloseTo(176.6, 1);
    expect(sap(30)).toBe(0);
    expect(sap(40)).toBe(0);
    for (let pct = 12; pct < 30; pct++) expect(sap(pct)).toBeGreaterThanOrEqual(sap(pct + 1) - 1e-9);
  });
  it("keeps its dry matter through wilting", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 15, max: 40, noNaN: true }),
        fc.double({ min: 0, max: 30, noNaN: true }),
        (cut, more) => {
          const found = unwrap(silage({ ...pit, dryMatterPct: cut, wiltToPct: cut + more }));
          expect(found.massT * found.dryMatterPct).toBeCloseTo(200 * cut, 6);
          expect(found.wiltedOffT).toBeGreaterThanOrEqual(-1e-9);
        },
      ),
    );
  });
  it("names what is wrong: it does not grow wetter by wilting", () => {
    const wrong = silage({ ...pit, wiltToPct: 20, widthM: 0, usePerDayT: 0 });
    expect(wrong.ok ? [] : wrong.errors.map((e) => e.field)).toEqual(["wiltToPct", "widthM", "usePerDayT"]);
    expect(unwrap(silage({ ...pit, usePerDayT: undefined }))).toMatchObject({ lastsDays: null, faceMPerWeek: null });
  });
});
