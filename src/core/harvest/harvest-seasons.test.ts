/** Moisture where grain stands, days of waiting, signs: each by hand on made weather. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { toDay } from "../dates";
import type { DryDown } from "../guides/schema-harvest";
import { unwrap } from "../result";
import { emptyWeather } from "../weather/generator";
import { saturationKpa } from "../weather/reference-et";
import { daysToReady, readyInWords } from "./days-to-ready";
import { equilibriumHumidity, equilibriumMoisture, fieldMoisture } from "./field-moisture";
import { type HarvestQuestion, harvestSeasons } from "./harvest-seasons";
import { ripenessFromSigns } from "./signs";

const WHEAT = { k: 2.3007e-5, n: 2.2857, c: 55.815 };
const from = toDay("2027-07-20");
const figure = (value: number) => ({ value, source: "assumption" });
const RULE: DryDown = {
  from: "ripe",
  startPct: 20,
  pctPerDay: { low: 0.5, typical: 1, high: 2, source: "assumption" },
  equilibrium: { ...WHEAT, source: "asae-d245" },
  shareADay: figure(0.25),
  wetShareADay: figure(0.6),
  pctPer10Mm: figure(5),
  greatestPct: 22,
};

/** Days of 20 C all through, at a humidity, with rain on some. */
function steady(days: number, { humidity = 70, rain = {} as Record<number, number>, seasons = 1 } = {}) {
  const weather = emptyWeather(from, days, seasons);
  weather.tminC.fill(20);
  weather.tmaxC.fill(20);
  weather.vapourKpa.fill((saturationKpa(20) * humidity) / 100);
  for (const [day, mm] of Object.entries(rain)) weather.rainMm[Number(day)] = mm;
  return weather;
}

describe("grain and air in balance", () => {
  it("follows the modified Henderson equation", () => {
    // -ln 0.3 = 1.20397; 2.3007e-5 x 75.815 = 0.00174427; ratio 690.24; ^(1/2.2857) = e^(6.5370/2.2857) = 17.462; /117.462 = 14.87
    expect(equilibriumMoisture(20, 70, WHEAT)).toBeCloseTo(14.87, 2);
    // drier and warmer air, drier grain
    expect(equilibriumMoisture(20, 50, WHEAT)).toBeLessThan(12.5);
    expect(equilibriumMoisture(30, 70, WHEAT)).toBeLessThan(14.87);
  });
  it("turns back into the humidity that it came from", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 40, noNaN: true }),
        fc.double({ min: 10, max: 95, noNaN: true }),
        (t, rh) => {
          expect(equilibriumHumidity(t, equilibriumMoisture(t, rh, WHEAT), WHEAT)).toBeCloseTo(rh, 6);
        },
      ),
    );
  });
});

describe("moisture of a standing crop", () => {
  it("goes a quarter of the way to its balance each day", () => {
    const m = fieldMoisture(RULE, steady(3), 0, from, 3);
    // 20; 20 - 0.25 x 5.13 = 18.72; 18.72 - 0.25 x 3.85 = 17.76
    expect([...m].map((v) => Math.round(100 * v) / 100)).toEqual([20, 18.72, 17.75]);
  });
  it("is wetted by rain, which leaves faster, and holds no more than wetted through", () => {
    const dry = fieldMoisture(RULE, steady(5), 0, from, 5);
    const wet = fieldMoisture(RULE, steady(5, { rain: { 1: 10 } }), 0, from, 5);
    // 5 points on the day, 0.4 of them the next, 0.16 the day after
    expect(wet[1]! - dry[1]!).toBeCloseTo(5, 9);
    expect(wet[2]! - dry[2]!).toBeCloseTo(2, 9);
    expect(wet[3]! - dry[3]!).toBeCloseTo(0.8, 9);
    expect(fieldMoisture(RULE, steady(2, { rain: { 0: 200 } }), 0, from, 2)[0]).toBe(32);
  });
});

const QUESTION: HarvestQuestion = {
  from,
  ripeAfter: 0,
  readyAfter: 2,
  days: 10,
  yieldTPerHa: 8,
  pricePerT: 20_000,
  lossPctPerDay: 1,
  lossFromDay: 3,
  spoils: [],
  drying: null,
};

