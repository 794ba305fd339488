/** The walk of a season, worked by hand day for day, and the laws that it keeps whatever the weather. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ALL_GUIDES, testGuide } from "../../../tests/support/guides";
import { toDay } from "../dates";
import { waysOfKind } from "../guides/fitting";
import { resolveGuide } from "../guides/resolve-guide";
import { type Clock, clockOf } from "../phenology/development";
import { unwrap } from "../result";
import type { TextureClass } from "../soil/texture";
import { DELTA, UPLAND_PLAIN } from "../weather/example-climates";
import { type DailyWeather, emptyWeather, generateWeather } from "../weather/generator";
import type { Course, Fit, RehearsedCrop, RehearsedPlan } from "./course";
import { rehearsedCrop, rehearsedGround } from "./of-guide";
import { LIMITS, type Limit, OUT, OUT_SIZE, type RehearsalDay } from "./outcome";
import { courseOf } from "./prepare";
import { PLENTY_OF_WATER, UNPLANNED } from "./unplanned";
import { walkSeason } from "./walk";

const BARE = { mulchKept: 0, kcChange: null };
const PLAN: RehearsedPlan = { ...UNPLANNED, startDay: 0, plantingDay: 0 };
/** Nitrogen never short. */
const FED: Fit = { calibration: 1, needKgAt1T: 0 };

