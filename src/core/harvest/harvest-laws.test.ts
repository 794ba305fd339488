/** Laws of harvest and store that hold whatever the numbers are. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { everyPlan } from "../../../tests/support/every-plan";
import { testGuide } from "../../../tests/support/guides";
import { ledgerLoad } from "../../../tests/support/ledger-load";
import { toDay } from "../dates";
import type { DryDown } from "../guides/schema-harvest";
import { keepOrSell } from "../keep/keep-or-sell";
import { fieldYield, type LedgerLoad, runLedger } from "../keep/store-ledger";
import { listedPrice } from "../plan/listed-price";
import { unwrap } from "../result";
import { draftPlan } from "../sheets/draft-plan";
import { emptyWeather } from "../weather/generator";
import { saturationKpa } from "../weather/reference-et";
import { daysToReady } from "./days-to-ready";
import { equilibriumMoisture, fieldMoisture } from "./field-moisture";
import { harvestQueue, type QueueField, queueInOrder } from "./harvest-queue";
import { haulage } from "./haulage";
import { sampleYield } from "./sample-yield";

const from = toDay("2027-07-20");
const between = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe("moisture where grain stands", () => {
  const rules = ["wheat", "barley", "rice"].map((id) => testGuide(id).harvest.dryDown as DryDown);
  it("lies between what the air and what rain let it have", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...rules),
        fc.array(fc.record({ t: between(5, 35), rh: between(20, 95), rain: between(0, 60) }), {
          minLength: 30,
          maxLength: 30,
        }),
        (rule, days) => {
          const weather = emptyWeather(from, days.length, 1);
          days.forEach(({ t, rh, rain }, i) => {
            weather.tminC[i] = t;
            weather.tmaxC[i] = t;
            weather.vapourKpa[i] = (saturationKpa(t) * rh) / 100;
            weather.rainMm[i] = rain;
          });
          const found = fieldMoisture(rule, weather, 0, from, days.length);
          const driest = Math.min(
            rule.startPct,
            ...days.map(({ t, rh }) => equilibriumMoisture(t, rh, rule.equilibrium)),
          );
          const wettest = Math.max(
            32,
            rule.startPct,
            ...days.map(({ t, rh }) => equilibriumMoisture(t, rh, rule.equilibrium)),
          );
          for (const pct of found) {
            expect(pct).toBeGreaterThanOrEqual(driest - 1e-3);
            expect(pct).toBeLessThanOrEqual(wettest + 1e-3);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
  it("is lower in every guide by the day on which it is cut than when it was ripe", () => {
    for (const id of ["wheat", "barley", "rice"]) {
      const { dryDown, moisturePct } = testGuide(id).harvest;
      expect(dryDown && moisturePct && dryDown.startPct > moisturePct.cut && moisturePct.cut > moisturePct.safe).toBe(
        true,
      );
      expect(dryDown && moisturePct && moisturePct.physiological > dryDown.greatestPct).toBe(true);
    }
  });
});

describe("an order of fields", () => {
  const field = fc.record({
    areaHa: between(0.5, 40),
    readyDay: fc.integer({ min: 0, max: 20 }),
    lossPerHaPerDay: between(0, 3000),
    atMostHaPerDay: fc.option(between(1, 40), { nil: undefined }),
  });
  const span = fc
    .tuple(fc.integer({ min: -5, max: 25 }), fc.integer({ min: 0, max: 9 }))
    .map(([from, days]) => ({ from, to: from + days }));
  const named = (list: Omit<QueueField, "id">[]): QueueField[] => list.map((f, i) => ({ ...f, id: `f${i}` }));
  it("that somebody chose never loses less than the best one, and the best one loses what its own order does", () => {
    fc.assert(
      fc.property(
        fc.array(field, { minLength: 1, maxLength: 7 }),
        between(2, 30),
        fc.array(span, { maxLength: 3 }),
        fc.integer(),
        (list, haPerDay, spans, seed) => {
          const fields = named(list);
          const best = unwrap(harvestQueue({ fields, haPerDay, spans }));
          const turned = [
            ...fields.slice(Math.abs(seed) % fields.length),
            ...fields.slice(0, Math.abs(seed) % fields.length),
          ];
          expect(queueInOrder({ fields: turned, haPerDay, spans }).loss).toBeGreaterThanOrEqual(best.loss - 1e-6);
          const own = best.order.map((o) => fields.find((f) => f.id === o.id) as QueueField);
          expect(queueInOrder({ fields: own, haPerDay, spans }).loss).toBeCloseTo(best.loss, 6);
        },
      ),
      { numRuns: 80 },
    );
  });
  it("cuts one field after another and none before it is ready", () => {
    fc.assert(
      fc.property(fc.array(field, { minLength: 2, maxLength: 12 }), between(2, 30), span, (list, haPerDay, hired) => {
        const fields = named(list);
        const { order } = queueInOrder({ fields, haPerDay, spans: [hired] });
        expect(order[0]?.startDay).toBeGreaterThanOrEqual(hired.from - 1e-9);
        order.forEach((o, i) => {
          expect(o.startDay).toBeGreaterThanOrEqual((fields[i] as QueueField).readyDay - 1e-9);
          if (i > 0) expect(o.startDay).toBeGreaterThanOrEqual((order[i - 1]?.endDay ?? 0) - 1e-9);
        });
      }),
    );
  });
});

describe("carting", () => {
  it("never makes the machine wait: trailers together carry what it brings", () => {
    fc.assert(
      fc.property(
        between(0.05, 5),
        between(1, 60),
        between(0.5, 30),
        between(0, 60),
        between(5, 60),
        between(0, 60),
        (ha, t, load, km, speed, turn) => {
          const found = unwrap(
            haulage({ haPerHour: ha, tPerHa: t, areaHa: 10, trailerT: load, km, kmPerH: speed, turnMin: turn }),
          );
          // each is full once in its own filling and its round
          const carriedTPerH = (60 * load * found.trailers) / (found.fillMin + found.roundMin);
          expect(carriedTPerH).toBeGreaterThanOrEqual(found.flowTPerH * (1 - 1e-6));
          expect(found.loads * load).toBeGreaterThanOrEqual(10 * t - 1e-6);
        },
      ),
    );
  });
});

describe("a store's ledger", () => {
  it("gives the same however loads of different days are listed", () => {
    const load = (id: string, over: Partial<LedgerLoad>) => ledgerLoad({ id, moisturePct: 15, ...over });
    const loads = [
      load("a", { fieldId: "f", toStoreId: "s", massT: 30 }),
      load("b", { fieldId: "f", toStoreId: "s", massT: 12, on: "2027-08-03", moisturePct: 18 }),
      load("c", { fromStoreId: "s", toStoreId: "t", massT: 20, on: "2027-09-01", driedToPct: 13 }),
      load("d", { fromStoreId: "t", to: "sold", massT: 9, on: "2027-10-01", pricePerT: 100 }),
    ];
    fc.assert(
      fc.property(fc.shuffledSubarray(loads, { minLength: loads.length }), (order) => {
        expect(runLedger(order)).toEqual(runLedger(loads));
      }),
    );
  });
  it("makes of moister loads of one mass a lower yield", () => {
    const at = (pct: number) => fieldYield({ massT: 100, dryT: 100 - pct }, 12, 15).tPerHa;
    expect(at(19)).toBeLessThan(at(16));
    expect(at(15)).toBeCloseTo(100 / 12, 9);
  });
});

describe("waiting to sell", () => {
  it("asks for a higher price each month, and gains nothing by dearer keeping", () => {
    fc.assert(
      fc.property(
        between(1000, 50_000),
        between(0, 5),
        between(0, 500),
        between(0, 20),
        (price, loss, cost, interest) => {
          const ask = {
            pricePerT: price,
            lossPctPerMonth: loss,
            costPerTMonth: cost,
            interestPctPerYear: interest,
            months: 9,
          };
          const { months } = unwrap(keepOrSell(ask));
          months.forEach((m, i) => {
            expect(m.neededPricePerT).toBeGreaterThanOrEqual((months[i - 1]?.neededPricePerT ?? price) - 1e-6);
          });
          const dearer = unwrap(keepOrSell({ ...ask, costPerTMonth: cost + 10 })).months;
          dearer.forEach((m, i) => {
            expect(m.neededPricePerT).toBeGreaterThan((months[i]?.neededPricePerT ?? 0) - 1e-9);
          });
        },
      ),
    );
  });
});

describe("a look at a field", () => {
  it("never says fewer days for a moister sample, nor for a sign fewer", () => {
    const signs = [
      { id: "early", weight: 1, showsBefore: 9 },
      { id: "mid", weight: 2, showsBefore: 4 },
      { id: "late", weight: 3, showsBefore: 0 },
    ];
    const ask = { signs, moisturePct: null, cutPct: 16, pctPerDay: 0.8, expectedDays: 6 };
    fc.assert(
      fc.property(between(5, 40), between(0, 5), (pct, more) => {
        const days = (moisturePct: number) => daysToReady({ ...ask, seen: {}, moisturePct }).days as number;
        expect(days(pct + more)).toBeGreaterThanOrEqual(days(pct));
      }),
    );
    const days = (seen: Record<string, boolean>) => daysToReady({ ...ask, seen }).days as number;
    const steps = [
      { early: false, mid: false, late: false },
      { early: true, mid: false, late: false },
      { early: true, mid: true, late: false },
      { early: true, mid: true, late: true },
    ].map(days);
    expect(steps).toEqual([9, 6, 4, 0]);
  });
  it("is the surer the more places were weighed", () => {
    const width = (massesG: number[]) => {
      const { ci } = unwrap(sampleYield({ massesG, areaM2: 1, sampleMoisturePct: null, standardMoisturePct: 15 }));
      return (ci?.[1] ?? 0) - (ci?.[0] ?? 0);
    };
    const places = [800, 760, 845, 790];
    expect(width([...places, ...places])).toBeLessThan(width(places));
  });
});

describe("plans of every guide", () => {
  it("keep the dry matter from field to store, and never store more than they cut", () => {
    for (const { facts, decisions, season } of everyPlan()) {
      const plan = unwrap(draftPlan(facts, decisions, season, testGuide(decisions.crop.guideId)));
      const { asCutTPerHa, storedTPerHa, waterTPerHa } = plan.keep;
      const { cutPct, safePct } = plan.harvest;
      expect(asCutTPerHa - waterTPerHa).toBeCloseTo(storedTPerHa, 9);
      expect(waterTPerHa).toBeGreaterThanOrEqual(-1e-9);
      if (cutPct !== null && safePct !== null)
        expect(storedTPerHa * (1 - Math.min(cutPct, safePct) / 100)).toBeCloseTo(asCutTPerHa * (1 - cutPct / 100), 9);
    }
  });
  it("sell grain at grain's price whatever leaves the field with it", () => {
    const guide = testGuide("wheat");
    const prices = { cropPerT: { "wheat.grain": 21_500 } };
    const winter = { guide, kind: { id: "winter" } };
    const both = { ...winter, product: guide.products.find((p) => p.id === "grainAndStraw") };
    expect(listedPrice(prices, both)).toBe(21_500);
    expect(listedPrice({ cropPerT: { "wheat.grain": 1, "wheat.grainAndStraw": 2 } }, both)).toBe(2);
    // a kind's own price goes first: malting, feed and organic barley all cost 185
    const own = { cropPerT: { "wheat.grain": 21_500, "wheat.grain.spring": 24_000 } };
    expect(listedPrice(own, both)).toBe(21_500);
    expect(listedPrice(own, { ...both, kind: { id: "spring" } })).toBe(24_000);
    // a whole crop is no grain: silage was offered at the price of maize
    expect(
      listedPrice(
        { cropPerT: { "maize.grain": 18_000 } },
        { ...winter, guide: testGuide("maize"), product: { id: "wholeCrop" } },
      ),
    ).toBeUndefined();
    expect(listedPrice({ cropPerT: {} }, { ...winter, product: { id: "grain" } })).toBeUndefined();
  });
});