describe("days of waiting", () => {
  it("lose nothing until the crop cannot wait any more, then so much a day", () => {
    const { days, bestDay, lastSensibleDay, waitingPerDay } = harvestSeasons(QUESTION, steady(10));
    // ready on day 2, three days without loss: the first per cent is gone on day 6
    expect(days.map((d) => d.lossPct)).toEqual([0, 0, 0, 0, 0, 0, 1, 2, 3, 4].map((n) => expect.closeTo(n, 9)));
    expect(bestDay).toBe(0);
    // 2 % of 160,000 are lost on day 7
    expect(lastSensibleDay).toBe(7);
    // day 7 after day 0: 3,200 over seven days
    expect(waitingPerDay).toBeCloseTo(3200 / 7, 6);
  });
  it("are counted from the day on which each season ripens, with what it grew", () => {
    // one ripens with 8 t, one three days later with 4: ready two days after, and on the seventh day each lost 2 % of its own
    const weather = steady(16, { seasons: 2 });
    const { days } = harvestSeasons(QUESTION, weather, [
      { season: 0, ripe: from, yieldTPerHa: 8 },
      { season: 1, ripe: from + 3, yieldTPerHa: 4 },
    ]);
    expect(days[7]?.lossPct).toBeCloseTo(2, 9);
    expect(days[7]?.netPerHa).toBeCloseTo(((8 + 4) / 2) * 20_000 * 0.98, 6);
    // 5 mm on the sixth day of the weather keep the first one off its fifth, the other off its second
    weather.rainMm[5] = 5;
    weather.rainMm[16 + 5] = 5;
    const wet = harvestSeasons(QUESTION, weather, [
      { season: 0, ripe: from, yieldTPerHa: 8 },
      { season: 1, ripe: from + 3, yieldTPerHa: 4 },
    ]);
    expect([1, 2, 5, 6].map((d) => wet.days[d]?.canShare)).toEqual([1, 0.5, 0.5, 1]);
  });
  it("wait for a day without rain, and what never comes is cut on the last one", () => {
    const { days } = harvestSeasons(QUESTION, steady(10, { rain: { 5: 8, 6: 8, 9: 3 } }));
    expect(days[5]).toMatchObject({ canShare: 0, lossPct: expect.closeTo(2, 9) });
    expect(days[9]).toMatchObject({ canShare: 0, lossPct: expect.closeTo(4, 9) });
  });
  it("are spoilt by spells: once in price, each time in what is lost", () => {
    const spoils: HarvestQuestion["spoils"] = [
      { id: "sprout", what: "sprouts", rainFrom: 3, inARow: 2, fromDay: 0, priceFall: 25, loss: 0 },
      { id: "storm", what: "breaks", rainFrom: 20, inARow: 1, fromDay: 0, priceFall: 0, loss: 10 },
    ];
    const { days } = harvestSeasons(
      { ...QUESTION, spoils, lossPctPerDay: 0 },
      steady(10, { rain: { 3: 25, 4: 5, 5: 5, 7: 30 } }),
    );
    expect(days[2]).toMatchObject({ spoiltShare: 0, netPerHa: 160_000 });
    // set out on day 3: rain until day 5, cut on day 6: a storm and a spell. 8 x 0.9 x 20,000 x 0.75
    expect(days[3]).toMatchObject({ spoiltShare: 1, netPerHa: expect.closeTo(108_000, 6) });
    // another storm on day 7: 8 x 0.81 x 15,000
    expect(days[8]?.netPerHa).toBeCloseTo(97_200, 6);
  });
  it("save drying: moist costs the dryer, dry costs days", () => {
    const drying = { rule: RULE, safePct: 15, greatestPct: 22, costPerTPoint: 150 };
    const { days, moistures, bestMoisturePct } = harvestSeasons({ ...QUESTION, drying }, steady(10, { humidity: 60 }));
    // day 0: 8 x 85 / 80 = 8.5 t x 5 points x 150 = 6,375
    expect(days[0]).toMatchObject({ moisturePct: 20, dryingPerHa: expect.closeTo(6375, 6) });
    const at = (pct: number) => moistures.find((m) => m.atMostPct === pct);
    expect(moistures[0]).toMatchObject({ atMostPct: 22, meanDay: 0, neverShare: 0 });
    // balance at 60 %: 13.1; 13.1 + 6.9 x 0.75^d is under 18 from day 2 on (16.98)
    expect(at(18)?.meanDay).toBe(2);
    expect(at(15)?.dryingPerHa).toBe(0);
    // nothing is lost before day 6: waiting is worth it down to 15
    expect(bestMoisturePct).toBe(15);
    const shedding = harvestSeasons(
      { ...QUESTION, drying, readyAfter: 0, lossFromDay: 0, lossPctPerDay: 3 },
      steady(10, { humidity: 60 }),
    );
    expect(shedding.bestMoisturePct).toBeGreaterThan(18);
  });
  it("never gain by a greater loss, a greater fall of price or dearer drying", () => {
    const weather = steady(10, { rain: { 2: 6, 3: 6, 6: 30 } });
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 5, noNaN: true }),
        fc.double({ min: 0, max: 300, noNaN: true }),
        (loss, cost) => {
          const net = (lossPctPerDay: number, costPerTPoint: number) =>
            harvestSeasons(
              { ...QUESTION, lossPctPerDay, drying: { rule: RULE, safePct: 14, greatestPct: 25, costPerTPoint } },
              weather,
            ).days.map((d) => d.netPerHa);
          const base = net(loss, cost);
          for (const worse of [net(loss + 0.5, cost), net(loss, cost + 10)])
            for (const [i, n] of worse.entries()) expect(n).toBeLessThanOrEqual(base[i]! + 1e-6);
        },
      ),
      { numRuns: 30 },
    );
  });
});

