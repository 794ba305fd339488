/** Moisture, way, use and day of the harvest on a plan. */

import { describe, expect, it } from "vitest";
import { everyPlan } from "../../../../tests/support/every-plan";
import { testGuide } from "../../../../tests/support/guides";
import { addDays, daysBetween } from "../../dates";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import type { PlanFacts } from "../../plan/facts";
import { unwrap } from "../../result";
import { applyChanges, type Change, change, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { checkPlan } from "../example-findings";
import { harvestWindowOf, harvestWindowQuestion } from "../varied/harvest-window";
import { harvestWays } from "./ways";

const looked = (guideId: string, facts: Partial<PlanFacts> = {}, ...changes: Change[]) => {
  const all = { ...EXAMPLE_FACTS, ...facts };
  const decisions = applyChanges(freshDecisions(guideId), changes);
  const plan = unwrap(draftPlan(all, decisions, 2027, testGuide(guideId)));
  const findings = checkPlan(plan, all, decisions).filter((f) => f.id.startsWith("harvest."));
  return { plan, facts: all, findings };
};
const field = (over: Partial<PlanFacts["field"]>) => ({ field: { ...EXAMPLE_FACTS.field, ...over } });

describe("moisture at cutting", () => {
  it("moves the date and the points to dry, and says so", () => {
    const usual = looked("wheat").plan;
    expect(usual.harvest).toMatchObject({ cutPct: 16, pointsToDry: 2, shiftDays: 0 });
    const moist = looked("wheat", {}, change("harvest/cutPct", 19)).plan;
    // 16 - 19 at a point a day: three days earlier, never before it is ripe and less
    expect(moist.harvest).toMatchObject({ cutPct: 19, pointsToDry: 5, shiftDays: -3 });
    expect(daysBetween(moist.harvestDate as string, usual.harvestDate as string)).toBe(3);
    expect(moist.operations.find((o) => o.role === "harvest")?.mark).toBe("harvest at 19 %");
    // by the point, and by the tonne as it is cut
    const drying = (p: typeof moist) =>
      (p.figures["keep.drying"]?.value ?? 0) / (p.keep.asCutTPerHa * p.harvest.pointsToDry);
    expect(drying(moist)).toBeCloseTo(drying(usual), 9);
    expect(moist.figures["harvest.shift"]?.value).toBe(-3);
  });
  it.each([
    [36, "harvest.green", "stop"],
    [24, "harvest.moist", "advise"],
    [12, "harvest.dry", "hint"],
  ] as const)("of %d %% is %s", (pct, id, severity) => {
    const { findings } = looked("wheat", {}, change("harvest/cutPct", pct));
    expect(findings).toContainEqual(expect.objectContaining({ id, severity }));
    const repaired = findings.find((f) => f.id === id)?.repairs[0]?.changes as Change[];
    expect(looked("wheat", {}, change("harvest/cutPct", pct), ...repaired).findings).toEqual([]);
  });
  it("is none of crops that are not dried", () => {
    const { plan } = looked("potato", {}, change("harvest/cutPct", 20));
    expect(plan.harvest).toMatchObject({ cutPct: null, pointsToDry: 0, shiftDays: 0 });
  });
});

describe("ways of harvest", () => {
  it("stand side by side with what they cost and lose here", () => {
    const { plan, facts } = looked("wheat");
    const combine = harvestWays(plan, facts).find((w) => w.id === "combine");
    // 1 / 2.2 h/ha; 14.2 ha x 0.4545 / 8 h = 0.81 days
    expect(combine).toMatchObject({ chosen: true, lossPct: 2, against: [] });
    expect(combine?.machineHoursPerHa).toBeCloseTo(1 / 2.2, 6);
    expect(combine?.days).toBeCloseTo(14.2 / 2.2 / 8, 6);
    expect(combine?.lossPerHa).toBeCloseTo(0.02 * plan.rehearsal.expectedTPerHa * (plan.money.pricePerT as number), 6);
    // 83 h of six people: 83 / 6 / 8 x 14.2 = 24.6 days
    const sickle = harvestWays(plan, facts).find((w) => w.id === "sickle");
    expect(sickle?.days).toBeCloseTo(24.55, 1);
    // ready is waited for 5 days without loss: (24.55 - 5) x 0.7 = 13.7 %
    expect(sickle?.against).toEqual(["25 days for the field, and what is cut last loses about 14 %"]);
  });
  it("that do not suit are doubted, and one that does is offered", () => {
    const steep = field({ slopePct: 26, areaHa: 1.5 });
    const { findings } = looked("wheat", steep);
    const found = findings.find((f) => f.id === "harvest.way");
    expect(found?.why).toContain("Slope of 26 %, it works up to 20 %");
    expect(found?.repairs.map((r) => r.label)).toEqual(["Cut by hand, thresh"]);
    const mended = looked("wheat", steep, ...(found?.repairs[0]?.changes ?? []));
    expect(mended.findings).toEqual([]);
    expect(mended.plan.harvest.methodId).toBe("sickle");
    expect(mended.plan.operations.find((o) => o.role === "harvest")?.hoursPerHa).toBeCloseTo(83, 6);
  });
  it("by hand are as quick as the farm has hands, and doubted only where the last of the field waits too long", () => {
    const rice = (hands: number, areaHa: number) => looked("rice", field({ handWork: true, hands, areaHa }));
    // 6.2 ha x 160 h / 60 people / 8 h = 2.07 days
    const many = rice(60, 6.2);
    expect(many.findings.map((f) => f.id)).not.toContain("harvest.way");
    expect(harvestWays(many.plan, many.facts).find((w) => w.chosen)).toMatchObject({
      people: 60,
      days: expect.closeTo(2.067, 3),
    });
    // 8 people: 15.5 days; (15.5 - 4) x 1.2 = 13.8 %
    expect(rice(8, 6.2).findings.find((f) => f.id === "harvest.way")?.why).toBe(
      "16 days for the field, and what is cut last loses about 14 %.",
    );
  });
  it("that a guide does not have fall back to the farm's own", () => {
    expect(looked("garlic", field({ handWork: true }), change("harvest/methodId", "none")).plan.harvest.methodId).toBe(
      "hand",
    );
  });
});

describe("the use", () => {
  it("decides which limits are printed, and must be one of the kind's", () => {
    expect(looked("wheat").plan.harvest.endUse).toBe("milling");
    expect(looked("wheat", {}, change("harvest/endUse", "feed")).plan.harvest.endUse).toBe("feed");
    const odd = looked("wheat", {}, change("harvest/endUse", "malting"));
    expect(odd.plan.harvest.endUse).toBe("milling");
    expect(odd.findings).toContainEqual(expect.objectContaining({ id: "harvest.endUse" }));
  });
  it("decides whether sprouting costs the price", () => {
    const fall = (use: string) => {
      const { plan, facts } = looked("barley", {}, change("harvest/endUse", use));
      return harvestWindowQuestion(plan, facts)?.question.spoils.find((s) => s.id === "sprouting")?.priceFall;
    };
    expect(fall("malting")).toBe(20);
    expect(fall("feed")).toBe(0);
  });
});

describe("the window", () => {
  it("opens on the day of ripeness and is worth less the longer one waits", () => {
    const { plan, facts } = looked("wheat");
    const asked = harvestWindowQuestion(plan, facts);
    if (!asked) throw new Error("no question");
    expect(asked.question).toMatchObject({ readyAfter: 4, lossFromDay: 5, drying: { safePct: 14, greatestPct: 22 } });
    const window = harvestWindowOf(asked);
    if (!window) throw new Error("no answer");
    // set out on the planned day, what comes home is what the plan lets expect: its seasons, with their own ripeness and yield
    const mean = plan.rehearsal.rehearsed?.meanTPerHa ?? 0;
    const planned = window.days[asked.question.readyAfter]!;
    const net = mean * asked.question.pricePerT - planned.dryingPerHa;
    expect(planned.netPerHa / net).toBeGreaterThan(0.96);
    expect(planned.netPerHa / net).toBeLessThan(1.04);
    expect(window.bestDay).toBeGreaterThan(0);
    expect(window.bestDay).toBeLessThan(14);
    expect(window.lastSensibleDay).toBeGreaterThanOrEqual(window.bestDay);
    expect(window.days[50]!.netPerHa).toBeLessThan(0.9 * window.days[window.bestDay]!.netPerHa);
    expect(window.waitingPerDay).toBeGreaterThan(0);
  });
  it("answers for every guide, with shares between 0 and 1 and no loss over 100 %", () => {
    for (const { facts, decisions, season } of everyPlan()) {
      const plan = unwrap(draftPlan(facts, decisions, season, testGuide(decisions.crop.guideId)));
      const question = harvestWindowQuestion(plan, facts);
      const window = question && harvestWindowOf(question);
      for (const d of window?.days ?? []) {
        expect(Number.isFinite(d.netPerHa)).toBe(true);
        for (const share of [d.canShare, d.spoiltShare, d.lossPct / 100]) {
          expect(share).toBeGreaterThanOrEqual(0);
          expect(share).toBeLessThanOrEqual(1 + 1e-9);
        }
      }
    }
  });
  it("asks nothing without a station", () => {
    const { plan, facts } = looked("wheat");
    const question = harvestWindowQuestion(plan, { ...facts, climate: null });
    expect(question && harvestWindowOf(question)).toBeNull();
  });
});

it("a harvest held late says what waiting loses, and lets go", () => {
  const first = looked("wheat").plan;
  const late = change("dates/harvest", { date: addDays(first.harvestDate as string, 10), held: true });
  const { findings } = looked("wheat", {}, late);
  const found = findings.find((f) => f.id === "harvest.waiting");
  // ready on the planned day, five days without loss: five days at 0.7 % are 3.5 %
  expect(found?.title).toContain("5 days after the crop can wait safely: about 3.5 % loss");
  expect(looked("wheat", {}, late, ...(found?.repairs[0]?.changes ?? [])).findings).toEqual([]);
});

describe("a look at the signs", () => {
  const seen = (day: string, over: Partial<NonNullable<PlanFacts["ripeness"]>[number]>) => ({
    today: day,
    ripeness: [
      {
        id: "00000000-0000-4000-8000-000000000001",
        day,
        seen: {},
        moisturePct: null,
        note: "",
        person: "Noor",
        ...over,
      },
    ],
  });
  const planned = looked("wheat").plan.harvestDate as string;
  it("that is days off the plan is said, with the field's day to take", () => {
    const day = addDays(planned, -10);
    // 19 % where it is cut at 16: three days
    const { findings } = looked("wheat", seen(day, { moisturePct: 19 }));
    const found = findings.find((f) => f.id === "harvest.look");
    expect(found?.why).toContain("By its moisture: ready in about 3 days");
    const taken = looked("wheat", seen(day, { moisturePct: 19 }), ...(found?.repairs[0]?.changes ?? []));
    expect(taken.plan.harvestDate).toBe(addDays(day, 3));
    expect(taken.findings.map((f) => f.id)).not.toContain("harvest.look");
  });
  it("that agrees with the plan, or is old, says nothing", () => {
    const near = addDays(planned, -4);
    const ids = (over: Partial<PlanFacts>) => looked("wheat", over).findings.map((f) => f.id);
    // so many points over 16 as the plan of that day has days left, at one a day
    const left = daysBetween(near, looked("wheat", { today: near }).plan.harvestDate as string);
    expect(ids(seen(near, { moisturePct: 16 + left }))).not.toContain("harvest.look");
    expect(ids(seen(near, { moisturePct: 16 + left + 4 }))).toContain("harvest.look");
    const old = { ...seen(addDays(planned, -40), { moisturePct: 17 }), today: addDays(planned, -12) };
    expect(ids(old)).not.toContain("harvest.look");
  });
});

describe("what came off the field", () => {
  const harvested = (over: Partial<NonNullable<PlanFacts["harvested"]>[number]>) => ({
    harvested: [{ crop: "wheat", loads: 9, massT: 102, dryT: 84.66, lastOn: "2027-08-01", ...over }],
  });
  it("is a yield at standard moisture, and a margin", () => {
    const { plan } = looked("wheat", harvested({}));
    // 84.66 / 0.85 / 14.2 = 7.014
    expect(plan.harvest.yieldTPerHa).toBeCloseTo(7.014, 3);
    const price = (plan.money.pricePerT as number) / 100;
    expect(plan.figures["money.marginHarvested"]?.value).toBeCloseTo(7.014 * price - plan.money.costPerHa / 100, 0);
  });
  it("is as weighed where a load has no moisture, and nothing where another crop came off", () => {
    const weighed = looked("wheat", harvested({ dryT: null })).plan;
    expect(weighed.harvest.yieldTPerHa).toBeCloseTo(102 / 14.2, 6);
    expect(weighed.figures["harvest.yield"]?.note).toContain("As weighed");
    expect(looked("wheat", harvested({ crop: "barley" })).plan.harvest.yieldTPerHa).toBeNull();
    // tubers are sold fresh, whatever moisture somebody wrote down
    expect(looked("potato", harvested({ crop: "potato" })).plan.harvest.yieldTPerHa).toBeCloseTo(102 / 14.2, 6);
  });
});

describe("carting", () => {
  it("costs hours on the road where the distance is known, and is named as missing where it is not", () => {
    const unknown = looked("wheat").plan;
    expect(unknown.harvest.carting).toBeNull();
    expect(unknown.money.notPlanned).toContain("carting to the outlet");
    const { plan } = looked("wheat", field({ outletKm: 6 }));
    // 7.5 t/ha at 15 % are 7.589 as cut; / 12 t x (28.8 + 12) / 60 = 0.430 h/ha
    expect(plan.harvest.carting?.hoursPerHa).toBeCloseTo(0.43, 3);
    const { labourPerH, otherMachinePerH } = EXAMPLE_FACTS.prices;
    expect(plan.figures["harvest.carting"]?.value).toBeCloseTo((0.43005 * (labourPerH + otherMachinePerH)) / 100, 1);
    expect(plan.money.notPlanned).not.toContain("carting to the outlet");
    expect(plan.money.costPerHa - unknown.money.costPerHa).toBeCloseTo(
      (plan.figures["harvest.carting"]?.value ?? 0) * 100,
      4,
    );
  });
  it("goes by what was typed, and by a cart where the farm works by hand", () => {
    const typed = looked("wheat", {}, change("harvest/haul/km", 0), change("harvest/haul/trailerT", 8)).plan;
    // tips at the edge: 12 min a turn
    expect(typed.harvest.carting?.roundMin).toBe(12);
    const byHand = looked("rice", field({ handWork: true, outletKm: 3 })).plan;
    // 6 km at 15 km/h and 20 min
    expect(byHand.harvest.carting?.roundMin).toBeCloseTo(44, 9);
  });
});

describe("moisture at which it keeps", () => {
  it("is lower for malt and seed, and more is dried off", () => {
    expect(looked("barley", {}, change("harvest/endUse", "malting")).plan.harvest).toMatchObject({
      safePct: 13,
      pointsToDry: 3,
    });
    const feed = looked("barley", {}, change("harvest/endUse", "feed")).plan;
    expect(feed.harvest).toMatchObject({ safePct: 14, pointsToDry: 2 });
    expect(feed.operations.find((o) => o.role === "dry")?.detail).toContain("To 14 % for feed.");
    expect(looked("potato").plan.harvest.safePct).toBeNull();
  });
});

describe("straw", () => {
  const BALED = [change("crop/productId", "grainAndStraw"), change("targetTPerHa", 8)];
  it("that is baled is so much by the harvest index, in bales, and is sold", () => {
    const { plan } = looked("wheat", {}, ...BALED, change("harvest/baleKg", 300), change("harvest/strawPerT", 4000));
    const index = plan.crop.guide.growth.harvestIndex.typical;
    // 8 x 0.85 = 6.8 t dry; x (1 - HI) / HI x 60 % / 0.85
    const straw = (((6.8 * (1 - index)) / index) * 0.6) / 0.85;
    expect(plan.harvest.straw?.tPerHa).toBeCloseTo(straw, 6);
    expect(plan.harvest.straw?.balesPerHa).toBeCloseTo((straw * 1000) / 300, 6);
    expect(plan.money.notPlanned).toContain("baling and carting straw");
    const unsold = looked(
      "wheat",
      { prices: { ...EXAMPLE_FACTS.prices, cropPerT: { "wheat.grain": plan.money.pricePerT as number } } },
      ...BALED,
    ).plan;
    expect((plan.money.marginPerHa as number) - (unsold.money.marginPerHa as number)).toBeCloseTo(straw * 4000, 4);
    expect((plan.money.outputPerHa as number) - (unsold.money.outputPerHa as number)).toBeCloseTo(straw * 4000, 4);
  });
  it("that is sold by itself is not counted twice where a price has it in it already", () => {
    const prices = { ...EXAMPLE_FACTS.prices, cropPerT: { "wheat.grain": 21_500, "wheat.grainAndStraw": 23_500 } };
    const priced = (...more: Change[]) => looked("wheat", { prices }, ...BALED, ...more).plan.money.pricePerT;
    expect(priced()).toBe(23_500);
    expect(priced(change("harvest/strawPerT", 4000))).toBe(21_500);
    expect(priced(change("harvest/strawPerT", 4000), change("money/pricePerT", 20_000))).toBe(20_000);
  });
  it("that stays is none", () => {
    expect(looked("wheat").plan.harvest.straw).toBeNull();
    expect(looked("potato").plan.harvest.straw).toBeNull();
  });
});

describe("flower stalks", () => {
  const stalks = (way?: string, ...changes: Change[]) =>
    looked("garlic", {}, ...(way ? [change("crop/schools", { stalks: way })] : []), ...changes).plan;
  it("come off besides the bulbs, all or some, at a price of their own", () => {
    const all = stalks();
    expect(all.harvest.byProducts).toEqual([{ id: "stalks", name: "flower stalks", tPerHa: 1.4, worthPerHa: 0 }]);
    // 1.4 t x 900.00
    const price = change("harvest/byProductPerT", { stalks: 90_000 });
    const money = change("money/pricePerT", 300_000);
    const sold = stalks(undefined, price, money);
    expect(sold.harvest.byProducts[0]?.worthPerHa).toBeCloseTo(126_000, 6);
    expect((sold.money.outputPerHa as number) - (stalks(undefined, money).money.outputPerHa as number)).toBeCloseTo(
      126_000,
      6,
    );
    expect(sold.figures["money.margin"]?.formula).toContain("flower stalks");
    expect(stalks("some", price).harvest.byProducts[0]?.worthPerHa).toBeCloseTo(63_000, 6);
  });
  it("that stay cost the bulbs their part, and nobody's hours", () => {
    const all = stalks();
    const left = stalks("left");
    // the usual 85 % of the target where nobody entered one
    expect(Math.abs(left.targetTPerHa - 0.85 * all.targetTPerHa)).toBeLessThan(0.0051);
    expect(Math.abs(stalks("some").targetTPerHa - 0.93 * all.targetTPerHa)).toBeLessThan(0.0051);
    expect(left.harvest.byProducts).toEqual([]);
    const hours = (plan: typeof all) => plan.operations.find((o) => o.id === "stalks")?.hoursPerHa ?? 0;
    expect([hours(all), hours(stalks("some")), hours(left)]).toEqual([40, 14, 0]);
    expect(stalks("left", change("targetTPerHa", 10)).targetTPerHa).toBe(10);
  });
  it("are none of kinds without them", () => {
    expect(looked("garlic", {}, change("crop/kindId", "softNeck")).plan.harvest.byProducts).toEqual([]);
    expect(looked("onion").plan.harvest.byProducts).toEqual([]);
  });
});

describe("packing", () => {
  it("takes nets, string or sacks by the tonne that is stored", () => {
    const packed = (guideId: string, schools: Record<string, string>, ...changes: Change[]) =>
      looked(guideId, {}, change("crop/schools", schools), ...changes).plan;
    const nets = packed("garlic", { trimming: "netted" }, change("targetTPerHa", 9));
    // 9 t x 100 nets, on 14.2 ha
    expect(nets.inputs.find((i) => i.name === "nets of 10 kg")?.quantity).toBeCloseTo(9 * 100 * 14.2, 4);
    const braids = packed("garlic", { trimming: "braided" }, change("crop/kindId", "softNeck"));
    expect(braids.operations.find((o) => o.id === "clean")?.name).toContain("Braid");
    const sacks = packed("potato", { packing: "sacks" }, change("targetTPerHa", 40));
    expect(sacks.inputs.find((i) => i.name === "sacks of 25 kg")?.quantity).toBeCloseTo(40 * 41 * 14.2, 4);
    expect(packed("groundnut", { shell: "shelled" }).operations.some((o) => o.id === "shell-sold")).toBe(true);
    expect(looked("groundnut").plan.operations.some((o) => o.id === "shell-sold")).toBe(false);
  });
  it("cannot braid what is stiff", () => {
    const stiff = testGuide("garlic").kinds.find((k) => k.name.startsWith("Hard-neck"))!;
    const decisions = {
      ...freshDecisions("garlic"),
      crop: { guideId: "garlic", kindId: stiff.id, schools: { trimming: "braided" } },
    };
    // what was kept from a soft-necked kind is passed over
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, testGuide("garlic")));
    expect(plan.operations.find((o) => o.id === "clean")?.name).toBe(
      "Cut tops and roots, grade, set planting stock apart",
    );
    expect(
      draftPlan(
        EXAMPLE_FACTS,
        { ...decisions, crop: { ...decisions.crop, schools: { trimming: "glued" } } },
        2027,
        testGuide("garlic"),
      ).ok,
    ).toBe(false);
  });
});
