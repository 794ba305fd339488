import { describe, expect, it } from "vitest";
import { testGuide } from "../../../tests/support/guides";
import { resolveGuide } from "../guides/resolve-guide";
import { clockOf } from "../phenology/development";
import { unwrap } from "../result";
import { UPLAND_PLAIN } from "../weather/example-climates";
import { seasonWeather } from "../weather/season-weather";
import type { RehearsedPlan } from "./course";
import { kindFit, meansOf, ownFit } from "./fit";
import { rehearsedCrop, rehearsedGround } from "./of-guide";
import { OUT, OUT_SIZE } from "./outcome";
import { courseOf } from "./prepare";
import { chanceOf, chanceOfTarget, heldBackBy, type Rehearsal, rankOf, rehearse } from "./rehearse";
import { PLENTY_OF_WATER, UNPLANNED } from "./unplanned";

const resolved = unwrap(resolveGuide(testGuide("wheat"), { kind: "winter" }));
const weather = seasonWeather(UPLAND_PLAIN, 2027, { seasons: 20 });
const crop = rehearsedCrop(resolved, 0.5);
const on = (depthCm: number) =>
  courseOf(
    crop,
    rehearsedGround({ textureClass: "clayLoam", stonesPct: null, soilDepthCm: depthCm }, crop, 0.15),
    clockOf(resolved.guide, resolved.kind, UPLAND_PLAIN.latitudeDeg, weather),
    { rainMm: weather.rainMm, mulchKept: 0, kcChange: null },
  );
/** Sown on 2 October. */
const SOWN = 274;
const reference: RehearsedPlan = { ...UNPLANNED, startDay: SOWN, plantingDay: SOWN, water: PLENTY_OF_WATER };
const fit = kindFit(on(120), reference, { yieldTPerHa: 7.5, usualWater: 0.9, uptakeKgPerT: 24 })!;
const field: RehearsedPlan = { ...reference, startDay: SOWN - 60, startNKgPerHa: 40, startEmpty: 0.5, water: null };
const fed = (kg: number, at = 440): RehearsedPlan => ({
  ...field,
  arrivals: kg > 0 ? [{ day: at, nitrate: kg / 2, ammonium: kg / 2, slow: 0 }] : [],
});
const yieldOf = (depthCm: number, plan: RehearsedPlan) => meansOf(on(depthCm), plan, fit)[OUT.yield]!;

describe("the fit of a kind", () => {
  it("makes its reference yield the typical figure over its share of full water: 7.5 / 0.9 = 8.33", () => {
    const means = meansOf(on(120), reference, { ...fit, needKgAt1T: 0 });
    expect(means[OUT.yield]).toBeCloseTo(7.5 / 0.9, 6);
    expect(fit.calibration).toBeCloseTo(7.5 / (0.9 * fit.unfittedTPerHa), 9);
    // 24 kg x 7.5 t are in it when it flowers, by c x W^(1 - 0.44)
    expect(fit.needKgAt1T * means[OUT.needBiomass]! ** 0.56).toBeCloseTo(24 * 7.5, 6);
    // trials of winter wheat found 5.35 % (Justes 1994): within a fifth
    expect(fit.needKgAt1T).toBeGreaterThan(43);
    expect(fit.needKgAt1T).toBeLessThan(64);
  });
  it("is none for a crop that never ripens", () => {
    expect(
      kindFit(on(120), { ...reference, plantingDay: 780 }, { yieldTPerHa: 7.5, usualWater: 0.9, uptakeKgPerT: 24 }),
    ).toBeNull();
  });
  it("of a field leans on what is expected as on two seasons", () => {
    // 8.1 where 7.5 is expected: (2 + 1.08) / 3
    expect(ownFit([8.1], 7.5)).toBeCloseTo(1.0267, 4);
    expect(ownFit([], 7.5)).toBe(1);
    expect(ownFit([8], 0)).toBe(1);
  });
});

describe("a plan's seasons", () => {
  it("yield less on shallower soil: the fit does not cancel what it should show", () => {
    const yields = [60, 80, 100, 120].map((cm) => yieldOf(cm, fed(180)));
    expect([...yields].sort((a, b) => a - b)).toEqual(yields);
    expect(yields[3]! / yields[0]!).toBeGreaterThan(1.08);
  });
  it("yield a fifth to a half less without nitrogen", () => {
    const share = yieldOf(100, fed(0)) / yieldOf(100, fed(220));
    expect(share).toBeGreaterThan(0.5);
    expect(share).toBeLessThan(0.8);
  });
  it("yield more with every dose, by less and less", () => {
    const yields = [0, 60, 120, 180, 240].map((kg) => yieldOf(100, fed(kg)));
    const steps = yields.slice(1).map((y, i) => y - yields[i]!);
    for (const step of steps) expect(step).toBeGreaterThanOrEqual(0);
    expect(steps[3]).toBeLessThan(steps[0]! / 2);
  });
});

describe("ranks and chances", () => {
  /** Seasons of these yields, with nothing else known of them. */
  const seasonsOf = (yields: number[]): Rehearsal => {
    const rows = new Float64Array(yields.length * OUT_SIZE);
    yields.forEach((y, s) => {
      rows[s * OUT_SIZE + OUT.yield] = y;
    });
    return { seasons: yields.length, rows, sorted: Float64Array.from(yields).sort() };
  };
  it("give the middle and one in five", () => {
    const ten = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10];
    // half of ten lie under 5.5, two under 2.5
    expect([rankOf(ten, 50), rankOf(ten, 20), rankOf(ten, 0), rankOf(ten, 100)]).toEqual([5.5, 2.5, 1, 10]);
  });
  it("give a season at the target an even chance, and 8 % above it more than five in six", () => {
    expect(chanceOf(8, 8)).toBeCloseTo(0.5, 6);
    // 8.7 is (8.7 - 8) / (0.08 x 8.7) = 1.006 standard deviations above: 0.843
    expect(chanceOf(8.7, 8)).toBeCloseTo(0.843, 2);
    expect(chanceOf(0, 8)).toBe(0);
    expect(chanceOfTarget(seasonsOf([8, 8.7, 0]), 8)).toBeCloseTo((0.5 + 0.843 + 0) / 3, 2);
  });
  it("count what no walk sees: a tenth of its cases lie 10 % under their season", () => {
    const found = rehearse(on(100), fed(180), fit);
    expect(found.sorted.length).toBe(5 * 20);
    const least = Math.min(...Array.from({ length: 20 }, (_, s) => found.rows[s * OUT_SIZE + OUT.yield]!));
    // the 10th of a hundred of a normal spread of 8 % is 1.2816 x 8 = 10.25 % under
    expect(found.sorted[0]).toBeCloseTo(least * (1 - 0.08 * 1.2816), 6);
    const losses = heldBackBy(found);
    expect(losses.map((l) => l.tPerHa)).toEqual(losses.map((l) => l.tPerHa).sort((a, b) => b - a));
  });
});
