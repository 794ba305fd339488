import { describe, expect, it } from "vitest";
import { isoDate, toDay } from "../dates";
import { meanTemperatureC, startOfSpring } from "./climate-days";
import { meanDrainageMm } from "./drained-water";
import { UPLAND_PLAIN } from "./example-climates";
import type { DailyWeather } from "./generator";

const FIRST = "2026-01-01";
const made = (rain: number[][], eto: number[][]): DailyWeather => {
  const days = rain[0]!.length;
  const flat = (rows: number[][]) => Float32Array.from(rows.flat());
  const none = new Float32Array(days * rain.length);
  return {
    firstDay: toDay(FIRST),
    days,
    seasons: rain.length,
    observedDays: 0,
    tminC: none,
    tmaxC: none,
    solarMj: none,
    vapourKpa: none,
    windMs: none,
    rainMm: flat(rain),
    etoMm: flat(eto),
  };
};
const day = (n: number) => isoDate(toDay(FIRST) + n);

describe("drainage", () => {
  it("is what is over the store's capacity, in the mean of the seasons", () => {
    // full: 10 - 0.4 x 1 = 9.6 drain; the second season has no rain
    const weather = made([[10], [0]], [[1], [1]]);
    expect(meanDrainageMm(weather, day(0), day(1), { availableMm: 100, kc: 0.4 })).toBeCloseTo(4.8, 5);
  });
  it("waits until what was used up is refilled", () => {
    // two days of 5 mm empty 10 of 100; then 12 mm: 2 - 0 drain on the third day
    const weather = made([[0, 0, 12]], [[5, 5, 0]]);
    expect(meanDrainageMm(weather, day(0), day(3), { availableMm: 100, kc: 1 })).toBeCloseTo(2, 5);
    // what drained before the first day asked for does not count
    const wet = made([[20, 6]], [[0, 0]]);
    expect(meanDrainageMm(wet, day(1), day(2), { availableMm: 100, kc: 1 })).toBeCloseTo(6, 5);
  });
  it("is none between days that are no days", () => {
    const weather = made([[10]], [[0]]);
    expect(meanDrainageMm(weather, day(3), day(9), { availableMm: 100, kc: 1 })).toBe(0);
    expect(meanDrainageMm(weather, day(1), day(0), { availableMm: 100, kc: 1 })).toBe(0);
  });
});

describe("stretches of days by normals", () => {
  it("have the mean of their months, by their days", () => {
    expect(meanTemperatureC(UPLAND_PLAIN, "2027-05-01", "2027-06-01")).toBeCloseTo(14.6, 9);
    // 10 days of May at 14.6 and 20 of June at 18
    expect(meanTemperatureC(UPLAND_PLAIN, "2027-05-22", "2027-06-21")).toBeCloseTo((10 * 14.6 + 20 * 18) / 30, 9);
  });
  it("know when spring begins after planting, if a winter comes between", () => {
    expect(startOfSpring(UPLAND_PLAIN, "2026-10-02")).toBe("2027-03-01");
    expect(startOfSpring(UPLAND_PLAIN, "2027-04-20")).toBe("2027-04-20");
    expect(startOfSpring({ months: UPLAND_PLAIN.months.map((m) => ({ ...m, meanC: 25 })) }, "2026-06-20")).toBe(
      "2026-06-20",
    );
  });
});
