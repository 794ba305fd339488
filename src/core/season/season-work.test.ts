import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addDays, toDay } from "../dates";
import { DELTA, UPLAND_PLAIN } from "../weather/example-climates";
import { emptyWeather } from "../weather/generator";
import { seasonWeather } from "../weather/season-weather";
import { type DayWeather, fitHours, hoursInWords, hoursOf } from "./fit-hours";
import { type Job, levelLoad, weeklyLoad, weekOf } from "./level-load";
import { outlook } from "./outlook";
import { reliableDays, workableDays } from "./workable-days";

/** Sixty days of 15 C and 3 mm of evapotranspiration, dry but for `rain`. */
function spring(rain: Record<number, number>) {
  const weather = emptyWeather(toDay("2027-04-01"), 60, 1);
  weather.tminC.fill(10);
  weather.tmaxC.fill(20);
  weather.etoMm.fill(3);
  for (const [d, mm] of Object.entries(rain)) weather.rainMm[Number(d)] = mm;
  return weather;
}
const closedAfter = (texture: "sand" | "loam" | "clay", drainage: "free" | "poor") => {
  const days = workableDays(spring({ 20: 40 }), texture, drainage);
  let n = 0;
  while (days[20 + n] === 0) n++;
  return n;
};

describe("workableDays", () => {
  it("opens dry ground and closes it after rain, clay for longer than sand, poorly drained for longer than free", () => {
    expect(workableDays(spring({}), "clay", "poor").every((d) => d === 1)).toBe(true);
    expect(closedAfter("sand", "free")).toBeLessThan(closedAfter("clay", "free"));
    expect(closedAfter("clay", "free")).toBeLessThan(closedAfter("clay", "poor"));
    expect(closedAfter("sand", "free")).toBeGreaterThanOrEqual(1);
  });
  it("reckons the clay's days by hand", () => {
    // bucket 38 mm, workable to 80 % = 30.4. In 20 dry days it has emptied. 40 mm fill it to 38 and 2 over, of which a
    // fifth stays: 38.4. It then gives up 0.9 x 3 = 2.7 mm a day while fuller than 70 %: 35.7 at the end of the day of
    // rain, 33.0 the day after (both closed), 30.3 on the third: open. Two days closed
    expect(closedAfter("clay", "free")).toBe(2);
  });
  it("closes frozen ground", () => {
    const weather = spring({});
    weather.tminC.fill(-8);
    weather.tmaxC.fill(-2);
    expect(workableDays(weather, "sand", "free").some((d) => d === 1)).toBe(false);
  });
  it("gives few days in winter and many in summer on a heavy soil of the plain", () => {
    const weather = seasonWeather(UPLAND_PLAIN, 2027);
    const days = workableDays(weather, "clayLoam", "moderate");
    const january = reliableDays(days, weather, toDay("2027-01-04"), 28);
    const july = reliableDays(days, weather, toDay("2027-07-05"), 28);
    expect(january).toBeLessThan(8);
    expect(july).toBeGreaterThan(14);
  });
  it("takes the count that so many seasons of ten reach", () => {
    // ten courses of four days with 5 .. counts by hand: 4 3 4 4 2 4 4 3 4 4 sorted down: 4 x 7, 3, 3, 2
    const counts = [4, 3, 4, 4, 2, 4, 4, 3, 4, 4];
    const days = Uint8Array.from(counts.flatMap((n) => [0, 1, 2, 3].map((d) => (d < n ? 1 : 0))));
    const span = { days: 4, seasons: 10, firstDay: 0 };
    expect(reliableDays(days, span, 0, 4, 7)).toBe(4);
    expect(reliableDays(days, span, 0, 4, 8)).toBe(3);
    expect(reliableDays(days, span, 0, 4, 10)).toBe(2);
  });
});

const job = (id: string, date: string, hours: number, change: Partial<Job> = {}): Job => ({
  id,
  resource: "f|tractors",
  hours,
  date,
  earliest: addDays(date, -14),
  latest: addDays(date, 14),
  fixed: false,
  weight: 1,
  ...change,
});

