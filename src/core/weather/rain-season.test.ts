import { describe, expect, it } from "vitest";
import { isoDate, toDay } from "../dates";
import { DELTA, UPLAND_PLAIN } from "./example-climates";
import { emptyWeather } from "./generator";
import { drySowing, rainSeason, rainSeasonStartMonth } from "./rain-season";
import { seasonWeather } from "./season-weather";

const first = toDay("2027-01-01");
/** One year from days (of the year, from 0) to rain. */
function year(rain: Record<number, number>) {
  const weather = emptyWeather(first, 365, 1);
  for (const [day, mm] of Object.entries(rain)) weather.rainMm[Number(day)] = mm;
  return weather;
}
const every = (from: number, to: number, step: number, mm: number) =>
  Object.fromEntries(Array.from({ length: Math.ceil((to - from) / step) }, (_, i) => [from + i * step, mm]));

describe("rainSeason", () => {
  it("is looked for after the dry months, and only where there are any", () => {
    // December to March bring 9 + 6 + 5 + 8 = 28 of 1,150 mm, less than any other four months
    expect(rainSeasonStartMonth(DELTA)).toBe(4);
    expect(rainSeasonStartMonth(UPLAND_PLAIN)).toBeNull();
  });
  it("passes over a false start", () => {
    // 25 mm on day 130, then nothing until day 160, from when it rains every third day until day 270
    const rains = rainSeason(year({ 130: 25, ...every(160, 271, 3, 25) }), 2027, 5);
    expect(rains.onset[0]).toBe(first + 160);
    expect(rains.falseStartPct).toBe(100);
    // last rain on day 268: from day 269 on the next 20 days bring nothing
    expect(rains.end[0]).toBe(first + 269);
  });
  it("gives no onset where it stays dry", () => {
    const rains = rainSeason(year({ 150: 5 }), 2027, 5);
    expect([rains.onset[0], rains.onsetSpread]).toEqual([null, null]);
  });
  it("comes in late May to June in the delta and ends by November", () => {
    const rains = rainSeason(seasonWeather(DELTA, 2027, { seasons: 100 }), 2027, 5);
    expect(rains.onsetSpread!.middle > "2027-05-10" && rains.onsetSpread!.middle < "2027-06-25").toBe(true);
    expect(rains.endSpread!.middle > "2027-10-01" && rains.endSpread!.middle < "2027-11-30").toBe(true);
    expect(rains.onsetSpread!.early <= rains.onsetSpread!.middle).toBe(true);
  });
});

describe("drySowing", () => {
  it("fails on a false start, and on ground that stays dry", () => {
    const weather = year({ 130: 25, ...every(180, 271, 3, 25) });
    const rains = rainSeason(weather, 2027, 5);
    expect(drySowing(weather, rains, isoDate(first + 125), 10)).toMatchObject({
      failPct: 100,
      falseStartPct: 100,
      sharePct: 10,
    });
    // from day 135 the next wetting is on day 180, 45 days on
    expect(drySowing(weather, rains, isoDate(first + 135), 10)).toMatchObject({ noRainPct: 100 });
    // from day 160 it is 20 days off and true
    expect(drySowing(weather, rains, isoDate(first + 160), 10)).toMatchObject({
      failPct: 0,
      sharePct: 100,
      daysWon: 20,
    });
  });
  it("is safer the nearer the rains", () => {
    const weather = seasonWeather(DELTA, 2027, { seasons: 200 });
    const rains = rainSeason(weather, 2027, 5);
    const fails = ["2027-04-15", "2027-05-15", "2027-06-15"].map((d) => drySowing(weather, rains, d, 10).failPct);
    expect(fails[0]!).toBeGreaterThan(fails[1]!);
    expect(fails[1]!).toBeGreaterThan(fails[2]!);
  });
});
