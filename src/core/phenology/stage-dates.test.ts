import { describe, expect, it } from "vitest";
import { testGuide } from "../../../tests/support/guides";
import { daysBetween, toDay } from "../dates";
import { resolveGuide } from "../guides/resolve-guide";
import { unwrap } from "../result";
import { UPLAND_PLAIN } from "../weather/example-climates";
import { emptyWeather } from "../weather/generator";
import { percentile } from "../weather/percentile";
import { seasonWeather } from "../weather/season-weather";
import { clockOf, dayLengthFactor, isColdDay, thermalUnits, walkStages } from "./development";
import { stageDates } from "./stage-dates";

const wheat = testGuide("wheat");
const winter = unwrap(resolveGuide(wheat, { kind: "winter" }));
const spring = unwrap(resolveGuide(wheat, { kind: "spring" }));
const ANYWHERE = { ...UPLAND_PLAIN, latitudeDeg: 0 };

/** Every day the same, in one course from 1 January 2026. */
function flat(meanC: number, days = 790) {
  const weather = emptyWeather(toDay("2026-01-01"), days, 1);
  weather.tminC.fill(meanC - 4);
  weather.tmaxC.fill(meanC + 4);
  return weather;
}

describe("stageDates", () => {
  it("counts thermal time in a constant climate", () => {
    // spring wheat, 12.5 C a day above a base of 0: emergence at 125 Cd after 10 days, tillering at 340 after 27.2: day 28
    const dates = stageDates(spring.guide, "2026-10-01", ANYWHERE, { kind: spring.kind, weather: flat(12.5) });
    expect(dates[0]).toMatchObject({ daysAfterPlanting: 10, date: "2026-10-11", basis: "simulated" });
    expect(dates[1]?.daysAfterPlanting).toBe(28);
  });
  it("falls back to days without a climate, or where it is never warm enough", () => {
    expect(stageDates(wheat, "2026-10-01", null)[0]).toMatchObject({ daysAfterPlanting: 14, basis: "days" });
    expect(stageDates(wheat, "2026-10-01", ANYWHERE, { weather: flat(-5) }).at(-1)?.daysAfterPlanting).toBe(285);
  });
  it("slows winter wheat until its cold is counted, and under short days", () => {
    // 10 C and 12.9 h from dawn to dusk at the equator (civil twilight adds 0.74 h to 12.0): light factor
    // (12.85 - 7) / 10 = 0.585. Emergence at 125 Cd: day 13. By then 13 cold days (10 C lies in -1 to 12); each later
    // day d counts 10 x d / 45 x 0.585 until day 45; tillering needs 50 more Cd: sum of d from 14 on x 0.13 >= 45 to 50:
    // d(d+1)/2 - 91 >= 346 to 385 (130 Cd after 13 days): d(d+1) >= 874: d = 29.1, so day 30
    const dates = stageDates(winter.guide, "2026-10-01", ANYWHERE, { kind: winter.kind, weather: flat(10) });
    expect(dates[0]?.daysAfterPlanting).toBe(13);
    expect(dates[1]?.daysAfterPlanting).toBeGreaterThanOrEqual(29);
    expect(dates[1]?.daysAfterPlanting).toBeLessThanOrEqual(30);
  });
  it("never lets winter wheat head where no day is cold enough", () => {
    const out = new Int32Array(winter.guide.stages.length);
    const clock = clockOf(winter.guide, winter.kind, 47, flat(20));
    walkStages(clock, 0, 100, out);
    expect(out[0]).toBeGreaterThan(0);
    expect([...out.slice(1)]).toEqual(new Array(out.length - 1).fill(-1));
  });
  it("gives the usual calendar of the temperate plain, with its spread", () => {
    const weather = seasonWeather(UPLAND_PLAIN, 2027, { seasons: 100 });
    const dates = stageDates(winter.guide, "2026-10-02", UPLAND_PLAIN, { kind: winter.kind, weather });
    for (const d of dates) {
      expect(d.early <= d.date && d.date <= d.late).toBe(true);
      // within a week of the guide's own days for the station that they were fitted to
      if (d.stage.id !== "tillering") expect(Math.abs(d.daysAfterPlanting - d.stage.days)).toBeLessThanOrEqual(7);
    }
    const node = dates.find((d) => d.stage.id === "first-node")!;
    expect(daysBetween(node.early, node.late)).toBeGreaterThan(7);
  });
  it("makes late sowings catch up: five weeks at sowing are less than two at flowering", () => {
    const weather = seasonWeather(UPLAND_PLAIN, 2027);
    const flower = (on: string) =>
      stageDates(winter.guide, on, UPLAND_PLAIN, { kind: winter.kind, weather }).find(
        (d) => d.stage.id === "flowering",
      )!.date;
    const later = daysBetween(flower("2026-10-02"), flower("2026-11-06"));
    expect(later).toBeGreaterThan(2);
    expect(later).toBeLessThan(14);
  });
  it("counts on from a stage that was seen, and leaves the past", () => {
    const weather = seasonWeather(UPLAND_PLAIN, 2027, { today: "2027-04-20" });
    const options = { kind: winter.kind, weather };
    const plain = stageDates(winter.guide, "2026-10-02", UPLAND_PLAIN, options);
    const observed = [{ stageId: "first-node", seenOn: "2027-04-25" }];
    const seen = stageDates(winter.guide, "2026-10-02", UPLAND_PLAIN, { ...options, observed });
    expect(seen[2]).toMatchObject({ date: "2027-04-25", early: "2027-04-25", late: "2027-04-25", basis: "observed" });
    expect(seen[0]).toEqual(plain[0]);
    const shift = daysBetween(plain[2]!.date, "2027-04-25");
    expect(shift).toBeGreaterThan(0);
    for (const i of [3, 4, 5, 6, 7]) {
      const moved = daysBetween(plain[i]!.date, seen[i]!.date);
      expect(moved).toBeGreaterThan(0);
      expect(moved).toBeLessThanOrEqual(shift);
    }
  });
  it("moves by days what follows a stage seen where there is no climate", () => {
    const dates = stageDates(wheat, "2026-10-01", null, { observed: [{ stageId: "emergence", seenOn: "2026-10-20" }] });
    // tillering comes 50 - 14 = 36 days after emergence by the guide's days
    expect(dates[1]?.date).toBe("2026-11-25");
  });
});

