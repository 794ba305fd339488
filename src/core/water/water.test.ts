import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { allocateWater, type WaterField } from "./allocate-water";
import { irrigationSchedule } from "./irrigation-schedule";
import { kcCurve } from "./kc-curve";
import { pondedBalance } from "./ponded-balance";
import { pipeLoss, pumpPower, pumpTime, solarArray } from "./pump";
import { type WaterDay, waterBalance } from "./water-balance";
import { yieldFromWater } from "./yield-from-water";

const day = (over: Partial<WaterDay> = {}): WaterDay => ({ etoMm: 5, rainMm: 0, kc: 1, rootDepthM: 0.8, ...over });
const days = (count: number, over: Partial<WaterDay> = {}) => Array.from({ length: count }, () => day(over));
const fieldsOf = (result: { ok: boolean; errors?: { field: string }[] }) => result.errors?.map((e) => e.field) ?? [];

describe("the balance", () => {
  it("dries down as in FAO-56, example 38", () => {
    // tomatoes: 160 mm available in 0.8 m, p 0.4 so 64 mm readily, etc 5 mm, 55 mm depleted at the start of the first day
    const { days: got } = unwrap(
      waterBalance({ days: days(5), awcMmPerM: 200, depletionFraction: 0.4, initialDepletionMm: 55 }),
    );
    // ks of the third day (160 - 65) / 96 = 0.99, then 0.94 and 0.89, as printed there
    expect(got.map((d) => Number(d.ks.toFixed(2)))).toEqual([1, 1, 0.99, 0.94, 0.89]);
    expect(got.map((d) => Number(d.depletionMm.toFixed(1)))).toEqual([60, 65, 69.9, 74.6, 79.1]);
    expect([got[0]?.tawMm, got[0]?.rawMm]).toEqual([160, 64]);
  });

  it("is that of a table of twelve days by hand", () => {
    // 100 mm/m, roots 0.5 m growing to 0.6 m on the seventh day: 50, then 60 mm; p 0.5 + 0.04 (5 - etc)
    const table: [eto: number, rain: number, kc: number, root: number, irrigation: number][] = [
      [4, 0, 0.5, 0.5, 0], // etc 2, p 0.62, raw 31: 2
      [4, 0.7, 0.5, 0.5, 0], // rain under 0.8 is lost: 4
      [4, 0.8, 0.5, 0.5, 0], // at 0.8 it counts: 4 - 0.8 + 2 = 5.2
      [5, 0, 1, 0.5, 0], // etc 5, raw 25: 10.2
      [5, 12, 1, 0.5, 0], // 12 over 10.2: 1.8 drains, 5
      [6, 0, 1.2, 0.5, 0], // etc 7.2, p 0.412, raw 20.6: 12.2
      [6, 0, 1.2, 0.6, 0], // deeper: 60 available, raw 24.72: 19.4
      [6, 0, 1.2, 0.6, 0], // 26.6
      [6, 0, 1.2, 0.6, 0], // ks (60 - 26.6) / (60 - 24.72) = 0.94671: 6.81633 used, 33.41633
      [6, 0, 1.2, 0.6, 20], // 13.41633 after the irrigation: ks 1, 20.61633
      [6, 0, 1.2, 0.6, 0], // 27.81633
      [6, 30, 1.2, 0.6, 0], // 2.18367 drains, 7.2
    ];
    const got = unwrap(
      waterBalance({
        days: table.map(([etoMm, rainMm, kc, rootDepthM, irrigationMm]) => ({
          etoMm,
          rainMm,
          kc,
          rootDepthM,
          irrigationMm,
        })),
        awcMmPerM: 100,
        depletionFraction: 0.5,
      }),
    );
    expect(got.days.map((d) => Number(d.depletionMm.toFixed(3)))).toEqual([
      2, 4, 5.2, 10.2, 5, 12.2, 19.4, 26.6, 33.416, 20.616, 27.816, 7.2,
    ]);
    expect(got.days.map((d) => Number(d.drainageMm.toFixed(3)))).toEqual([0, 0, 0, 0, 1.8, 0, 0, 0, 0, 0, 0, 2.184]);
    // 2 + 2 + 2 + 5 + 5 + 7 x 7.2 = 66.4
    expect(got.etcMm).toBeCloseTo(66.4, 9);
    expect(got.etaMm).toBeCloseTo(66.4 - 7.2 + 6.81633, 4);
  });

  it("keeps its water: rain and irrigations are use, drainage and change of store", () => {
    const any = fc.record({
      etoMm: fc.double({ min: 0, max: 12, noNaN: true }),
      rainMm: fc.oneof(fc.constant(0), fc.double({ min: 0, max: 90, noNaN: true })),
      kc: fc.double({ min: 0, max: 1.3, noNaN: true }),
      irrigationMm: fc.oneof(fc.constant(0), fc.double({ min: 0, max: 60, noNaN: true })),
    });
    fc.assert(
      fc.property(
        fc.array(any, { minLength: 1, maxLength: 60 }),
        fc.double({ min: 0, max: 80, noNaN: true }),
        (list, initialDepletionMm) => {
          const given = list.map((d) => ({ ...d, rootDepthM: 0.6 }));
          const got = unwrap(waterBalance({ days: given, awcMmPerM: 150, depletionFraction: 0.5, initialDepletionMm }));
          const caught = given.reduce((s, d) => s + (d.rainMm < 0.2 * d.etoMm ? 0 : d.rainMm), 0);
          const irrigations = given.reduce((s, d) => s + d.irrigationMm, 0);
          const end = got.days.at(-1)!.depletionMm;
          expect(caught + irrigations + end - initialDepletionMm).toBeCloseTo(got.etaMm + got.drainageMm, 6);
          for (const d of got.days) {
            expect(d.ks).toBeGreaterThanOrEqual(0);
            expect(d.ks).toBeLessThanOrEqual(1);
            expect(d.depletionMm).toBeLessThanOrEqual(90 + 1e-9);
          }
        },
      ),
    );
  });

  it("never uses less for more water", () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 30, noNaN: true }), { minLength: 10, maxLength: 40 }),
        fc.nat(9),
        fc.double({ min: 1, max: 50, noNaN: true }),
        (rain, at, more) => {
          const used = (irrigation: number) =>
            unwrap(
              waterBalance({
                days: rain.map((rainMm, i) =>
                  day({ rainMm: rainMm > 25 ? rainMm : 0, irrigationMm: i === at ? irrigation : 0 }),
                ),
                awcMmPerM: 120,
                depletionFraction: 0.4,
                initialDepletionMm: 40,
              }),
            ).etaMm;
          expect(used(more)).toBeGreaterThanOrEqual(used(0) - 1e-9);
        },
      ),
    );
  });

  it("names the day and value that it cannot take", () => {
    const result = waterBalance({
      days: [day(), day({ kc: -1 }), day({ rootDepthM: 0, irrigationMm: Number.NaN })],
      awcMmPerM: 0,
      depletionFraction: 0.5,
    });
    expect(fieldsOf(result)).toEqual(["days.1.kc", "days.2.rootDepthM", "awcMmPerM", "days.2.irrigationMm"]);
    expect(fieldsOf(waterBalance({ days: [], awcMmPerM: 100, depletionFraction: 0.5 }))).toEqual(["days"]);
  });
});

