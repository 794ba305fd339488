/** Turns, moisture at the start, mulch, climate's change of kc, salt and nitrate, panels: each worked by hand. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { giverOf } from "./giver";
import { kcChange } from "./kc-climate";
import { waterLogged } from "./logged-water";
import { evaporationKept, kcUnderMulch } from "./mulch";
import { daysAtIntervals, daysAtSums, dryTurn, openingsOf } from "./openings";
import { missingWater } from "./start-moisture";
import { sunPays, sunPump } from "./sun-pump";
import { blendWater, nitrogenInWater } from "./water-quality";
import { mostOfSecond, sealing } from "./water-suits";

describe("openings", () => {
  it("of five days, two closed", () => {
    const { run, next } = openingsOf(5, (d) => d === 1 || d === 2);
    expect([...run]).toEqual([1, 0, 0, 2, 1]);
    expect([...next]).toEqual([3, 2, 1, 1, 400]);
  });
  it("of a canal's turns, before its first day too", () => {
    // 4 on, 10 off, from day 0: a round of 14 days
    expect([0, 3, 4, 13, 14, 17, 18].filter((d) => !dryTurn(d, 0, 4, 10))).toEqual([0, 3, 14, 17]);
    expect([-14, -11, -10, -1].filter((d) => !dryTurn(d, 0, 4, 10))).toEqual([-14, -11]);
  });
  it("never let a gift begin on a closed day, and keep what a turn can bring", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 1, max: 20 }),
        (on, off, perDay) => {
          const open = openingsOf(120, (d) => dryTurn(d, 0, on, off));
          const gifts: [number, number][] = [];
          const give = giverOf(
            { kind: "depletion", atRawPct: 100, refill: "capacity" },
            { open: { ...open, mostMmPerDay: perDay, usedMm: () => 5 } },
            (_, day, net) => gifts.push([day, net]),
          );
          let depletion = 0;
          for (let d = 0; d < 120; d++) depletion += 5 - give(d, depletion, 40, 0);
          for (const [day, net] of gifts) {
            expect(day % (on + off)).toBeLessThan(on);
            expect(net).toBeLessThanOrEqual(perDay * on + 1e-9);
          }
        },
      ),
    );
  });
  it("give before the turn ends what would be lacking before the next one", () => {
    // 5 mm a day out of 40 readily available; open on days 0, 10, 20 only: on day 10 50 mm are missing, on day 0 none
    const open = openingsOf(30, (d) => d % 10 !== 0);
    const gifts: [number, number][] = [];
    const give = giverOf(
      { kind: "depletion", atRawPct: 100, refill: "capacity" },
      { open: { ...open, mostMmPerDay: 100, usedMm: () => 3 } },
      (_, day, net) => gifts.push([day, net]),
    );
    let depletion = 0;
    for (let d = 0; d < 30; d++) depletion += 3 - give(d, depletion, 40, 0);
    // on day 10 30 mm are missing, 3 x 9 = 27 more until day 20: 57 is over 40, so the 30 are given there
    expect(gifts).toEqual([
      [10, 30],
      [20, 30],
    ]);
  });
  it("hold a gift of a fixed interval until water may begin", () => {
    const open = openingsOf(40, (d) => d >= 8 && d <= 12);
    const gifts: number[] = [];
    const give = giverOf(
      { kind: "interval", everyDays: 10, netMm: 20 },
      { open: { ...open, mostMmPerDay: 100, usedMm: () => 0 } },
      (_, day) => gifts.push(day),
    );
    for (let d = 0; d < 40; d++) give(d, 10, 40, 0);
    expect(gifts).toEqual([13, 20, 30]);
  });
  it("do not give after the last day of water what waited for the source", () => {
    const open = openingsOf(40, (d) => d >= 18 && d <= 25);
    const gifts: number[] = [];
    const give = giverOf(
      { kind: "interval", everyDays: 10, netMm: 20 },
      { stopAfterDay: 22, open: { ...open, mostMmPerDay: 100, usedMm: () => 0 } },
      (_, day) => gifts.push(day),
    );
    for (let d = 0; d < 40; d++) give(d, 10, 40, 0);
    // the gift of day 20 would begin on day 26
    expect(gifts).toEqual([10]);
  });
  it("days at intervals that change, and at sums of heat", () => {
    expect(daysAtIntervals(0, 30, (d) => (d < 15 ? 10 : 5))).toEqual([10, 20, 25, 30]);
    // 12 a day: 96 after day 7, 108 after day 8 (the ninth day); 8 over, 104 after eight more
    expect(daysAtSums(0, 26, 100, () => 12)).toEqual([8, 16, 24]);
  });
});

describe("moisture at the start", () => {
  const loam = { texture: "loam", rootDepthM: 0.4 } as const;
  const missing = (more: Parameters<typeof missingWater>[0]) => unwrap(missingWater(more)).missingMm;
  it("by volume, by mass, by hand and by suction", () => {
    // 280 mm/m held, 200 there: 80 x 0.4 = 32
    expect(missing({ ...loam, how: "volume", value: 20 })).toBeCloseTo(32, 9);
    // 15 % by mass x 1.4 = 21 % by volume: (280 - 210) x 0.4 = 28
    expect(missing({ ...loam, how: "mass", value: 15, bulkDensity: 1.4 })).toBeCloseTo(28, 9);
    // half left of 155 x 0.4 = 62
    expect(missing({ ...loam, how: "feel", value: 50 })).toBeCloseTo(31, 9);
    // ln(100/33) / ln(1500/33) = 1.1087 / 3.8167 = 0.2905; x 62 = 18.0
    expect(missing({ ...loam, how: "tension", value: 100 })).toBeCloseTo(18.01, 1);
  });
  it("never more than the soil gives, nor less than nothing, and less among stones", () => {
    expect(missing({ ...loam, how: "volume", value: 2 })).toBeCloseTo(62, 9);
    expect(missing({ ...loam, how: "volume", value: 40 })).toBe(0);
    expect(missing({ ...loam, how: "tension", value: 20 })).toBe(0);
    expect(missing({ ...loam, how: "feel", value: 50, stonesPct: 20 })).toBeCloseTo(24.8, 9);
  });
  it("names what is wrong", () => {
    const bad = missingWater({ ...loam, how: "volume", value: 120 });
    expect(bad.ok ? [] : bad.errors.map((e) => e.field)).toEqual(["value"]);
  });
});

describe("coefficients", () => {
  it("follow wind and humidity as in FAO-56, example 27", () => {
    expect(1.2 + kcChange(4.6, 44, 2)).toBeCloseTo(1.3, 2);
    expect(1.2 + kcChange(1.3, 75, 2)).toBeCloseTo(1.07, 2);
    // at 2 m/s and 45 % nothing changes
    expect(kcChange(2, 45, 1)).toBe(0);
  });
  it("are less under mulch by what does not evaporate", () => {
    expect(evaporationKept({ kind: "straw", depthCm: 2.5 })).toBe(0.25);
    expect(evaporationKept({ kind: "straw", depthCm: 12 })).toBe(0.5);
    expect(evaporationKept({ kind: "film", coverPct: 60 })).toBeCloseTo(0.39, 9);
    expect(kcUnderMulch(0.7, 0.7, 0, 0.5)).toBeCloseTo(0.35, 9);
    // at full cover 0.05 evaporate: 1 - 0.05 x 0.5
    expect(kcUnderMulch(1, 0.7, 1, 0.5)).toBeCloseTo(0.975, 9);
  });
});

describe("what comes with water", () => {
  it("two waters", () => {
    expect(blendWater({ ecDsM: 0.4, nitrateMgL: 10 }, { ecDsM: 3, nitrateMgL: null }, 30)).toMatchObject({
      ecDsM: 0.7 * 0.4 + 0.3 * 3,
      nitrateMgL: null,
    });
    expect(mostOfSecond(0.4, 3, 1.2)).toBeCloseTo(30.77, 2);
    expect(mostOfSecond(1.5, 3, 1.2)).toBe(0);
  });
  it("nitrate is nitrogen", () => {
    // 200 mm = 2000 m3/ha; x 50 g/m3 = 100 kg of nitrate; x 14.007 / 62.004 = 22.6
    expect(nitrogenInWater(200, 50)).toBeCloseTo(22.6, 1);
  });
  it("sodium closes the soil, the more the less salt there is", () => {
    expect(sealing(8, 0.4)).toBe("severe");
    expect(sealing(8, 1)).toBe("slight to moderate");
    expect(sealing(8, 2)).toBe("none");
    expect(sealing(2, 0.8)).toBe("none");
  });
});

describe("a pump on sunlight", () => {
  it("is as large as its dearest month asks for", () => {
    const sun = Array.from({ length: 12 }, () => 18);
    const sized = unwrap(
      sunPump({
        months: [
          { month: 5, kwh: 300, m3: 3000, days: 30 },
          { month: 6, kwh: 155, m3: 1550, days: 31 },
        ],
        solarMjPerM2: sun,
        performanceRatioPct: 75,
        largestGiftM3: 900,
      }),
    );
    // 10 kWh a day in 5 hours at 75 %
    expect(sized.kwPeak).toBeCloseTo(2.667, 3);
    expect(sized.months[1]?.kwPeak).toBeCloseTo(1.333, 3);
    // 100 m3 come on a day
    expect(sized.tankM3).toBe(800);
  });
  it("pays for itself by the power that is not bought", () => {
    const pays = unwrap(sunPays({ price: 6600, subsidyPct: 50, kwhPerYear: 1500, perKwh: 0.55, lifeYears: 20 }));
    expect(pays.own).toBe(3300);
    expect(pays.years).toBeCloseTo(4, 9);
    expect(pays.perKwhOverLife).toBeCloseTo(0.11, 9);
    expect(unwrap(sunPays({ price: 1, subsidyPct: 0, kwhPerYear: 0, perKwh: 1, lifeYears: 1 })).years).toBe(
      Number.POSITIVE_INFINITY,
    );
  });
});

describe("water that was given", () => {
  const field = { flowM3PerH: 45, areaHa: 6.8 };
  const of = (more: Omit<Parameters<typeof waterLogged>[0], "flowM3PerH" | "areaHa">) =>
    waterLogged({ ...field, ...more });
  it("is read as a depth, by hours, from a meter or by runs", () => {
    expect(unwrap(of({ by: "depth", depthMm: 32 })).m3PerHa).toBe(320);
    // 20 h x 45 m3/h = 900 m3 on 6.8 ha
    expect(unwrap(of({ by: "hours", hours: 20 })).m3PerHa).toBeCloseTo(132.35, 2);
    expect(unwrap(of({ by: "meter", meterFrom: 10_400, meterTo: 11_300 })).m3PerHa).toBeCloseTo(132.35, 2);
    expect(unwrap(of({ by: "runs", runs: 4, hours: 5 })).m3PerHa).toBeCloseTo(132.35, 2);
  });
  it("names what cannot be", () => {
    const fields = (result: ReturnType<typeof of>) => (result.ok ? [] : result.errors.map((e) => e.field));
    expect(fields(of({ by: "meter", meterFrom: 11_300, meterTo: 10_400 }))).toEqual(["meterTo"]);
    expect(fields(of({ by: "runs", runs: 2.5, hours: 5 }))).toEqual(["runs"]);
    expect(fields(of({ by: "hours", hours: 1900 }))).toEqual(["water"]);
    expect(fields(of({ by: "hours" }))).toEqual(["hours"]);
  });
});
