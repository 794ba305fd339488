/** Arithmetic of harvest, each by hand; queues against every order. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { gradeLot } from "./grade-lot";
import { harvestQueue, type QueueField } from "./harvest-queue";
import { harvestWindow } from "./harvest-window";
import { haulage } from "./haulage";
import { millingCheck } from "./milling-check";
import { sampleYield } from "./sample-yield";
import { shrink } from "./shrink";

const fields = (result: { ok: boolean; errors?: { field: string }[] }) =>
  result.ok ? [] : (result.errors ?? []).map((e) => e.field);

describe("shrink", () => {
  it("keeps the dry matter and loses water", () => {
    // 42 x 80.6 / 86 = 39.3628; x 0.992 = 39.048
    const dried = unwrap(shrink({ massT: 42, moisturePct: 19.4, toMoisturePct: 14, handlingLossPct: 0.8 }));
    expect(dried.massT).toBeCloseTo(39.048, 3);
    expect(dried.waterT).toBeCloseTo(2.637, 3);
    expect(unwrap(shrink({ massT: 10, moisturePct: 14, toMoisturePct: 14 }))).toEqual({ massT: 10, waterT: 0 });
    expect(fields(shrink({ massT: -1, moisturePct: 14, toMoisturePct: 15 }))).toEqual(["massT", "toMoisturePct"]);
  });
  it("in two steps is as in one", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 20, noNaN: true }),
        fc.double({ min: 20, max: 40, noNaN: true }),
        (to, from) => {
          const mid = (to + from) / 2;
          const once = unwrap(shrink({ massT: 30, moisturePct: from, toMoisturePct: to }));
          const half = unwrap(shrink({ massT: 30, moisturePct: from, toMoisturePct: mid }));
          const whole = unwrap(shrink({ massT: half.massT, moisturePct: mid, toMoisturePct: to }));
          expect(whole.massT).toBeCloseTo(once.massT, 9);
          expect(half.waterT + whole.waterT).toBeCloseTo(once.waterT, 9);
        },
      ),
    );
  });
});

describe("the harvest window", () => {
  const WHEAT = {
    yieldTPerHa: 8,
    pricePerT: 190,
    safeMoisturePct: 14,
    startMoisturePct: 20,
    dryDownPctPerDay: 1,
    floorMoisturePct: 13,
    lossPctPerDay: 1,
    lossFromDay: 4,
    dryingCostPerTPoint: 1.5,
    greatestMoisturePct: 19,
    days: 10,
  };
  it("weighs loss against drying, day by day", () => {
    const { days, bestDay } = unwrap(harvestWindow(WHEAT));
    expect(days).toHaveLength(11);
    // day 0: 8 x 86 / 80 = 8.6 t x 6 x 1.5 = 77.4; 1520 - 77.4; too moist to cut
    expect(days[0]).toMatchObject({ moisturePct: 20, lossPct: 0, allowed: false });
    expect(days[0]?.dryingCostPerHa).toBeCloseTo(77.4, 9);
    expect(days[0]?.netPerHa).toBeCloseTo(1442.6, 9);
    // day 4: 16 %: 8 x 86 / 84 x 2 x 1.5 = 24.571; net 1495.43
    expect(days[4]?.netPerHa).toBeCloseTo(1495.4286, 3);
    // day 5: 15 %, 1 % lost: 7.92 x 86 / 85 x 1.5 = 12.02; 1504.8 - 12.02 = 1492.78
    expect(days[5]?.netPerHa).toBeCloseTo(1492.7802, 3);
    expect(bestDay).toBe(4);
    // drier than safe weighs as at safe: day 8, 4 % lost, 13 % at the floor: 8 x 0.96 x 190
    expect(days[8]).toMatchObject({ moisturePct: 13, dryingCostPerHa: 0 });
    expect(days[8]?.netPerHa).toBeCloseTo(1459.2, 9);
  });
  it("has no best day where none is allowed, and the earliest of equal ones", () => {
    expect(unwrap(harvestWindow({ ...WHEAT, greatestMoisturePct: 5 })).bestDay).toBeNull();
    const flat = { ...WHEAT, dryingCostPerTPoint: 0, lossPctPerDay: 0 };
    expect(unwrap(harvestWindow(flat)).bestDay).toBe(1);
    expect(fields(harvestWindow({ ...WHEAT, yieldTPerHa: 0, days: 1.5 }))).toEqual(["yieldTPerHa", "days"]);
    // all is lost at most
    expect(unwrap(harvestWindow({ ...WHEAT, lossPctPerDay: 60, lossFromDay: 0 })).days.at(-1)).toMatchObject({
      lossPct: 100,
      netPerHa: 0,
    });
  });
});

describe("the queue of fields", () => {
  const field = (id: string, areaHa: number, readyDay: number, lossPerHaPerDay: number): QueueField => ({
    id,
    areaHa,
    readyDay,
    lossPerHaPerDay,
  });
  it("cuts first what loses most, and waits for none that is not ready", () => {
    const two = unwrap(harvestQueue({ fields: [field("a", 10, 0, 1), field("b", 10, 0, 2)], haPerDay: 10 }));
    // b: 10 x 2 x 0.5; a: 10 x 1 x 1.5
    expect(two.order.map((o) => [o.id, o.startDay, o.endDay, o.loss])).toEqual([
      ["b", 0, 1, 10],
      ["a", 1, 2, 15],
    ]);
    expect([two.loss, two.exact]).toEqual([25, true]);
    // c is ready on day 5: nothing is cut of it before
    const late = unwrap(harvestQueue({ fields: [field("c", 10, 5, 9)], haPerDay: 20 }));
    expect(late.order[0]).toMatchObject({ startDay: 5, endDay: 5.5 });
    // 10 x 9 x 0.25
    expect(late.loss).toBeCloseTo(22.5, 9);
    expect(unwrap(harvestQueue({ fields: [], haPerDay: 10 }))).toMatchObject({ order: [], loss: 0 });
  });
  it("cuts on the days of a hired machine only, and as long as it takes after the last of them", () => {
    const two = [field("a", 10, 0, 1), field("b", 10, 0, 2)];
    const hired = (...spans: [number, number][]) =>
      unwrap(harvestQueue({ fields: two, haPerDay: 10, spans: spans.map(([from, to]) => ({ from, to })) }));
    // it comes on day 3: b 10 x 2 x 3.5, a 10 x 1 x 4.5
    expect(hired([3, 20])).toMatchObject({ loss: 115, exact: true });
    // days 3 and 6 are its own: b on day 3, a on day 6, whether or not anything follows
    expect(hired([3, 3], [6, 6]).order.map((o) => [o.id, o.startDay, o.endDay, o.loss])).toEqual([
      ["b", 3, 4, 70],
      ["a", 6, 7, 65],
    ]);
    // days 0 and 2, 20 ha in two halves: the mean of its cutting is (0.5 + 2.5) / 2
    const halves = unwrap(
      harvestQueue({
        fields: [field("c", 20, 0, 1)],
        haPerDay: 10,
        spans: [
          { from: 0, to: 0 },
          { from: 2, to: 2 },
        ],
      }),
    );
    expect(halves.order[0]).toMatchObject({ startDay: 0, endDay: 3, loss: 30 });
    // the machine has gone on day 1: what is left is cut from then on all the same
    expect(hired([0, 0]).order.map((o) => o.endDay)).toEqual([1, 2]);
    expect(fields(harvestQueue({ fields: two, haPerDay: 10, spans: [{ from: 5, to: 4 }] }))).toEqual(["spans.0.to"]);
  });
  it("goes no faster than the dryer of a field", () => {
    // 10 ha at 4 ha a day are 2.5 days, mean 1.25
    const slow = unwrap(harvestQueue({ fields: [{ ...field("a", 10, 0, 2), atMostHaPerDay: 4 }], haPerDay: 20 }));
    expect(slow.order[0]).toMatchObject({ startDay: 0, endDay: 2.5, loss: 25 });
    const quick = unwrap(harvestQueue({ fields: [{ ...field("a", 10, 0, 2), atMostHaPerDay: 40 }], haPerDay: 20 }));
    expect(quick.order[0]?.endDay).toBe(0.5);
    const none = { ...field("a", 10, 0, 2), atMostHaPerDay: 0 };
    expect(fields(harvestQueue({ fields: [none], haPerDay: 20 }))).toEqual(["fields.0.atMostHaPerDay"]);
  });
  it("is the best of all orders of few fields", () => {
    const orders = <T>(list: T[]): T[][] =>
      list.length < 2
        ? [list]
        : list.flatMap((x, i) => orders(list.filter((_, j) => j !== i)).map((rest) => [x, ...rest]));
    const lossIn = (order: QueueField[], pace: number) => {
      let free = -1e9;
      return order.reduce((sum, f) => {
        const start = Math.max(free, f.readyDay);
        free = start + f.areaHa / pace;
        return sum + f.lossPerHaPerDay * f.areaHa * ((start + free) / 2 - f.readyDay);
      }, 0);
    };
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 0, max: 12 }), fc.integer({ min: 0, max: 30 })),
          { minLength: 1, maxLength: 6 },
        ),
        (list) => {
          const own = list.map(([a, r, l], i) => field(`f${i}`, a, r, l));
          const found = unwrap(harvestQueue({ fields: own, haPerDay: 12 }));
          expect(found.loss).toBeCloseTo(Math.min(...orders(own).map((o) => lossIn(o, 12))), 6);
        },
      ),
      { numRuns: 60 },
    );
  });
  it("is no worse than any simple rule for many, each field once, and says that it is not exact", () => {
    let seed = 5;
    const next = (n: number) => {
      seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648;
      return seed % n;
    };
    const many = Array.from({ length: 24 }, (_, i) => field(`f${i}`, 3 + next(30), next(20), 1 + next(40)));
    const found = unwrap(harvestQueue({ fields: many, haPerDay: 20 }));
    expect(found.exact).toBe(false);
    expect(found.order.map((o) => o.id).sort()).toEqual(many.map((f) => f.id).sort());
    for (const rule of [
      (a: QueueField, b: QueueField) => a.readyDay - b.readyDay,
      (a: QueueField, b: QueueField) => b.lossPerHaPerDay - a.lossPerHaPerDay,
      (a: QueueField, b: QueueField) => a.areaHa - b.areaHa,
      (a: QueueField, b: QueueField) => b.lossPerHaPerDay * b.areaHa - a.lossPerHaPerDay * a.areaHa,
    ]) {
      let free = -1e9;
      const loss = [...many].sort(rule).reduce((sum, f) => {
        const start = Math.max(free, f.readyDay);
        free = start + f.areaHa / 20;
        return sum + f.lossPerHaPerDay * f.areaHa * ((start + free) / 2 - f.readyDay);
      }, 0);
      expect(found.loss).toBeLessThanOrEqual(loss + 1e-9);
    }
  });
  it("names what is wrong", () => {
    expect(fields(harvestQueue({ fields: [field("a", 0, 0, 1), field("a", 1, 0, -1)], haPerDay: 0 }))).toEqual([
      "haPerDay",
      "fields.0.areaHa",
      "fields.1.lossPerHaPerDay",
      "fields.1.id",
    ]);
  });
});

describe("a lot against its contract", () => {
  const limits = [
    { what: "protein", atLeast: 9, atMost: 11.5, deductionPerUnit: 8, refuseBeyond: 12.5 },
    { what: "moisture", atMost: 15, deductionPerUnit: 3, refuseBeyond: 18 },
    { what: "germination", atLeast: 97 },
  ];
  const grade = (protein: number, moisture: number, germination?: number) =>
    unwrap(
      gradeLot({
        measured: [
          { what: "protein", value: protein },
          { what: "moisture", value: moisture },
          ...(germination === undefined ? [] : [{ what: "germination", value: germination }]),
        ],
        limits,
        basePrice: 210,
      }),
    );
  it("is paid less for each unit beyond, refused beyond the last", () => {
    expect(grade(11, 14, 98)).toMatchObject({ pass: true, pricePerT: 210 });
    // 0.4 x 8 + 1 x 3 = 6.2
    const less = grade(11.9, 16, 98);
    expect(less.pass).toBe(true);
    expect(less.pricePerT).toBeCloseTo(203.8, 9);
    expect(less.lines.map((l) => l.ok)).toEqual([false, false, true]);
    expect(grade(12.6, 14, 98)).toMatchObject({ pass: false, pricePerT: 0 });
    // a limit without a deduction is kept or refused
    expect(grade(11, 14, 96)).toMatchObject({ pass: false });
  });
  it("is open where something was not measured", () => {
    const open = grade(11, 14);
    expect(open.pass).toBeNull();
    expect(open.lines[2]).toMatchObject({ ok: null, deduction: 0 });
    expect(grade(13, 14).pass).toBe(false);
  });
  it("names limits that are none", () => {
    const wrong = gradeLot({
      measured: [],
      limits: [{ what: "x" }, { what: "y", atLeast: 5, atMost: 4 }],
      basePrice: -1,
    });
    expect(fields(wrong)).toEqual(["basePrice", "limits.0", "limits.1.atLeast"]);
  });
});

describe("milling", () => {
  it("names fractions that do not add up or are unusual", () => {
    const usualPct: Record<string, [number, number]> = { rice: [62, 70], bran: [8, 11], husk: [18, 22] };
    const of = (rice: number, bran: number, husk: number) =>
      unwrap(
        millingCheck({
          inputT: 10,
          fractions: [
            { name: "rice", massT: rice },
            { name: "bran", massT: bran },
            { name: "husk", massT: husk },
          ],
          usualPct,
        }),
      );
    expect(of(6.9, 1, 2.1)).toEqual({ shares: { rice: 69, bran: 10, husk: 21 }, sumPct: 100, doubtful: [] });
    expect(of(6.6, 1, 2).doubtful).toEqual(["sum"]);
    expect(of(7.4, 0.6, 2).doubtful).toEqual(["rice", "bran"]);
    expect(fields(millingCheck({ inputT: 0, fractions: [], usualPct }))).toEqual(["inputT", "fractions"]);
  });
});

describe("carting", () => {
  const ask = { haPerHour: 2.2, tPerHa: 8.6, areaHa: 14.2, trailerT: 12, km: 6, kmPerH: 25, turnMin: 12 };
  it("needs as many trailers as fill one after another while the first is away", () => {
    // 2.2 x 8.6 = 18.92 t/h; 720 / 18.92 = 38.05 min; 12 km at 25 km/h are 28.8 min + 12; (38.05 + 40.8) / 38.05 = 2.07
    const found = unwrap(haulage({ ...ask, tankT: 6 }));
    expect(found.flowTPerH).toBeCloseTo(18.92, 9);
    expect(found.fillMin).toBeCloseTo(38.05, 2);
    expect(found.roundMin).toBeCloseTo(40.8, 9);
    expect(found.trailers).toBe(3);
    // 8.6 x 14.2 / 12 = 10.2 loads; 8.6 / 12 x 40.8 / 60
    expect(found.loads).toBe(11);
    expect(found.hoursPerHa).toBeCloseTo(0.4873, 4);
    // 6 t at 18.92 t/h
    expect(found.tankMin).toBeCloseTo(19.03, 2);
  });
  it("takes one where it tips at the field's edge, and never fewer the farther it is", () => {
    expect(unwrap(haulage({ ...ask, km: 0, turnMin: 0 }))).toMatchObject({ trailers: 1, hoursPerHa: 0, tankMin: null });
    let before = 0;
    for (const km of [0, 2, 5, 10, 20, 40]) {
      const { trailers } = unwrap(haulage({ ...ask, km }));
      expect(trailers).toBeGreaterThanOrEqual(before);
      before = trailers;
    }
  });
  it("refuses what is none, by name", () => {
    expect(fields(haulage({ ...ask, trailerT: 0, kmPerH: 0, km: -1 }))).toEqual(["trailerT", "km", "kmPerH"]);
  });
});

describe("a sampled yield", () => {
  const ask = { massesG: [412, 388, 455], areaM2: 0.5, sampleMoisturePct: 18, standardMoisturePct: 15 };
  it("is the mean at standard moisture with its interval", () => {
    // mean 418.33 g off 0.5 m2 are 8.367 t/ha; x 82 / 85 = 8.071
    const found = unwrap(sampleYield(ask));
    expect(found.tPerHa).toBeCloseTo(8.071, 3);
    // sd of the places 33.95 g are 0.6551 t/ha; t(5 %, 2) = 4.303; 4.303 x 0.6551 / sqrt 3 = 1.627
    expect(found.ci?.[0]).toBeCloseTo(8.071 - 1.627, 2);
    expect(found.ci?.[1]).toBeCloseTo(8.071 + 1.627, 2);
  });
  it("of one place has no interval, and stays above nothing", () => {
    expect(unwrap(sampleYield({ ...ask, massesG: [500] })).ci).toBeNull();
    expect(unwrap(sampleYield({ ...ask, massesG: [10, 900] })).ci?.[0]).toBe(0);
    // as weighed
    expect(unwrap(sampleYield({ ...ask, massesG: [500], sampleMoisturePct: null })).tPerHa).toBeCloseTo(10, 9);
  });
  it("refuses what is none, by name", () => {
    expect(fields(sampleYield({ ...ask, massesG: [], areaM2: 0 }))).toEqual(["areaM2", "massesG"]);
    expect(fields(sampleYield({ ...ask, massesG: [5, -1] }))).toEqual(["massesG.1"]);
  });
});