describe("the coefficient", () => {
  it("is that of FAO-56, example 28", () => {
    const of = (d: number) =>
      unwrap(kcCurve({ stageLengthsDays: [25, 25, 30, 20], kcInitial: 0.15, kcMid: 1.19, kcEnd: 0.35, day: d })).kc;
    expect([20, 40, 70, 95].map((d) => Number(of(d).toFixed(2)))).toEqual([0.15, 0.77, 1.19, 0.56]);
    expect([of(0), of(25), of(50), of(80), of(100), of(400)].map((k) => Number(k.toFixed(6)))).toEqual([
      0.15, 0.15, 1.19, 1.19, 0.35, 0.35,
    ]);
  });
  it("names what it cannot take", () => {
    const bad = { stageLengthsDays: [25, 25, -1], kcInitial: 0.15, kcMid: 9, kcEnd: 0.35, day: -2 };
    expect(fieldsOf(kcCurve(bad))).toEqual(["stageLengthsDays", "stageLengthsDays.2", "kcMid", "day"]);
  });
});

describe("a schedule", () => {
  const dry = { awcMmPerM: 125, depletionFraction: 0.5, efficiencyPct: 75 };
  const list = days(30, { etoMm: 8, kc: 1, rootDepthM: 0.8 });
  // 100 mm available; etc 8, p 0.5 - 0.12 = 0.38: 38 mm readily; 8 a day
  const run = (rule: Parameters<typeof irrigationSchedule>[0]["rule"], more = {}) =>
    unwrap(irrigationSchedule({ ...dry, days: list, rule, ...more }));

  it("by depletion gives when the line is reached, after the rain and before the day's use", () => {
    // depletion before use on day n is 8 n: 40 on day 5 is past 38: 40 net, 53.3 gross; then again every five days
    const got = run({ kind: "depletion", atRawPct: 100, refill: "capacity" });
    expect(got.events.slice(0, 2)).toEqual([
      { day: 5, netMm: 40, grossMm: 40 / 0.75 },
      { day: 10, netMm: 40, grossMm: 40 / 0.75 },
    ]);
    expect([got.netMm, got.stressDays, got.drainageMm, got.etaMm]).toEqual([200, 0, 0, 240]);
    // at half of it (19 mm): 24 on day 3; refilled to a depletion of 10: 14
    expect(run({ kind: "depletion", atRawPct: 50, refill: { leaveMm: 10 } }).events[0]).toMatchObject({
      day: 3,
      netMm: 14,
    });
    expect(run({ kind: "depletion", atRawPct: 100, refill: { netMm: 25 } }).events[0]?.netMm).toBe(25);
  });

  it("by interval and week begins on day n, less the rain since the last irrigation", () => {
    expect(run({ kind: "interval", everyDays: 9, netMm: 30 }).events.map((e) => e.day)).toEqual([9, 18, 27]);
    const wet = list.map((d, i) => ({ ...d, rainMm: i === 3 ? 20 : i === 9 ? 50 : 0 }));
    const weekly = unwrap(irrigationSchedule({ ...dry, days: wet, rule: { kind: "weekly", netMm: 35 } }));
    // day 7: 35 - 20; day 14: 50 mm since then, none; day 21: still 50 since the last irrigation, none; day 28 the same
    expect(weekly.events).toEqual([{ day: 7, netMm: 15, grossMm: 20 }]);
    const plain = unwrap(
      irrigationSchedule({ ...dry, days: wet, rule: { kind: "weekly", netMm: 35, lessRain: false } }),
    );
    expect(plain.events.map((e) => e.day)).toEqual([7, 14, 21, 28]);
  });

  it("on named days gives there, and stops in time and at the limit", () => {
    expect(run({ kind: "days", afterPlanting: [4, 20], netMm: 30 }).events.map((e) => e.day)).toEqual([4, 20]);
    expect(run({ kind: "stages", onDays: [12], netMm: 30 }).netMm).toBe(30);
    const rule = { kind: "depletion", atRawPct: 100, refill: "capacity" } as const;
    expect(run(rule, { stopAfterDay: 10 }).events.map((e) => e.day)).toEqual([5, 10]);
    expect(run(rule, { limitNetMm: 100 }).events.map((e) => e.netMm)).toEqual([40, 40, 20]);
    expect(run(rule, { limitNetMm: 0 }).stressDays).toBeGreaterThan(20);
  });

  it("names what it cannot take", () => {
    const bad = {
      ...dry,
      days: list,
      efficiencyPct: 0.7,
      rule: { kind: "interval", everyDays: 0, netMm: 30 } as const,
    };
    expect(fieldsOf(irrigationSchedule(bad))).toEqual(["efficiencyPct", "rule.everyDays"]);
    const worse = { ...dry, days: list, rule: { kind: "depletion", atRawPct: 100, refill: "full" } as never };
    expect(fieldsOf(irrigationSchedule(worse))).toEqual(["rule.refill"]);
  });
});