describe("twelve days by hand", () => {
  /*
   * 10 C on every day: 10 degree days over a base of 0, full warmth, the soil as warm. 7 mm of reference evapotranspiration; rain of 45 mm
   * on day 1, of 1.2 on day 5 (under 0.2 x 7: caught and lost), of 12 on day 6. Full cover makes 0.5 x 6 g/MJ x 20 MJ x 0.01 = 0.6 t/ha.
   * Stages: 20 degree days to emergence, 70 to full cover (0.1 to 0.6, roots 30 to 50 cm), 120 to the end (cover 0.2).
   * Soil: 100 mm/m available, 200 held, 60 cm; evaporation 4 mm freely, 10 in all; half empty: 15 mm missing in 30 cm, 15 below, 5 on top.
   */
  const weather = emptyWeather(0, 12, 1);
  weather.tminC.fill(10);
  weather.tmaxC.fill(10);
  weather.solarMj.fill(20);
  weather.etoMm.fill(7);
  weather.rainMm.set([0, 45, 0, 0, 0, 1.2, 12]);
  const clock: Clock = {
    weather,
    thresholds: Float64Array.of(20, 70, 120),
    units: new Float32Array(12).fill(10),
    cold: new Uint8Array(12),
    light: new Float32Array(12).fill(1),
    coldNeed: 0,
    coldUntil: 0,
    lightUntil: 0,
    walked: new Map(),
  };
  const crop: RehearsedCrop = {
    stages: [
      { cover: 0.1, rootM: 0.3 },
      { cover: 0.6, rootM: 0.5 },
      { cover: 0.2, rootM: 0.5 },
    ],
    emergenceDays: 5,
    kc: { initial: 0.3, mid: 1.1, end: 0.5 },
    depletionFraction: 0.5,
    rueGPerMj: 6,
    baseC: 0,
    optimumC: 20,
    ceilingC: 30,
    lowestSoilC: 2,
    harvestIndex: 0.5,
    moisturePct: 15,
    harms: [],
    harvestLossPerDay: 0,
    harvestStage: 2,
    harvestAfterDays: 0,
    earlyLossPerDay: 0,
    nitrogen: { dilution: 0.5, untilStage: 2, highShare: 1.2, fixedShare: 0.1 },
    bundMm: 0,
  };
  const ground = {
    awcMmPerM: 100,
    heldMmPerM: 200,
    deepestM: 0.6,
    rewMm: 4,
    tewMm: 10,
    setFreeKgAt10C: 0.5,
    percolationMmPerDay: 3,
  };
  const days: RehearsalDay[] = [];
  const out = new Float64Array(OUT_SIZE);
  walkSeason(
    courseOf(crop, ground, clock, { ...BARE, rainMm: weather.rainMm }),
    {
      ...PLAN,
      // 20 kg to 20 cm, two thirds on top: 13.33 and 6.67, less 2 of each that no root takes
      startNKgPerHa: 20,
      startNDepthM: 0.2,
      startEmpty: 0.5,
      arrivals: [
        { day: 0, nitrate: 0, ammonium: 0, slow: 10 },
        { day: 1, nitrate: 5, ammonium: 10, slow: 0 },
      ],
    },
    { calibration: 1, needKgAt1T: 40 },
    0,
    out,
    (day) => days.push(day),
  );
  const column = (of: keyof RehearsalDay) => days.map((day) => Number(day[of].toFixed(4)));

  it("gives the canopy, roots and coefficient of each", () => {
    // day 2 is the third of ten degrees: (30 - 20) / 50 of the way from 0.1 to 0.6; kc 0.3 + 0.8 x 0.2 / 0.6; falling from day 7 on
    expect(column("cover")).toEqual([0, 0, 0.2, 0.3, 0.4, 0.5, 0.6, 0.52, 0.44, 0.36, 0.28, 0.2]);
    expect(column("rootM")).toEqual([0.3, 0.3, 0.34, 0.38, 0.42, 0.46, 0.5, 0.5, 0.5, 0.5, 0.5, 0.5]);
    expect(column("kc")).toEqual([0, 0, 0.5667, 0.7, 0.8333, 0.9667, 1.1, 0.98, 0.86, 0.74, 0.62, 0.5]);
  });
  it("gives the water of each", () => {
    // day 0, bare: 5 of 10 mm are gone, 1.05 x 7 x (10 - 5) / (10 - 4) = 6.125; 15 + 6.125 = 21.125 missing
    // day 1: 45 - 21.125 = 23.875 drain; 1.05 x 7 = 7.35 evaporate. The 15 below are filled, 8.875 leave the profile
    // day 5: of 46 mm 0.5 + 0.04 x (5 - 6.767) = 42.9 % are easy: 19.75; (46 - 22.05) / (46 - 19.75) = 0.9124 of 6.767 mm
    expect(column("drainageMm")).toEqual([0, 23.875, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0]);
    expect(column("ks")).toEqual([1, 1, 1, 1, 1, 0.9124, 1, 0.908, 0.734, 0.6084, 0.5185, 0.4558]);
    expect(column("etaMm")).toEqual([
      6.125, 7.35, 3.9667, 4.9, 5.8333, 6.1736, 7.7, 6.2286, 4.4188, 3.1515, 2.2502, 1.5953,
    ]);
    expect(column("depletionMm")).toEqual([
      21.125, 7.35, 11.3167, 16.2167, 22.05, 28.2236, 23.9236, 30.1522, 34.571, 37.7225, 39.9727, 41.5679,
    ]);
    expect(out[OUT.drainedMm]).toBeCloseTo(8.875, 9);
  });
  it("gives the nitrogen of each", () => {
    // day 0: 27.25 of 30 mm are gone (21.125 + what evaporated), over half: wetness 1 - 0.8 x (0.7042 - 0.5) / 0.5 = 0.6733;
    // 16 there + 0.5 x 0.6733 + 10 / 1000 x 10 slow + 12 / 365 = 16.4695
    expect(column("nitrateKg")).toEqual([
      16.4695, 22.6177, 20.2468, 17.6257, 14.935, 12.8418, 10.9976, 9.5611, 8.5453, 7.7848, 7.1875, 6.6988,
    ]);
    expect(out[OUT.leachedN]).toBeCloseTo(0.1286, 4);
    expect(column("heldKg")).toEqual([
      0, 0, 6.0516, 12.5874, 19.1262, 24.6817, 30.0788, 34.7932, 38.7808, 42.219, 45.2118, 47.8263,
    ]);
  });
  it("gives the growth of each by the shorter of the two", () => {
    // day 3: a young 0.12 t needs 40 x 0.3^0.5 / 0.3 x 0.12 = 8.76 kg and holds 6.05: 0.6905 x 0.6 x 0.3 = 0.1243 grow
    // day 8: nitrogen 0.8075, water 0.734: 0.734 x 0.6 x 0.44 = 0.1938
    expect(column("nitrogenFactor")).toEqual([
      1, 1, 1, 0.6905, 0.7055, 0.7435, 0.7733, 0.7861, 0.8075, 0.8332, 0.866, 0.9013,
    ]);
    expect(column("biomassT")).toEqual([
      0, 0, 0.12, 0.2443, 0.4136, 0.6367, 0.9151, 1.1603, 1.3541, 1.4855, 1.5726, 1.6273,
    ]);
  });
});

const FIELD = { textureClass: "clayLoam" as TextureClass, stonesPct: null, soilDepthCm: null };
const spring = unwrap(resolveGuide(testGuide("wheat"), { kind: "spring" }));
const PLANTED = { ...PLAN, startDay: 10, plantingDay: 10 };

