/** What stands in the soil from one day to another, by hand: water, warmth and layers. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { isoDate, toDay } from "../dates";
import type { DailyWeather } from "../weather/generator";
import { type NitrateGround, soilNitrate } from "./soil-nitrate";

const FIRST = "2026-01-01";
const day = (n: number) => isoDate(toDay(FIRST) + n);
/** Courses of days with so much rain and use of water, all of one temperature. */
const made = (rain: number[][], eto: number[][], meanC = 0): DailyWeather => {
  const days = rain[0]?.length ?? 0;
  const flat = (rows: number[][]) => Float32Array.from(rows.flat());
  const all = (value: number) => new Float32Array(days * rain.length).fill(value);
  return {
    firstDay: toDay(FIRST),
    days,
    seasons: rain.length,
    observedDays: 0,
    tminC: all(meanC - 4),
    tmaxC: all(meanC + 4),
    solarMj: all(0),
    vapourKpa: all(0),
    windMs: all(0),
    rainMm: flat(rain),
    etoMm: flat(eto),
  };
};
/** 12 kg in the uppermost two of three rooted layers, each of which holds 30 mm; 8 and 4 kg, of each 2 are background. */
const GROUND: NitrateGround = {
  startKgPerHa: 12,
  startDepthCm: 20,
  rootsCm: 30,
  heldMmPerM: 300,
  availableMm: 100,
  kc: 1,
  setFreeKgAt10C: 0,
};

describe("mineral nitrogen from one day to another", () => {
  it("stays where nothing drains, but for what no root takes: 8 + 4 less 2 + 2", () => {
    const found = soilNitrate(made([[0, 0]], [[1, 1]]), day(0), day(2), GROUND);
    expect(found).toMatchObject({ leftKgPerHa: 8, backgroundKgPerHa: 4, leachedKgPerHa: 0, drainedMm: 0 });
  });
  it("goes down with what drains, layer by layer", () => {
    // 10 mm through 30 mm a layer: a quarter goes on. 6: 1.5; 2 + 1.5: 0.875; 0.875: 0.21875 out
    const once = soilNitrate(made([[10]], [[0]]), day(0), day(1), GROUND);
    expect(once.leachedKgPerHa).toBeCloseTo(0.21875, 9);
    expect(once.leftKgPerHa).toBeCloseTo(7.78125, 9);
    // in the mean of two courses, of which one is dry
    const mean = soilNitrate(made([[10], [0]], [[0], [0]]), day(0), day(1), GROUND);
    expect(mean.leachedKgPerHa).toBeCloseTo(0.109375, 9);
    expect(mean.drainedMm).toBeCloseTo(5, 6);
  });
  it("drains only what is over the store's capacity, and only from the first day on", () => {
    // two days of 5 mm are used; then 12 fall: 2 drain
    expect(soilNitrate(made([[0, 0, 12]], [[5, 5, 0]]), day(0), day(3), GROUND).drainedMm).toBeCloseTo(2, 5);
    // what drained before does not count
    expect(soilNitrate(made([[20, 6]], [[0, 0]]), day(1), day(2), GROUND).drainedMm).toBeCloseTo(6, 5);
    expect(soilNitrate(made([[10]], [[0]]), day(3), day(9), GROUND).drainedMm).toBe(0);
  });
  it("grows by what organic matter sets free: 0.2 kg a day at 10 C, twice that at 20, none in frost", () => {
    const free = (meanC: number) =>
      soilNitrate(made([new Array(100).fill(0)], [new Array(100).fill(0)], meanC), day(0), day(100), {
        ...GROUND,
        setFreeKgAt10C: 0.2,
      });
    expect(free(10).setFreeKgPerHa).toBeCloseTo(20, 4);
    expect(free(10).leftKgPerHa).toBeCloseTo(28, 4);
    expect(free(20).setFreeKgPerHa).toBeCloseTo(40, 4);
    expect(free(-3).setFreeKgPerHa).toBe(0);
  });
  it("counts only what roots reach: of 60 kg in six layers, those of the upper three", () => {
    // 60 x 2 x (6 + 5 + 4) / 42 = 42.86, less 6
    const deep = { ...GROUND, startKgPerHa: 60, startDepthCm: 60 };
    expect(soilNitrate(made([[0]], [[0]]), day(0), day(1), deep).leftKgPerHa).toBeCloseTo(36.857, 3);
  });
  it("is neither lost nor made", () => {
    const mm = fc.array(fc.double({ min: 0, max: 60, noNaN: true }), { minLength: 20, maxLength: 20 });
    fc.assert(
      fc.property(
        mm,
        fc.double({ min: 0, max: 200, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (rain, start, free) => {
          const found = soilNitrate(made([rain], [new Array(20).fill(2)], 12), day(0), day(20), {
            ...GROUND,
            startKgPerHa: start,
            setFreeKgAt10C: free,
          });
          const { leftKgPerHa, backgroundKgPerHa, leachedKgPerHa, setFreeKgPerHa } = found;
          expect(leftKgPerHa + backgroundKgPerHa + leachedKgPerHa).toBeCloseTo(start + setFreeKgPerHa, 6);
        },
      ),
    );
  });
});
