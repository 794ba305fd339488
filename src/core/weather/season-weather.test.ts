import { describe, expect, it } from "vitest";
import { addDays, toDay } from "../dates";
import { DELTA, UPLAND_PLAIN } from "./example-climates";
import { SEASON_DAYS, seasonWeather, standInWeather } from "./season-weather";

const start = toDay("2026-01-01");
const at = (date: string) => toDay(date) - start;

describe("seasonWeather", () => {
  it("begins on 1 January of the year before the harvest year", () => {
    const weather = seasonWeather(UPLAND_PLAIN, 2027);
    expect([weather.firstDay, weather.days, weather.seasons]).toEqual([start, SEASON_DAYS, 40]);
  });
  it("is the same in all courses up to today, and differs from then on", () => {
    const today = "2027-02-10";
    const weather = seasonWeather(UPLAND_PLAIN, 2027, { today });
    const course = (s: number, d: number) => weather.tmaxC[s * weather.days + d];
    for (const d of [0, 100, at(today) - 1]) for (const s of [1, 7, 39]) expect(course(s, d)).toBe(course(0, d));
    const after = new Set(Array.from({ length: 40 }, (_, s) => course(s, at(today))));
    expect(after.size).toBeGreaterThan(30);
  });
  it("takes measured days over simulated ones, in every course, and leaves what was not measured", () => {
    const observed = { firstDay: "2026-05-01", tminC: [5, null, 7], tmaxC: [15, 16, 17], rainMm: [0, 12.5, null] };
    const plain = seasonWeather(UPLAND_PLAIN, 2027, { today: "2026-06-01" });
    const weather = seasonWeather(UPLAND_PLAIN, 2027, { today: "2026-06-01", observed });
    const d = at("2026-05-01");
    for (const s of [0, 21]) {
      const i = s * weather.days + d;
      expect([weather.tminC[i], weather.tmaxC[i], weather.rainMm[i]]).toEqual([5, 15, 0]);
      // a maximum without its minimum is not put beside a simulated one
      expect(weather.tmaxC[i + 1]).toBe(plain.tmaxC[i + 1]);
      expect(weather.rainMm[i + 1]).toBe(12.5);
      expect(weather.rainMm[i + 2]).toBe(plain.rainMm[i + 2]);
    }
    expect(weather.observedDays).toBe(d + 3);
    expect(plain.observedDays).toBe(0);
  });
  it("passes over measured days outside of the season", () => {
    const observed = { firstDay: "2020-01-01", tminC: [1], tmaxC: [2], rainMm: [3] };
    expect(seasonWeather(UPLAND_PLAIN, 2027, { observed }).observedDays).toBe(0);
  });
  it("answers the same question with the same weather, another with other weather", () => {
    const one = seasonWeather(UPLAND_PLAIN, 2027, { today: "2026-08-12" });
    expect(seasonWeather({ ...UPLAND_PLAIN }, 2027, { today: "2026-08-12" })).toBe(one);
    expect(seasonWeather(DELTA, 2027, { today: "2026-08-12" })).not.toBe(one);
    expect(seasonWeather(UPLAND_PLAIN, 2028, { today: "2026-08-12" }).tmaxC[5]).not.toBe(one.tmaxC[5]);
  });
});

describe("standInWeather", () => {
  it("gives each date the same weather whichever day one starts from", () => {
    const early = standInWeather(UPLAND_PLAIN, "2027-03-01", 30);
    const late = standInWeather(UPLAND_PLAIN, "2027-03-11", 10);
    expect([...late.rainMm]).toEqual([...early.rainMm.slice(10, 20)]);
    expect(late.firstDay).toBe(toDay(addDays("2027-03-01", 10)));
  });
});