describe("yield by water", () => {
  it("is the product over the stages", () => {
    const stages = [
      { ky: 0.6, etaMm: 80, etcMm: 100 },
      { ky: 0.5, etaMm: 90, etcMm: 100 },
    ];
    expect(unwrap(yieldFromWater({ stages, combine: "product" })).relativeYieldPct).toBeCloseTo(83.6, 9);
    // maize over a season: ky 1.25, a fifth less water, a quarter less yield (FAO-33)
    expect(
      unwrap(yieldFromWater({ stages: [{ ky: 1.25, etaMm: 400, etcMm: 500 }], combine: "season" })).relativeYieldPct,
    ).toBe(75);
    expect(fieldsOf(yieldFromWater({ stages, combine: "season" }))).toEqual(["stages"]);
    expect(fieldsOf(yieldFromWater({ stages: [{ ky: 1, etaMm: 120, etcMm: 100 }], combine: "product" }))).toEqual([
      "stages.0.etaMm",
    ]);
  });
});

describe("standing water", () => {
  it("is used, seeps, spills, is filled and let off", () => {
    const pond = (rainMm: number, targetMm: [number, number]) => ({ etoMm: 6, rainMm, kc: 1, targetMm });
    const got = unwrap(
      pondedBalance({
        days: [pond(0, [45, 60]), pond(0, [45, 60]), pond(60, [45, 60]), pond(0, [20, 40]), pond(0, [0, 0])],
        percolationMmPerDay: 4,
        bundMm: 100,
        initialMm: 50,
      }),
    );
    // 50 - 10 = 40, under 45: 20 in, 60; 50; 50 + 60 - 10 = 100; 90 stays over 40; 80 is let off
    expect(got.days).toEqual([
      { depthMm: 60, irrigationMm: 20, spillMm: 0, drainedMm: 0 },
      { depthMm: 50, irrigationMm: 0, spillMm: 0, drainedMm: 0 },
      { depthMm: 100, irrigationMm: 0, spillMm: 0, drainedMm: 0 },
      { depthMm: 90, irrigationMm: 0, spillMm: 0, drainedMm: 0 },
      { depthMm: 0, irrigationMm: 0, spillMm: 0, drainedMm: 80 },
    ]);
    const storm = unwrap(
      pondedBalance({ days: [pond(80, [45, 60])], percolationMmPerDay: 4, bundMm: 100, initialMm: 50 }),
    );
    expect(storm.spillMm).toBe(20);
    const bad = { days: [pond(0, [60, 45])], percolationMmPerDay: 4, bundMm: 100, initialMm: 50 };
    expect(fieldsOf(pondedBalance(bad))).toEqual(["days.0.targetMm"]);
  });
});