describe("the clock's parts", () => {
  it("rises to the optimum and falls to the ceiling", () => {
    // falling from 24 at 24 C to 0 at 34 C: at 29 C half of it
    expect([0, 12, 24, 29, 34, 40].map((t) => thermalUnits(t, wheat.climate))).toEqual([0, 12, 24, 12, 0, 0]);
  });
  it("gives long-day and short-day plants their share of the rate", () => {
    expect([7, 8, 13, 18, 20].map((h) => dayLengthFactor(h, { criticalH: 8, saturatedH: 18 }))).toEqual([
      0, 0, 0.5, 1, 1,
    ]);
    // a short-day plant: all of it at 11 h and under, none from 13 h
    expect([10, 11, 12, 13, 14].map((h) => dayLengthFactor(h, { criticalH: 13, saturatedH: 11 }))).toEqual([
      1, 1, 0.5, 0, 0,
    ]);
  });
  it("counts a day as cold between the guide's limits, both included", () => {
    expect([-1.1, -1, 5, 12, 12.1].map((t) => isColdDay(t, { minC: -1, maxC: 12 }))).toEqual([
      false,
      true,
      true,
      true,
      false,
    ]);
  });
  it("takes percentiles by nearest rank", () => {
    expect([10, 50, 90].map((p) => percentile([1, 2, 3, 4, 5, 6, 7, 8, 9, 10], p))).toEqual([1, 5, 9]);
  });
});