describe("signs of ripeness", () => {
  const sign = (id: string, showsBefore: number, seen: boolean | null, weight = 1) => ({
    id,
    showsBefore,
    seen,
    weight,
  });
  const ripe = (signs: ReturnType<typeof sign>[], expectedDays: number | null = null) =>
    unwrap(ripenessFromSigns({ signs, expectedDays }));

  it("hold the plan's date between what has shown and what has not", () => {
    const signs = [sign("colour", 8, true), sign("nail", 4, true, 2), sign("teeth", 1, false, 3)];
    expect(ripe(signs, 6)).toMatchObject({
      daysToReady: 4,
      seen: 2,
      lookedAt: 3,
      seenPct: 50,
      ready: false,
      against: [],
    });
    expect(ripe(signs, 3).daysToReady).toBe(3);
    expect(ripe(signs, 0).daysToReady).toBe(1);
    expect(ripe([sign("colour", 8, false)], 2).daysToReady).toBe(8);
    expect(ripe([sign("colour", 8, false)]).daysToReady).toBe(8);
  });
  it("are ready when all are there, whatever the plan said, and not before all were looked at", () => {
    expect(ripe([sign("a", 3, true), sign("b", 0, true)], 9)).toMatchObject({
      ready: true,
      daysToReady: 0,
      seenPct: 100,
    });
    expect(ripe([sign("a", 3, true), sign("b", 0, null)], 9)).toMatchObject({ ready: false, daysToReady: 3 });
    expect(ripe([sign("a", 3, null)], 9)).toMatchObject({ seenPct: null, daysToReady: 9 });
  });
  it("that contradict each other are named, and the later day counts", () => {
    expect(ripe([sign("early", 8, false), sign("late", 0, true)], 2)).toMatchObject({
      daysToReady: 8,
      against: ["early"],
    });
  });
  it("refuse what is none, by name", () => {
    const failed = ripenessFromSigns({ signs: [{ id: "a", weight: 0, showsBefore: -1, seen: "yes" as never }] });
    expect(failed.ok ? [] : failed.errors.map((e) => e.field)).toEqual([
      "signs.0.weight",
      "signs.0.showsBefore",
      "signs.0.seen",
    ]);
    expect(ripenessFromSigns({ signs: [] }).ok).toBe(false);
  });
});

describe("days until it can be cut", () => {
  const ask = {
    signs: [
      { id: "colour", weight: 1, showsBefore: 8 },
      { id: "teeth", weight: 3, showsBefore: 1 },
    ],
    seen: { colour: true, teeth: false },
    moisturePct: null,
    cutPct: 16,
    pctPerDay: 1,
    expectedDays: 5,
  };
  it("follow the meter, else the signs, else the plan, and say which", () => {
    // 19.4 - 16 = 3.4 points at one a day
    expect(readyInWords(daysToReady({ ...ask, moisturePct: 19.4 }))).toBe("By its moisture: ready in about 4 days");
    expect(readyInWords(daysToReady({ ...ask, moisturePct: 15.2 }))).toBe("By its moisture: ready");
    expect(readyInWords(daysToReady(ask))).toBe("1 of 2 signs, 25 % by weight: ready in about 5 days");
    expect(readyInWords(daysToReady({ ...ask, seen: {} }))).toBe("By the plan: ready in about 5 days");
    expect(readyInWords(daysToReady({ ...ask, seen: {}, expectedDays: null }))).toBe("By the plan: no day is known");
    expect(readyInWords(daysToReady({ ...ask, seen: { colour: true, teeth: true } }))).toBe("2 of 2 signs: ready");
    expect(readyInWords(daysToReady({ ...ask, seen: { colour: false, teeth: true }, expectedDays: 1 }))).toBe(
      "1 of 2 signs, 75 % by weight: ready in about 8 days; signs contradict each other, look again in two days",
    );
    // a crop that is not dried has no meter
    expect(daysToReady({ ...ask, cutPct: null, pctPerDay: null, moisturePct: 20 }).by).toBe("signs");
  });
});