describe("a pump", () => {
  it("takes the power and hours of the worked cases", () => {
    const { hydraulicKw, shaftKw, inputKw } = unwrap(
      pumpPower({ flowM3PerH: 36, headM: 28, pumpEfficiencyPct: 62, motorEfficiencyPct: 88 }),
    );
    // 9.81 x 0.01 m3/s x 28 m
    expect([hydraulicKw, shaftKw, inputKw].map((k) => Number(k.toFixed(2)))).toEqual([2.75, 4.43, 5.03]);
    const time = unwrap(pumpTime({ areaHa: 4, grossMm: 30, flowM3PerH: 36, inputKw }));
    expect([time.volumeM3, Number(time.hours.toFixed(1)), Math.round(time.kwh ?? 0)]).toEqual([1200, 33.3, 168]);
    expect(unwrap(pumpTime({ areaHa: 4, grossMm: 30, flowM3PerH: 36 })).kwh).toBeNull();
    // 25 / (5 x 0.75)
    expect(unwrap(solarArray({ kwhPerDay: 25, peakSunHours: 5, performanceRatioPct: 75 })).kwPeak).toBeCloseTo(
      6.667,
      3,
    );
    expect(fieldsOf(pumpPower({ flowM3PerH: 0, headM: 28, pumpEfficiencyPct: 0.62, motorEfficiencyPct: 88 }))).toEqual([
      "flowM3PerH",
      "pumpEfficiencyPct",
    ]);
  });

  it("loses head in a pipe", () => {
    // 0.01^1.852 = 1.977e-4; 150^1.852 = 10 717; 0.09^4.8704 = 8.068e-6: 10.67 x 200 x 1.977e-4 / (10 717 x 8.068e-6) = 4.88
    const { headM, speedMPerS } = unwrap(pipeLoss({ flowM3PerH: 36, lengthM: 200, insideDiameterMm: 90 }));
    expect(headM).toBeCloseTo(4.88, 1);
    // 0.01 m3/s over 0.006362 m2
    expect(speedMPerS).toBeCloseTo(1.572, 3);
  });
});

