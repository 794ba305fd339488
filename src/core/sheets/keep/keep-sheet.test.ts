/** Drying, curing and selling on a plan; drying over seasons and months of keeping by hand. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../../tests/support/guides";
import { toDay } from "../../dates";
import { dryingSeasons } from "../../keep/drying-seasons";
import { keepOrSell } from "../../keep/keep-or-sell";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import type { PlanFacts } from "../../plan/facts";
import { unwrap } from "../../result";
import { emptyWeather } from "../../weather/generator";
import { applyChanges, type Change, change, type Decisions, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { checkPlan } from "../example-findings";
import { moistDose } from "../keep-way";
import { keepWays, safeDaysTable } from "./ways";

const looked = (guideId: string, facts: Partial<PlanFacts> = {}, ...changes: Change[]) => {
  const all = { ...EXAMPLE_FACTS, ...facts };
  const decisions = applyChanges(freshDecisions(guideId), changes);
  const plan = unwrap(draftPlan(all, decisions, 2027, testGuide(guideId)));
  return { plan, facts: all, findings: checkPlan(plan, all, decisions).filter((f) => f.id.startsWith("keep.")) };
};
const field = (over: Partial<PlanFacts["field"]>) => ({ field: { ...EXAMPLE_FACTS.field, ...over } });

describe("masses", () => {
  it("keep the dry matter of the target from field to store", () => {
    const { plan } = looked("wheat", {}, change("targetTPerHa", 8.5), change("harvest/cutPct", 19));
    // 8.5 at 15 %: 7.225 t dry; / 0.81 = 8.920 as cut; / 0.86 = 8.401 stored; 0.519 of water
    expect(plan.keep.asCutTPerHa).toBeCloseTo(8.92, 3);
    expect(plan.keep.storedTPerHa).toBeCloseTo(8.401, 3);
    expect(plan.keep.waterTPerHa).toBeCloseTo(0.519, 3);
    // 8.401 x 14.2 ha / 0.76 t/m3
    expect(plan.keep.roomM3).toBeCloseTo(156.97, 1);
    // 8.920 x 5 points x 1.80
    expect(plan.figures["keep.drying"]?.value).toBeCloseTo(8.92 * 5 * (EXAMPLE_FACTS.prices.dryingPerTPoint / 100), 2);
  });
  it("of what is cut drier than safe stay as they are", () => {
    const { plan } = looked("wheat", {}, change("harvest/cutPct", 13));
    expect(plan.keep.waterTPerHa).toBeCloseTo(0, 9);
    expect(plan.figures["keep.drying"]).toBeUndefined();
  });
  it("of crops that are not dried are the target's", () => {
    const { plan } = looked("potato", {}, change("targetTPerHa", 40));
    expect(plan.keep).toMatchObject({ asCutTPerHa: 40, storedTPerHa: 40, waterTPerHa: 0 });
    expect(plan.figures["keep.water"]).toBeUndefined();
  });
});

describe("the way to dry", () => {
  it("is the guide's first, or one without machines where the farm works by hand", () => {
    expect(looked("wheat").plan.keep).toMatchObject({ wayId: "heated", chosen: false });
    expect(looked("wheat", field({ handWork: true })).plan.keep.wayId).toBe("sun");
    expect(looked("rice", field({ handWork: true })).plan.keep.wayId).toBe("sun");
    expect(looked("garlic").plan.keep.wayId).toBe("shade");
  });
  it("that is chosen changes the work, its name and its cost", () => {
    const sun = looked("wheat", {}, change("keep/wayId", "sun")).plan;
    const dry = sun.operations.find((o) => o.role === "dry");
    expect(dry?.name).toBe("Dried in the sun");
    // 8 h a tonne as cut
    expect(dry?.hoursPerHa).toBeCloseTo(8 * sun.keep.asCutTPerHa, 6);
    expect(sun.figures["keep.drying"]).toBeUndefined();
    const heated = looked("wheat", {}, change("keep/wayId", "heated")).plan;
    expect(heated.operations.find((o) => o.role === "dry")?.costPerHa).toBeCloseTo(
      (heated.figures["keep.drying"]?.value ?? 0) * 100,
      4,
    );
    expect(heated.operations.find((o) => o.role === "dry")?.name).toBe("Dried by heated air");
  });
  it("brings its own cautions, and carting those of the road", () => {
    const topics = (plan: ReturnType<typeof looked>["plan"], role: string) =>
      plan.operations.find((o) => o.role === role)?.cautions.map((c) => c.topic);
    expect(topics(looked("wheat").plan, "dry")).toContain("heaters");
    expect(topics(looked("wheat", {}, change("keep/wayId", "sun")).plan, "dry")).toContain("yard drying");
    expect(topics(looked("wheat", field({ outletKm: 6 })).plan, "harvest")).toContain("haulage");
    expect(topics(looked("wheat").plan, "harvest")).not.toContain("haulage");
  });
  it("warms the air by the use: seed and malt stay alive", () => {
    expect(looked("barley", {}, change("harvest/endUse", "malting")).plan.keep.airToC).toBe(45);
    expect(looked("barley", {}, change("harvest/endUse", "feed")).plan.keep.airToC).toBe(65);
    expect(looked("wheat").plan.keep.airToC).toBe(60);
  });
  it("that is too slow for moist grain is doubted, and what would do is offered", () => {
    const moist = [change("keep/wayId", "ambient"), change("harvest/cutPct", 22)];
    const { findings } = looked("wheat", {}, ...moist);
    expect(findings).toMatchObject([{ id: "keep.moist", severity: "advise" }]);
    expect(findings[0]?.repairs.map((r) => r.label)).toEqual([
      "Dried by heated air",
      "Dried in the sun",
      "Harvest at 20 %",
    ]);
    for (const repair of findings[0]?.repairs ?? [])
      expect(looked("wheat", {}, ...moist, ...repair.changes).findings).toEqual([]);
  });
  it("stands beside the others with days, failures, floor and cost", () => {
    const { plan, facts } = looked("rice", field({ handWork: true }));
    const ways = keepWays(plan, facts);
    const sun = ways.find((w) => w.id === "sun");
    expect(sun?.chosen).toBe(true);
    // as cut / 580 kg/m3 / 4 cm
    expect(sun?.floorM2).toBeCloseTo((plan.keep.asCutTPerHa * 14.2 * 1000) / 580 / 0.04, 6);
    expect(sun?.handHoursPerHa).toBeCloseTo(10 * plan.keep.asCutTPerHa, 6);
    expect(sun?.drying?.days).toBeGreaterThanOrEqual(2);
    expect(keepWays(looked("garlic").plan, facts).find((w) => w.id === "shade")).toMatchObject({
      cureDays: 24,
      drying: null,
    });
  });
});

describe("drying in the sun", () => {
  const from = toDay("2027-10-20");
  const weather = (rain: Record<number, number>, sun = 18) => {
    const made = emptyWeather(from, 40, 1);
    made.tminC.fill(20);
    made.tmaxC.fill(30);
    made.solarMj.fill(sun);
    for (const [day, mm] of Object.entries(rain)) made.rainMm[Number(day)] = mm;
    return made;
  };
  const safeDays = testGuide("rice").keep.safeDays ?? null;
  const ask = { from, startPct: 22, toPct: 14, pctPerDay: 4, bySun: true, rainStopsIt: true, safeDays: null };
  it("gains by the sun and stands still in rain", () => {
    expect(dryingSeasons(ask, weather({}))).toMatchObject({ days: 2, failShare: 0, rainDays: 0 });
    expect(dryingSeasons(ask, weather({ 1: 5 }))).toMatchObject({ days: 3, rainDays: 1 });
    // half the sun, half the points
    expect(dryingSeasons(ask, weather({}, 9)).days).toBe(4);
    expect(dryingSeasons({ ...ask, rainStopsIt: false, bySun: false }, weather({ 0: 9, 1: 9 })).days).toBe(2);
  });
  it("fails where the grain spoils before it is dry", () => {
    // paddy of 22 % at 25 C keeps some four days: a week of rain is too long
    const wet = weather({ 0: 9, 1: 9, 2: 9, 3: 9, 4: 9, 5: 9, 6: 9 });
    expect(dryingSeasons({ ...ask, safeDays }, wet)).toMatchObject({ days: 9, failShare: 1 });
    expect(dryingSeasons({ ...ask, safeDays }, weather({}))).toMatchObject({ failShare: 0 });
    // and where it never gets dry
    expect(dryingSeasons({ ...ask, pctPerDay: 0.01 }, weather({})).failShare).toBe(1);
  });
});

describe("sell now or store", () => {
  const ask = { pricePerT: 20_000, lossPctPerMonth: 1, costPerTMonth: 200, interestPctPerYear: 6, months: 6 };
  it("asks for the price that pays loss, store and interest", () => {
    const { months, bestMonth } = unwrap(keepOrSell({ ...ask, pricesByMonth: { "5": 23_000 } }));
    // (20,000 x 1.025 + 1,000) / 0.99^5 = 21,500 / 0.95099 = 22,608
    expect(months[4]).toMatchObject({
      month: 5,
      keptPct: expect.closeTo(95.099, 3),
      neededPricePerT: expect.closeTo(22_608, 0),
    });
    // 23,000 x 0.95099 - 21,500
    expect(months[4]?.gainPerT).toBeCloseTo(372.8, 1);
    expect(bestMonth).toBe(5);
    expect(months[0]).toMatchObject({ pricePerT: null, gainPerT: null });
  });
  it("says sell now where no price pays, and refuses what is none by name", () => {
    expect(unwrap(keepOrSell({ ...ask, pricesByMonth: { "2": 20_100 } })).bestMonth).toBe(0);
    const failed = keepOrSell({ ...ask, lossPctPerMonth: 80, months: 0, pricesByMonth: { "3": -1 } });
    expect(failed.ok ? [] : failed.errors.map((e) => e.field)).toEqual([
      "lossPctPerMonth",
      "months",
      "pricesByMonth.3",
    ]);
  });
});

it("the small table of days has the moisture at cutting in it", () => {
  const table = safeDaysTable(looked("wheat", {}, change("harvest/cutPct", 18)).plan);
  expect(table?.rows.map((r) => r.moisturePct)).toEqual([14, 16, 18]);
  expect(table?.rows[2]?.days[2]).toBeCloseTo(42, 6);
  expect(safeDaysTable(looked("potato").plan)).toBeNull();
});

it("what is sold at once is neither cured nor stored for months", () => {
  const early = looked("potato", {}, change("crop/kindId", "early")).plan;
  expect(early.keep.wayId).toBeNull();
  expect(early.crop.guide.keep.months.high).toBeLessThan(1);
  expect(early.operations.filter((o) => o.role === "cure" || o.role === "store")).toEqual([]);
});

describe("grain kept moist", () => {
  const kept = (wayId: string, cutPct: number, endUse = "feed") => {
    const decisions: Decisions = {
      ...freshDecisions("barley"),
      crop: { guideId: "barley", kindId: "springFeed" },
      targetTPerHa: 6,
      harvest: { cutPct, endUse },
      keep: { wayId },
    };
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, testGuide("barley")));
    return { plan, decisions, findings: checkPlan(plan, EXAMPLE_FACTS, decisions) };
  };
  it("is not dried: it is stored as moist as it is cut, with so much acid a tonne", () => {
    const { plan } = kept("acid", 22);
    // 6 t at the guide's moisture, as cut at 22 %
    const { moisturePct } = plan.crop.product;
    const asCut = (6 * (100 - moisturePct)) / 78;
    expect(plan.keep.asCutTPerHa).toBeCloseTo(asCut, 9);
    expect(plan.keep.storedTPerHa).toBeCloseTo(asCut, 9);
    expect(plan.keep.waterTPerHa).toBeCloseTo(0, 9);
    expect(plan.harvest.pointsToDry).toBe(0);
    const treated = plan.operations.find((o) => o.role === "dry")!;
    expect(treated.name).toBe("Kept moist with acid");
    expect(treated.detail).not.toMatch(/^To /);
    // 6.5 L a tonne at 22 %
    expect(treated.inputs[0]!.perHa).toBeCloseTo(6.5 * asCut, 9);
    expect(treated.inputs[0]!.quantity).toBeCloseTo(6.5 * asCut * 14.2, 6);
    expect(treated.cautions.map((c) => c.topic)).toContain("grain acid");
    // as the label has it, where somebody typed that
    const { decisions } = kept("acid", 22);
    const typed = applyChanges(decisions, [change("materials/perHa/dry.acid", 40)]) as Decisions;
    const own = unwrap(draftPlan(EXAMPLE_FACTS, typed, 2027, testGuide("barley")));
    expect(own.operations.find((o) => o.role === "dry")!.inputs[0]!.perHa).toBe(40);
    // the table of days is of grain that nothing was done to
    expect(safeDaysTable(plan)).toBeNull();
    // a dryer beside it still would have to take the water off
    expect(keepWays(plan, EXAMPLE_FACTS).find((w) => w.id === "heated")!.costPerHa).toBeCloseTo(
      asCut *
        (22 -
          (testGuide("barley").harvest.moisturePct!.safeByUse?.feed ?? testGuide("barley").harvest.moisturePct!.safe)) *
        EXAMPLE_FACTS.prices.dryingPerTPoint,
      6,
    );
  });
  it("takes more acid the moister it is, between the lines of the table", () => {
    // 7.5 L at 24 %, 8.5 L at 26 %
    expect(
      moistDose(
        {
          byPct: [
            [24, 7.5],
            [26, 8.5],
          ],
        },
        25,
      ),
    ).toBe(8);
    expect(
      moistDose(
        {
          byPct: [
            [24, 7.5],
            [26, 8.5],
          ],
        },
        30,
      ),
    ).toBe(8.5);
    expect(
      moistDose(
        {
          byPct: [
            [24, 7.5],
            [26, 8.5],
          ],
        },
        12,
      ),
    ).toBe(7.5);
  });
  it("is refused for another use, and doubted where it is too dry or too moist", () => {
    const malt: Decisions = {
      ...freshDecisions("barley"),
      crop: { guideId: "barley", kindId: "springMalting" },
      harvest: { cutPct: 20, endUse: "malting" },
      keep: { wayId: "acid" },
    };
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, malt, 2027, testGuide("barley")));
    const found = checkPlan(plan, EXAMPLE_FACTS, malt).find((f) => f.id === "keep.moistUse")!;
    expect(found.severity).toBe("stop");
    expect(found.title).toBe("Kept moist with acid is suitable for feed only, not for malting.");
    expect(kept("acid", 22).findings.map((f) => f.id)).not.toContain("keep.moistUse");
    // it is cut moist on purpose: nobody waits for it to dry
    expect(kept("acid", 22).findings.map((f) => f.id)).not.toContain("harvest.dry");
    const dry = kept("airtight", 15);
    const range = dry.findings.find((f) => f.id === "keep.moistRange")!;
    expect(range.title).toContain("needs 18 to 30 % moisture; harvest is planned at 15 %");
    for (const repair of range.repairs) {
      const mended = applyChanges(dry.decisions, repair.changes) as Decisions;
      const after = unwrap(draftPlan(EXAMPLE_FACTS, mended, 2027, testGuide("barley")));
      expect(
        checkPlan(after, EXAMPLE_FACTS, mended).map((f) => f.id),
        repair.label,
      ).not.toContain("keep.moistRange");
    }
  });
});

describe("a lot that was milled", () => {
  const milled = (guideId: string, way: string | undefined, inputKg: number, fractionsKg: Record<string, number>) =>
    looked(guideId, {}, change("keep/milled", { ...(way ? { way } : {}), inputKg, fractionsKg })).findings.filter((f) =>
      f.id.startsWith("keep.milled"),
    );
  it("is doubted where a share is unusual or all together are not what went in", () => {
    // 1,000 kg of paddy: 55 % whole, 12 % broken, 9 % bran, 20 % husk are 96 %
    const short = milled("rice", undefined, 1000, { head: 550, broken: 120, bran: 90, husk: 200 });
    expect(short.map((f) => f.title)).toEqual(["The output is 96 % of the intake."]);
    const right = milled("rice", undefined, 1000, { head: 560, broken: 130, bran: 95, husk: 212 });
    expect(right).toEqual([]);
    // 66 % of white flour are fewer than the usual 70 to 82
    const poor = milled("wheat", undefined, 500, { flour: 330, middlings: 60, bran: 100, screenings: 10 });
    expect(poor.map((f) => f.id)).toEqual(["keep.milled.flour"]);
    expect(poor[0]?.title).toBe("Flour is 66 % of the intake; 70 to 82 % is usual.");
  });
  it("waits for all fractions before it doubts what is missing, and never lets more come out than went in", () => {
    expect(milled("wheat", undefined, 500, { flour: 380 })).toEqual([]);
    expect(milled("wheat", "wholemeal", 500, { meal: 520 }).map((f) => f.id)).toEqual([
      "keep.milled.meal",
      "keep.milled.sum",
    ]);
  });
  it("is no question where nothing is milled", () => {
    expect(testGuide("kale").keep.milling).toBeUndefined();
    expect(milled("potato", undefined, 500, { flour: 1 })).toEqual([]);
  });
});