/** Spring wheat in 400 even days: 16 C, 20 MJ, no rain, 3 mm of evapotranspiration. */
function evenDays() {
  const weather = emptyWeather(toDay("2027-01-01"), 400, 1);
  weather.tminC.fill(10);
  weather.tmaxC.fill(22);
  weather.solarMj.fill(20);
  weather.etoMm.fill(3);
  return weather;
}
function courseFor(weather: DailyWeather, resolved = spring, texture: TextureClass = "clayLoam", late = 1): Course {
  const crop = rehearsedCrop(resolved, late);
  const ground = rehearsedGround({ ...FIELD, textureClass: texture }, crop, 0.3);
  return courseOf(crop, ground, clockOf(resolved.guide, resolved.kind, 47, weather), {
    ...BARE,
    rainMm: weather.rainMm,
  });
}
function grow(weather: DailyWeather, plan: Partial<RehearsedPlan> = {}) {
  const out = new Float64Array(OUT_SIZE);
  walkSeason(courseFor(weather), { ...PLANTED, ...plan }, FED, 0, out);
  return out;
}
const lost = (out: Float64Array, limit: Limit) => out[OUT.losses + LIMITS.indexOf(limit)]!;

describe("an even season", () => {
  it("makes the biomass of the hand sum", () => {
    // one stage interval by hand: 16 C a day, emergence at 125 Cd after 8 days (128), ripe at 2120: day 133 (2128).
    // A day of full cover makes 0.5 x 20 MJ x 2.6 g/MJ = 26 g/m2 = 0.26 t/ha. Cover runs straight between the stages
    // (thermal time: 125 0.03, 340 0.2, 680 0.5, 1000 0.9, 1160 0.95, 1290 0.95, 1780 0.85, 2120 0.7), so its integral
    // over thermal time is 215 x 0.115 + 340 x 0.35 + 320 x 0.7 + 160 x 0.925 + 130 x 0.95 + 490 x 0.9 + 340 x 0.775
    // = 24.7 + 119 + 224 + 148 + 123.5 + 441 + 263.5 = 1343.7 Cd, / 16 = 83.98 days of full cover: 21.84 t/ha.
    // Grain: x 0.48 / 0.85 = 12.33 t/ha; days are steps, so one per cent either way
    const out = grow(evenDays(), { water: PLENTY_OF_WATER });
    expect(out[OUT.ripeDay]).toBe(10 + 133);
    expect(out[OUT.reference]).toBeGreaterThan(12.33 * 0.99);
    expect(out[OUT.reference]).toBeLessThan(12.33 * 1.01);
    expect(out[OUT.yield]).toBeCloseTo(out[OUT.reference]!, 6);
  });
  it("loses to drought without rain, nothing with water", () => {
    const dry = grow(evenDays());
    // clay loam to 120 cm holds 186 mm; the crop wants some 3 x 1.0 x 110 days = 330: over a quarter is missing
    expect(lost(dry, "water")).toBeGreaterThan(0.15 * dry[OUT.reference]!);
    expect(dry[OUT.yield]).toBeLessThan(0.85 * dry[OUT.reference]!);
    const wet = evenDays();
    wet.rainMm.fill(5);
    expect(lost(grow(wet), "water")).toBe(0);
  });
  it("takes frost and heat at flowering by the degree", () => {
    const frosty = evenDays();
    // flowering spans 1290 to 1780 Cd: 16 C a day from day 10: reached in day 91 (81 x 16 = 1296); one such day
    frosty.tminC[93] = -3;
    frosty.tmaxC[93] = 35;
    const out = grow(frosty, { water: PLENTY_OF_WATER });
    // limit -1: 2 degrees x 15 % = 30 %; limit 31 for heat: 4 degrees x 4 % = 16 % of what is left
    const grown = out[OUT.reference]! - lost(out, "warmth");
    expect(lost(out, "frost")).toBeCloseTo(0.3 * grown, 6);
    expect(lost(out, "heat")).toBeCloseTo(0.16 * 0.7 * grown, 6);
    expect(out[OUT.yield]).toBeCloseTo(0.7 * 0.84 * grown, 6);
  });
  it("waits for a dry day at harvest, at a price", () => {
    const wet = evenDays();
    // ripe on day 143, usual harvest 4 days later; rain on days 147 to 151, then 1 day after more than 3 mm
    for (let d = 147; d <= 151; d++) wet.rainMm[d] = 10;
    const out = grow(wet, { water: PLENTY_OF_WATER });
    expect(out[OUT.harvestDay]).toBe(153);
    // six days at 0.7 %
    expect(lost(out, "lateHarvest")).toBeCloseTo(0.042 * out[OUT.reference]!, 6);
  });
  it("takes for early sowing by the day, half of what a late one costs", () => {
    const out = new Float64Array(OUT_SIZE);
    // sown on day 10, 20 days before: at 1 % a day late
    walkSeason(courseFor(evenDays()), { ...PLANTED, water: PLENTY_OF_WATER, earlyBefore: 30 }, FED, 0, out);
    expect(lost(out, "early")).toBeCloseTo(0.1 * out[OUT.reference]!, 9);
  });
  it("says when a crop does not ripen, with no yield", () => {
    const cold = evenDays();
    cold.tmaxC.fill(2);
    cold.tminC.fill(-4);
    const out = grow(cold);
    expect([out[OUT.yield], out[OUT.ripeDay], out[OUT.harvestDay]]).toEqual([0, -1, -1]);
  });
  it("takes a stage that was seen for the simulated one", () => {
    const early = grow(evenDays(), { water: PLENTY_OF_WATER, seen: { stage: 5, day: 80 } });
    // flowering (1290 Cd) on day 80, ripe (2120) 830 / 16 = 51.9 days later
    expect(early[OUT.ripeDay]).toBe(80 + 52);
  });
});