describe("water that is shared", () => {
  const straight = (id: string, perMm: number, upToMm: number): WaterField => ({
    id,
    areaHa: 1,
    efficiencyPct: 100,
    response: [
      { netMm: 0, valuePerHa: 0 },
      { netMm: upToMm, valuePerHa: perMm * upToMm },
    ],
  });

  it("goes to the steepest step first", () => {
    const got = unwrap(allocateWater({ volumeM3: 600, fields: [straight("a", 4, 50), straight("b", 3, 50)] }));
    expect(got.fields).toEqual([
      { id: "a", netMm: 50, volumeM3: 500, value: 200 },
      { id: "b", netMm: 10, volumeM3: 100, value: 30 },
    ]);
    // the next m3 is a tenth of a mm on b
    expect([got.value, got.marginalValuePerM3]).toEqual([230, 0.3]);
    const plenty = unwrap(allocateWater({ volumeM3: 5000, fields: [straight("a", 4, 50), straight("b", 3, 50)] }));
    expect([plenty.value, plenty.marginalValuePerM3]).toEqual([350, 0]);
    // half the efficiency needs twice the water for the same: 2 a mm against 3
    const poor = { ...straight("a", 4, 50), efficiencyPct: 50 };
    expect(unwrap(allocateWater({ volumeM3: 500, fields: [poor, straight("b", 3, 50)] })).fields[1]?.netMm).toBe(50);
  });

  it("takes a response with a dip or past its best by its hull, and says so", () => {
    const dipped: WaterField = {
      ...straight("a", 4, 50),
      response: [
        { netMm: 0, valuePerHa: 0 },
        { netMm: 20, valuePerHa: 10 },
        { netMm: 40, valuePerHa: 100 },
        { netMm: 60, valuePerHa: 90 },
      ],
    };
    const got = unwrap(allocateWater({ volumeM3: 1000, fields: [dipped] }));
    expect([got.smoothed, got.fields[0]?.netMm, got.value]).toEqual([["a"], 40, 100]);
    const even: WaterField = {
      ...dipped,
      response: [
        { netMm: 0, valuePerHa: 0 },
        { netMm: 20, valuePerHa: 50 },
        { netMm: 40, valuePerHa: 100 },
      ],
    };
    expect(unwrap(allocateWater({ volumeM3: 100, fields: [even] })).smoothed).toEqual([]);
    expect(
      fieldsOf(allocateWater({ volumeM3: 100, fields: [{ ...even, response: [{ netMm: 5, valuePerHa: 1 }] }] })),
    ).toEqual(["fields.0.response.0.netMm"]);
  });

  it("is the best of all ways to share it by whole steps", () => {
    const step = fc.array(fc.integer({ min: 0, max: 40 }), { minLength: 2, maxLength: 4 });
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 3 }), fc.integer({ min: 0, max: 8 }), (all, units) => {
        const fields = all.map(
          (values, i): WaterField => ({
            id: String(i),
            areaHa: 1,
            efficiencyPct: 100,
            response: [0, ...values].map((v, k) => ({ netMm: 10 * k, valuePerHa: v })),
          }),
        );
        const got = unwrap(allocateWater({ volumeM3: 100 * units, fields }));
        const best = (i: number, left: number): number =>
          i === fields.length
            ? 0
            : Math.max(...fields[i]!.response.slice(0, left + 1).map((p, k) => p.valuePerHa + best(i + 1, left - k)));
        expect(got.value).toBeGreaterThanOrEqual(best(0, units) - 1e-6);
        expect(got.fields.reduce((s, f) => s + f.volumeM3, 0)).toBeLessThanOrEqual(100 * units + 1e-6);
      }),
    );
  });
});
