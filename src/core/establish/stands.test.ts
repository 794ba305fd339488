/** Rows, beds, stations, mixtures and stands: each worked out by hand. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { testGuide } from "../../../tests/support/guides";
import { emergenceDate } from "../phenology/emergence-date";
import { unwrap } from "../result";
import { drillSetting } from "./drill-setting";
import { fieldLayout } from "./field-layout";
import { landEquivalentRatio, mixtureRates } from "./mixture-rates";
import { standCount } from "./stand-count";
import { standOptions, standYield } from "./stand-options";
import { stationSowing } from "./station-sowing";

const refused = (result: { ok: boolean; errors?: { message: string }[] }) =>
  result.ok ? [] : (result.errors ?? []).map((e) => e.message);

describe("a mixture", () => {
  it("is the straight rates by their shares, which may make more than 100 %", () => {
    // 180 x 0.6 = 108; 220 x 0.5 = 110; 60 + 50 = 110
    expect(
      unwrap(
        mixtureRates([
          { crop: "barley", straightRateKgPerHa: 180, sharePct: 60 },
          { crop: "pea", straightRateKgPerHa: 220, sharePct: 50 },
        ]),
      ),
    ).toEqual({
      components: [
        { crop: "barley", kgPerHa: 108 },
        { crop: "pea", kgPerHa: 110 },
      ],
      shareSumPct: 110,
    });
  });
  it("refuses no component, one without a crop, a crop twice, a share of none", () => {
    expect(refused(mixtureRates([]))[0]).toContain("at least one component");
    expect(
      refused(
        mixtureRates([
          { crop: " ", straightRateKgPerHa: 180, sharePct: 50 },
          { crop: "pea", straightRateKgPerHa: 0, sharePct: 50 },
          { crop: "pea", straightRateKgPerHa: 200, sharePct: 0 },
        ]),
      ),
    ).toEqual([
      expect.stringContaining("components.0.crop"),
      expect.stringContaining("components.1.straightRateKgPerHa"),
      expect.stringContaining("components.2.crop"),
      expect.stringContaining("components.2.sharePct"),
    ]);
  });
  it("is worth the land that straight crops would need", () => {
    // 3.2 / 5 = 0.64; 1.6 / 3.2 = 0.5
    const { ratio, parts } = unwrap(
      landEquivalentRatio([
        { mixedTPerHa: 3.2, straightTPerHa: 5 },
        { mixedTPerHa: 1.6, straightTPerHa: 3.2 },
      ]),
    );
    expect(parts).toEqual([0.64, 0.5]);
    expect(ratio).toBeCloseTo(1.14, 12);
    expect(refused(landEquivalentRatio([{ mixedTPerHa: 1, straightTPerHa: 0 }]))).toHaveLength(2);
  });
});

describe("standCount", () => {
  it("says what stands, how sure, and how much of the seed that is", () => {
    // mean 28; deviations 0, 3, -3, 2, -2: 26 / 4 = 6.5, root 2.5495; t(4) = 2.7764; 2.7764 x 2.5495 / 2.2361 = 3.1656
    // on 1 m x 0.125 m: 224, and 24.8344 / 0.125 = 198.7 to 31.1656 / 0.125 = 249.3; of 331.4 seeds 67.6 %
    const found = unwrap(
      standCount({ counts: [28, 31, 25, 30, 26], rowSpacingCm: 12.5, sampleLengthM: 1, seedsPerM2: 331.4 }),
    );
    expect(found.plantsPerM2).toBe(224);
    expect(found.ci95[0]).toBeCloseTo(198.675, 2);
    expect(found.ci95[1]).toBeCloseTo(249.325, 2);
    expect(found.establishmentPct).toBeCloseTo(67.592, 3);
  });
  it("takes quadrats, and an interval no lower than none", () => {
    // 0, 1 and 8 in 0.25 m2: mean 3 = 12/m2; spread 4.359, t(2) = 4.303: 10.8 either side of 3
    const found = unwrap(standCount({ counts: [0, 1, 8], quadratM2: 0.25, seedsPerM2: 40 }));
    expect(found.plantsPerM2).toBe(12);
    expect(found.ci95[0]).toBe(0);
    expect(found.ci95[1]).toBeCloseTo((3 + (4.30265 * 4.3589) / Math.sqrt(3)) * 4, 2);
    expect(found.establishmentPct).toBe(30);
  });
  it("refuses one count, half a plant, and samples that are no area", () => {
    expect(refused(standCount({ counts: [5], quadratM2: 1, seedsPerM2: 10 }))[0]).toContain("at least two counts");
    expect(refused(standCount({ counts: [5, 2.5], quadratM2: 1, seedsPerM2: 10 }))[0]).toContain("counts.1");
    expect(refused(standCount({ counts: [5, 6], seedsPerM2: 10 }))[0]).toContain("quadratM2");
    expect(refused(standCount({ counts: [5, 6], sampleLengthM: 1, seedsPerM2: 10 }))[0]).toContain("rowSpacingCm");
    expect(refused(standCount({ counts: [5, 6], sampleLengthM: 1, quadratM2: 1, seedsPerM2: 10 }))).toHaveLength(1);
  });
});

describe("stationSowing", () => {
  const seed = { thousandGrainWeightG: 320, germinationPct: 95, fieldEmergencePct: 90 };
  it("places one seed a station", () => {
    // p = 0.855; 7 / 0.855 = 8.187 stations/m2; 10,000 / (8.187 x 75) = 16.286 cm; 8.187 x 320 / 100 = 26.199 kg/ha
    const value = unwrap(stationSowing({ targetPlantsPerM2: 7, seedsPerStation: 1, rowSpacingCm: 75, ...seed }));
    expect(value.plantsPerStation).toBeCloseTo(0.855, 12);
    expect(value.inRowSpacingCm).toBeCloseTo(16.2857, 3);
    expect(value.kgPerHa).toBeCloseTo(26.199, 3);
    expect(value.gapsPct).toBeCloseTo(14.5, 9);
    expect(value.thinnedPerHa).toBeCloseTo(0, 6);
  });
  it("sows several and leaves the best", () => {
    // p = 0.8 x 1 ... of two seeds: none 0.04, one 0.32, two 0.64; one left: 0.96 a station; pulled 1.6 - 0.96 = 0.64
    const two = unwrap(
      stationSowing({
        targetPlantsPerM2: 4.8,
        seedsPerStation: 2,
        leftPerStation: 1,
        rowSpacingCm: 50,
        thousandGrainWeightG: 60,
        germinationPct: 100,
        fieldEmergencePct: 80,
      }),
    );
    expect(two.plantsPerStation).toBeCloseTo(0.96, 12);
    // 4.8 / 0.96 = 5 stations/m2: 40 cm; 10 seeds/m2 x 60 / 100 = 6 kg/ha; 50,000 x 0.64 = 32,000 pulled
    expect(two.inRowSpacingCm).toBeCloseTo(40, 9);
    expect(two.kgPerHa).toBeCloseTo(6, 9);
    expect(two.gapsPct).toBeCloseTo(4, 9);
    // of a hundred seeds of which nearly all come up, none coming up is a chance too small for a number
    const many = unwrap(
      stationSowing({
        targetPlantsPerM2: 5,
        seedsPerStation: 100,
        thousandGrainWeightG: 60,
        germinationPct: 99.95,
        fieldEmergencePct: 100,
        rowSpacingCm: 50,
      }),
    );
    expect(many.plantsPerStation).toBeCloseTo(99.95, 9);
    expect(two.thinnedPerHa).toBeCloseTo(32_000, 6);
    // three seeds, two left, p = 0.5: 1 x 3/8 + 2 x (3/8 + 1/8) = 1.375
    const three = unwrap(
      stationSowing({
        targetPlantsPerM2: 5,
        seedsPerStation: 3,
        leftPerStation: 2,
        rowSpacingCm: 50,
        inRowSpacingCm: 50,
        thousandGrainWeightG: 60,
        germinationPct: 50,
        fieldEmergencePct: 100,
      }),
    );
    expect(three.plantsPerStation).toBeCloseTo(1.375, 12);
    // 40,000 stations x 1.375 = 5.5 plants/m2
    expect(three.plantsPerM2).toBeCloseTo(5.5, 12);
  });
  it("never leaves more than came up, nor more than were to be left", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 2, max: 100 }),
        (seeds, left, pct) => {
          fc.pre(left <= seeds);
          const { plantsPerStation } = unwrap(
            stationSowing({
              targetPlantsPerM2: 5,
              seedsPerStation: seeds,
              leftPerStation: left,
              rowSpacingCm: 60,
              thousandGrainWeightG: 50,
              germinationPct: pct,
              fieldEmergencePct: 100,
            }),
          );
          expect(plantsPerStation).toBeLessThanOrEqual(Math.min(left, (seeds * pct) / 100) + 1e-9);
          expect(plantsPerStation).toBeGreaterThan(0);
        },
      ),
    );
  });
  it("refuses more left than sown", () => {
    expect(
      refused(
        stationSowing({ targetPlantsPerM2: 5, seedsPerStation: 1, leftPerStation: 2, rowSpacingCm: 60, ...seed }),
      )[0],
    ).toContain("leftPerStation");
  });
});

describe("fieldLayout", () => {
  it("counts beds, rows, metres and plants", () => {
    // (60 - 12 + 0.4) / 1.6 = 30.25: 30; (100 - 12 + 0.4) / 20.4 = 4.33: 4; 120 beds x 24 m2 / 6,000 = 48 %
    // 4 rows a bed x 30 = 120 rows x 80 m = 9,600 m; / 0.15 = 64,000
    const value = unwrap(
      fieldLayout({
        lengthM: 100,
        widthM: 60,
        headlandM: 6,
        bed: { widthM: 1.2, lengthM: 20, pathM: 0.4 },
        rows: { spacingCm: 30 },
        inRowSpacingCm: 15,
      }),
    );
    expect(value).toMatchObject({ beds: 120, rows: 120, plants: 64_000 });
    expect(value.rowMetres).toBeCloseTo(9600, 9);
    expect(value.croppedAreaPct).toBeCloseTo(48, 9);
    expect(value.pieces.filter((p) => p.kind === "bed")).toHaveLength(120);
    expect(value.pieces.at(-1)).toMatchObject({ xM: 6 + 29 * 1.6, yM: 6 + 3 * 20.4 });
  });
  it("takes two rows for each tramline", () => {
    // usable 240 - 24 = 216 m: 1,728 rows of 12.5 cm; 216 / 24 = 9 tramlines x 2 = 18 rows: 1,710 x 376 m
    // cropped 216 x 376 x 1,710 / 1,728 / (240 x 400) = 83.719 %
    const value = unwrap(
      fieldLayout({ lengthM: 400, widthM: 240, headlandM: 12, rows: { spacingCm: 12.5 }, tramlineEveryM: 24 }),
    );
    expect(value).toMatchObject({ beds: 0, rows: 1710, plants: null });
    expect(value.rowMetres).toBeCloseTo(642_960, 6);
    expect(value.croppedAreaPct).toBeCloseTo(83.71875, 5);
    expect(value.pieces.filter((p) => p.kind === "tramline")).toHaveLength(9);
  });
  it("loses no row to rounding: 3 m hold ten rows of 30 cm", () => {
    expect(unwrap(fieldLayout({ lengthM: 10, widthM: 3, headlandM: 0, rows: { spacingCm: 30 } })).rows).toBe(10);
  });
  it("knows nothing of rows where none were given", () => {
    expect(unwrap(fieldLayout({ lengthM: 50, widthM: 20, headlandM: 0 }))).toMatchObject({
      beds: 0,
      rows: null,
      rowMetres: null,
      plants: null,
      croppedAreaPct: 100,
    });
  });
  it("covers no ground twice, and none outside of the field", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 300 }),
        fc.integer({ min: 20, max: 200 }),
        fc.integer({ min: 0, max: 8 }),
        fc.option(fc.integer({ min: 6, max: 40 }), { nil: undefined }),
        fc.boolean(),
        (lengthM, widthM, headlandM, tramlineEveryM, beds) => {
          const value = unwrap(
            fieldLayout({
              lengthM,
              widthM,
              headlandM,
              rows: { spacingCm: 25 },
              ...(beds ? { bed: { widthM: 1.5, lengthM: 3.5, pathM: 0.5 } } : { tramlineEveryM }),
            }),
          );
          const area = value.pieces.reduce((sum, p) => sum + p.widthM * p.lengthM, 0);
          expect(area).toBeLessThanOrEqual(lengthM * widthM + 1e-6);
          if (!beds) expect(area).toBeCloseTo(lengthM * widthM, 6);
          const outside = value.pieces.filter(
            (p) => p.xM + p.widthM > widthM + 1e-9 || p.yM + p.lengthM > lengthM + 1e-9,
          );
          expect(outside).toEqual([]);
          expect(value.croppedAreaPct).toBeLessThanOrEqual(100 + 1e-9);
        },
      ),
    );
  });
  it("refuses rows wider than the bed, beds that do not fit, headlands that leave nothing", () => {
    const field = { lengthM: 40, widthM: 20, headlandM: 2 };
    expect(
      refused(fieldLayout({ ...field, bed: { widthM: 1, lengthM: 10, pathM: 0.3 }, rows: { spacingCm: 120 } })),
    ).toEqual(["rows.spacingCm: 120 given, allowed is no wider than the bed of 100 cm"]);
    expect(refused(fieldLayout({ ...field, bed: { widthM: 17, lengthM: 10, pathM: 0 } }))[0]).toContain("bed.widthM");
    expect(refused(fieldLayout({ ...field, headlandM: 10 }))[0]).toContain("headlandM");
    expect(
      refused(
        fieldLayout({ ...field, bed: { widthM: 1, lengthM: 10, pathM: 0.3 }, rows: { spacingCm: 25, perBed: 6 } }),
      ),
    ).toEqual(["rows.perBed: 6 given, allowed is at most 5 rows 25 cm apart on a bed of 100 cm"]);
    // two rows of 50 cm are the tramline: nothing would stand between them. So small a one made 50 million strips
    for (const tramlineEveryM of [1, 1e-6])
      expect(refused(fieldLayout({ ...field, rows: { spacingCm: 50 }, tramlineEveryM }))).toEqual([
        `tramlineEveryM: ${tramlineEveryM} given, allowed is more than the 1 m that a tramline takes itself`,
      ]);
    expect(refused(fieldLayout({ ...field, tramlineEveryM: 1e-6 }))[0]).toContain("tramlineEveryM");
    expect(refused(fieldLayout({ ...field, rows: { spacingCm: 50 }, inRowSpacingCm: 1999 }))).toEqual([]);
    expect(refused(fieldLayout({ ...field, lengthM: 10, rows: { spacingCm: 50 }, inRowSpacingCm: 800 }))[0]).toContain(
      "inRowSpacingCm",
    );
  });
});

describe("emergenceDate", () => {
  const wheat = testGuide("wheat");
  it("counts warmth from the day of sowing on", () => {
    // base 0: 125 degree days at the usual 4 cm; 10 days of 12.5 C
    const value = unwrap(emergenceDate("2026-10-01", 4, Array(40).fill(12.5), wheat));
    expect(value).toMatchObject({ date: "2026-10-11", days: 10, needCd: 125, findings: [] });
  });
  it("takes longer from deeper", () => {
    // 125 x (0.4 + 0.6 x 8 / 4) = 200: 16 days
    expect(unwrap(emergenceDate("2026-10-01", 8, Array(40).fill(12.5), wheat)).date).toBe("2026-10-17");
  });
  it("says where it is too cold, and that it does not come up", () => {
    const value = unwrap(emergenceDate("2026-12-01", 4, Array(30).fill(1), wheat));
    expect(value.date).toBeNull();
    expect(value.findings).toEqual([
      "the soil is colder than 4 C on 30 of the days until emergence: seed lies long and rots",
      "not up in 30 days: 30 of 125 degree days",
    ]);
  });
  it("refuses what is no date, depth or temperature", () => {
    expect(refused(emergenceDate("1 May", -1, [4, Number.NaN], wheat))).toEqual([
      expect.stringContaining("sowingDate"),
      expect.stringContaining("depth"),
      expect.stringContaining("dailySoilTemp.1"),
    ]);
  });
});

describe("a thin stand", () => {
  it("yields by how far plants make up for each other", () => {
    // half yields 88 %: c = 0.5 x 0.12 / 0.38 = 0.15789; three quarters 0.75 x 1.15789 / 0.90789 = 0.95652
    expect(standYield(0.5, 88)).toBeCloseTo(0.88, 12);
    expect(standYield(0.75, 88)).toBeCloseTo(0.95652, 5);
    expect(standYield(1, 88)).toBe(1);
    expect(standYield(1.4, 88)).toBe(1);
    // plants that do not: half is half; and that wholly do: half is all
    expect(standYield(0.3, 50)).toBeCloseTo(0.3, 12);
    expect(standYield(0.3, 100)).toBeCloseTo(1, 12);
    expect(standYield(0, 88)).toBe(0);
  });
  it("grows with the stand, never over the full yield", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 50, max: 100, noNaN: true }),
        (a, b, half) => {
          const [low, high] = a < b ? [a, b] : [b, a];
          expect(standYield(low, half)).toBeLessThanOrEqual(standYield(high, half) + 1e-12);
          expect(standYield(high, half)).toBeLessThanOrEqual(1 + 1e-12);
        },
      ),
    );
  });
  const half = { standShare: 0.5, halfStandYieldPct: 88, targetTPerHa: 8, pricePerT: 200 };
  it("is left where sowing again costs more than it wins", () => {
    // left: 0.88 x 8 x 200 = 1,408; again: 20 days at 0.9 % lose 18 %: 1,312 - 150 = 1,162
    const [best, next] = unwrap(
      standOptions({ ...half, fill: null, resow: { costPerHa: 150, daysLate: 20, lossPctPerDay: 0.9 } }),
    );
    expect(best).toMatchObject({ id: "leave", worthPerHa: 1408 });
    expect(next!.worthPerHa).toBeCloseTo(1162, 9);
  });
  it("is sown again where little of it makes up, and filled where gaps are cheap", () => {
    // half yields 55 %: left 880; again 3 days late 0.973 x 1,600 - 150 = 1,406.8
    // filled: 0.5 + 0.5 x 0.8 x 0.5 = 0.7 of a stand; c = 0.5 x 0.45 / 0.05 = 4.5: 0.7 x 5.5 / 5.2 = 0.7404: 1,184.6 - 40
    const found = unwrap(
      standOptions({
        ...half,
        halfStandYieldPct: 55,
        fill: { costPerHa: 40 },
        resow: { costPerHa: 150, daysLate: 3, lossPctPerDay: 0.9 },
      }),
    );
    expect(found.map((o) => [o.id, Math.round(o.worthPerHa * 10) / 10])).toEqual([
      ["resow", 1406.8],
      ["fill", 1144.6],
      ["leave", 880],
    ]);
  });
  it("refuses shares below nothing and half stands that no crop yields", () => {
    expect(refused(standOptions({ ...half, standShare: -1, halfStandYieldPct: 40, fill: null, resow: null }))).toEqual([
      expect.stringContaining("standShare"),
      expect.stringContaining("halfStandYieldPct"),
    ]);
  });
});

describe("the next setting of a drill", () => {
  it("is by proportion, and says how far off it was", () => {
    // 42 x 40 / 36 = 46.67; 36 is a tenth short
    const { setting, offPct } = unwrap(drillSetting({ setting: 42, caughtG: 36, wantedG: 40 }));
    expect(setting).toBeCloseTo(46.667, 3);
    expect(offPct).toBeCloseTo(-10, 9);
  });
  it("is none where nothing fell", () => {
    expect(refused(drillSetting({ setting: 42, caughtG: 0, wantedG: 40 }))).toEqual([
      "caughtG: 0 given, allowed is a number above 0 up to 1000000 g",
    ]);
  });
});