const kinds = ALL_GUIDES.flatMap((g) =>
  g.kinds.flatMap((k) => waysOfKind(g, k.id).methods.map((m) => unwrap(resolveGuide(g, { kind: k.id, method: m.id })))),
);
const FIRST = toDay("2026-08-01");
const TEXTURES = ["sand", "loam", "clay"] as const;
const situation = fc.record({
  crop: fc.integer({ min: 0, max: kinds.length - 1 }),
  warm: fc.boolean(),
  seed: fc.integer({ min: 1, max: 10_000 }),
  day: fc.integer({ min: 0, max: 250 }),
  texture: fc.integer({ min: 0, max: 2 }),
  before: fc.integer({ min: 0, max: 120 }),
  kg: fc.integer({ min: 0, max: 250 }),
  water: fc.boolean(),
});
type Situation = typeof situation extends fc.Arbitrary<infer S> ? S : never;

function seasonOf(
  s: Situation,
  {
    change = () => {},
    plan = {},
    deepestM,
  }: { change?: (w: DailyWeather) => void; plan?: Partial<RehearsedPlan>; deepestM?: number } = {},
) {
  const resolved = kinds[s.crop]!;
  const climate = s.warm ? DELTA : UPLAND_PLAIN;
  const weather = generateWeather(climate, { firstDay: FIRST, days: 560, seasons: 1, seed: s.seed });
  change(weather);
  const course = courseFor(weather, resolved, TEXTURES[s.texture]!);
  if (deepestM) course.ground = { ...course.ground, deepestM };
  const out = new Float64Array(OUT_SIZE);
  const bunded = course.crop.bundMm > 0;
  walkSeason(
    course,
    {
      ...PLAN,
      startDay: Math.max(0, s.day - s.before),
      plantingDay: s.day,
      startNKgPerHa: 40,
      startEmpty: 0.5,
      arrivals: [{ day: s.day + 20, nitrate: s.kg / 2, ammonium: s.kg / 2, slow: 0 }],
      water: s.water ? PLENTY_OF_WATER : null,
      pond: s.water && bunded ? { lowMm: 25, highMm: 50, untilDay: 999, limitMm: null } : null,
      ...plan,
    },
    { calibration: 0.8, needKgAt1T: 50 },
    0,
    out,
  );
  return { out, course };
}