describe("levelLoad", () => {
  it("knows the Monday of a week", () => {
    expect(["2027-03-01", "2027-03-04", "2027-03-07", "2027-03-08"].map(weekOf)).toEqual([
      "2027-03-01",
      "2027-03-01",
      "2027-03-01",
      "2027-03-08",
    ]);
  });
  it("moves the light job out of an overbooked week to the next one with room", () => {
    // 50 h where 40 fit: taking off b (10 h) is enough; the week after has 35, so b makes 45 there: too much; the week
    // before has none
    const jobs = [job("a", "2027-03-02", 40, { weight: 10 }), job("b", "2027-03-03", 10), job("c", "2027-03-10", 35)];
    expect(levelLoad(jobs, () => 40, "2027-01-01")).toMatchObject({
      moves: [{ job: "b", from: "2027-03-03", to: "2027-02-24", hours: 10 }],
      left: [],
    });
  });
  it("leaves what is fixed, and does not go before today or out of the window", () => {
    const jobs = [job("a", "2027-03-02", 30, { fixed: true }), job("b", "2027-03-03", 30, { latest: "2027-03-05" })];
    const { moves, left } = levelLoad(jobs, () => 40, "2027-03-01");
    expect(moves).toEqual([]);
    expect(left).toMatchObject([{ week: "2027-03-01", hours: 60, capacity: 40 }]);
  });
  it("sums hours by resource and week", () => {
    const jobs = [job("a", "2027-03-02", 3), job("b", "2027-03-07", 4), job("c", "2027-03-08", 5)];
    expect(weeklyLoad(jobs, () => 6).map((l) => [l.week, l.hours])).toEqual([
      ["2027-03-01", 7],
      ["2027-03-08", 5],
    ]);
  });
  it("never overbooks a week by its moves, loses no job and keeps every window", () => {
    const jobs = fc.array(
      fc.record({
        day: fc.integer({ min: 0, max: 60 }),
        hours: fc.integer({ min: 1, max: 30 }),
        play: fc.integer({ min: 0, max: 25 }),
      }),
      { minLength: 1, maxLength: 30 },
    );
    fc.assert(
      fc.property(jobs, fc.integer({ min: 10, max: 60 }), (list, room) => {
        const all = list.map((j, i) => {
          const date = addDays("2027-03-01", j.day);
          return job(`j${i}`, date, j.hours, { earliest: addDays(date, -j.play), latest: addDays(date, j.play) });
        });
        const before = weeklyLoad(all, () => room);
        const { moves } = levelLoad(all, () => room, "2027-01-01");
        const to = new Map(moves.map((m) => [m.job, m.to]));
        const after = weeklyLoad(
          all.map((j) => ({ ...j, date: to.get(j.id) ?? j.date })),
          () => room,
        );
        for (const week of after) {
          const was = before.find((b) => b.week === week.week)?.hours ?? 0;
          expect(week.hours).toBeLessThanOrEqual(Math.max(room, was));
        }
        const total = (loads: typeof before) => loads.reduce((s, l) => s + l.hours, 0);
        expect(total(after)).toBe(total(before));
        for (const m of moves) {
          const own = all.find((j) => j.id === m.job)!;
          expect(m.to >= own.earliest! && m.to <= own.latest!).toBe(true);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe("fitHours", () => {
  const june: DayWeather = {
    dayOfYear: 166,
    latitudeDeg: 47,
    tminC: 11,
    tmaxC: 24,
    rainMm: 0,
    vapourKpa: 1.2,
    windMs: 2,
    rainBeforeMm: 0,
    rainAfterMm: 0,
    workable: true,
  };
  it("warms from dawn to three, with the wind rising after noon", () => {
    const hours = hoursOf(june);
    expect(hours[15]!.temperatureC).toBeCloseTo(24, 6);
    expect(Math.min(...hours.map((h) => h.temperatureC))).toBeGreaterThanOrEqual(11 - 1e-9);
    expect(hours[15]!.windMs).toBeGreaterThan(hours[5]!.windMs);
    // 15.9 h of daylight round noon: from 5 to 19 o'clock
    expect(hours.filter((h) => h.daylight).map((h) => h.hour)).toEqual([
      5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18,
    ]);
  });
  it("keeps the day's rain in its hours", () => {
    for (const rainMm of [0.5, 6, 30])
      expect(hoursOf({ ...june, rainMm }).reduce((s, h) => s + h.rainMm, 0)).toBeCloseTo(rainMm, 6);
  });
  it("is generous on a light dry day and strict on others", () => {
    const good = fitHours(june);
    expect(good.drill).toHaveLength(14);
    expect(good.spray.length).toBeGreaterThan(8);
    expect(good.harvest.length).toBeGreaterThan(5);
    expect(fitHours({ ...june, windMs: 7 }).spray).toEqual([]);
    expect(fitHours({ ...june, windMs: 0.4 }).spray).toEqual([]);
    expect(fitHours({ ...june, workable: false })).toMatchObject({ drill: [], spread: [] });
    expect(fitHours({ ...june, rainAfterMm: 20 }).spread).toEqual([]);
    expect(fitHours({ ...june, rainBeforeMm: 9 }).harvest).toEqual([]);
    expect(fitHours({ ...june, vapourKpa: 2.9 }).harvest).toEqual([]);
    expect(fitHours({ ...june, tmaxC: 4, tminC: -3 }).spray).toEqual([]);
  });
  it("joins hours to spans", () => {
    expect(hoursInWords([9, 10, 11, 14])).toBe("9 to 12, 14 to 15");
    expect(hoursInWords([])).toBe("");
  });
});

describe("outlook", () => {
  it("gives seven days from today, the same each time, of another kind in each climate", () => {
    const plain = outlook(UPLAND_PLAIN, "2027-08-12", "clayLoam", "free", null);
    expect(plain.map((d) => d.date)).toEqual([0, 1, 2, 3, 4, 5, 6].map((n) => addDays("2027-08-12", n)));
    expect(outlook(UPLAND_PLAIN, "2027-08-12", "clayLoam", "free", null)).toEqual(plain);
    const delta = outlook(DELTA, "2027-08-12", "clayLoam", "free", null);
    expect(delta[0]!.tminC).toBeGreaterThan(plain[0]!.tminC);
  });
  it("starts from the rain that was measured", () => {
    const days = 30;
    const observed = {
      firstDay: addDays("2027-08-12", -days),
      tminC: new Array<number | null>(days).fill(null),
      tmaxC: new Array<number | null>(days).fill(null),
      rainMm: new Array<number | null>(days).fill(35),
    };
    expect(outlook(UPLAND_PLAIN, "2027-08-12", "clay", "poor", observed)[0]!.workable).toBe(false);
  });
});