describe("a season of any crop", () => {
  it("keeps all of its water and nitrogen", () => {
    fc.assert(
      fc.property(situation, (s) => {
        const { out, course } = seasonOf(s);
        const { awcMmPerM, deepestM } = course.ground;
        const missingAtFirst = 0.5 * awcMmPerM * deepestM;
        const gained = missingAtFirst + out[OUT.usedMm]! + out[OUT.drainedMm]! + out[OUT.spilledMm]!;
        expect(gained).toBeCloseTo(out[OUT.rainMm]! + out[OUT.irrigationMm]! + out[OUT.missingMm]!, 3);
        // what stood there on the first day, less the 2 kg of each layer that count for nothing
        const layers = Math.min(9, Math.round(deepestM / 0.1));
        let stood = 0;
        for (let k = 0; k < layers; k++) stood += Math.max(0, (40 * 2 * (9 - k)) / 90 - 2);
        const came = stood + out[OUT.givenN]! + out[OUT.setFreeBeforeN]! + out[OUT.setFreeN]! + out[OUT.fixedN]!;
        expect(came).toBeCloseTo(out[OUT.heldN]! + out[OUT.leftN]! + out[OUT.leachedN]! + out[OUT.lostN]!, 3);
      }),
      { numRuns: 150 },
    );
  });
  it("yields no more than light allows, and its losses add up to the rest", () => {
    fc.assert(
      fc.property(situation, (s) => {
        const { out } = seasonOf(s, { plan: { stand: 0.9, siteShare: 0.8 } });
        for (const value of out) expect(Number.isFinite(value)).toBe(true);
        const losses = LIMITS.reduce((sum, limit) => sum + lost(out, limit), 0);
        expect(out[OUT.yield]).toBeGreaterThanOrEqual(0);
        for (const limit of LIMITS) expect(lost(out, limit)).toBeGreaterThanOrEqual(-1e-9);
        expect(out[OUT.yield]! + losses).toBeCloseTo(out[OUT.reference]!, 6);
        if (out[OUT.ripeDay]! >= 0)
          expect(out[OUT.harvestDay]).toBeGreaterThanOrEqual(Math.min(559, out[OUT.ripeDay]!));
      }),
      { numRuns: 150 },
    );
  });
  it("takes up no less of more nitrogen, and yields no less for it", () => {
    fc.assert(
      fc.property(situation, fc.integer({ min: 1, max: 100 }), (s, more) => {
        const poor = seasonOf(s).out;
        const rich = seasonOf({ ...s, kg: s.kg + more }).out;
        expect(rich[OUT.heldN]).toBeGreaterThanOrEqual(poor[OUT.heldN]! - 1e-6);
        expect(rich[OUT.yield]).toBeGreaterThanOrEqual(poor[OUT.yield]! - 1e-9);
      }),
      { numRuns: 100 },
    );
  });
  it("grows no less on deeper soil in the same weather, nitrogen apart", () => {
    fc.assert(
      fc.property(situation, (s) => {
        const fed = { plan: { startNKgPerHa: 2000, water: null, pond: null, startEmpty: 0 } };
        const shallow = seasonOf(s, { ...fed, deepestM: 0.5 }).out;
        const deep = seasonOf(s, { ...fed, deepestM: 0.9 }).out;
        const grown = (out: Float64Array) => out[OUT.reference]! - lost(out, "warmth") - lost(out, "water");
        expect(grown(deep)).toBeGreaterThanOrEqual(grown(shallow) - 1e-6);
      }),
      { numRuns: 100 },
    );
  });
  it("needs less nitrogen where the site allows less, so that a lack costs it no larger part", () => {
    fc.assert(
      fc.property(situation, fc.double({ min: 0.3, max: 0.95, noNaN: true }), (s, siteShare) => {
        const whole = seasonOf(s).out;
        const part = seasonOf(s, { plan: { siteShare } }).out;
        expect(part[OUT.heldN]!).toBeLessThanOrEqual(whole[OUT.heldN]! + 1e-6);
        expect(part[OUT.yield]!).toBeGreaterThanOrEqual(siteShare * whole[OUT.yield]! - 1e-6);
        expect(part[OUT.yield]!).toBeLessThanOrEqual(whole[OUT.yield]! + 1e-6);
      }),
      { numRuns: 40 },
    );
  });
  it("loses no less the later it is harvested", () => {
    fc.assert(
      fc.property(situation, fc.integer({ min: 1, max: 20 }), (s, wet) => {
        const dry = seasonOf(s).out;
        if (dry[OUT.harvestDay]! < 0 || dry[OUT.harvestDay]! > 500) return;
        const rained = seasonOf(s, {
          change: (w) => {
            for (let d = 0; d < wet; d++) w.rainMm[dry[OUT.harvestDay]! + d] = 10;
          },
        }).out;
        expect(rained[OUT.harvestDay]).toBeGreaterThanOrEqual(dry[OUT.harvestDay]!);
        expect(lost(rained, "lateHarvest")).toBeGreaterThanOrEqual(lost(dry, "lateHarvest") - 1e-9);
      }),
      { numRuns: 60 },
    );
  });
});
