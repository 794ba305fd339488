/** What changes with the farm and with what is decided, worked by hand: hands, contractors, manure, lots, spacing, logs. */

import { describe, expect, it } from "vitest";
import { byBalance } from "../../../tests/support/by-balance";
import { testGuide } from "../../../tests/support/guides";
import { MINERALISED } from "../../../tests/support/season-warmth";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import type { PlanFacts } from "../plan/facts";
import { unwrap } from "../result";
import { applyChanges, type Change, type Decisions, freshDecisions } from "./decisions";
import { draftPlan } from "./draft-plan";
import { METRIC } from "./example-findings";
import type { Plan } from "./plan";

const facts = (part: Partial<PlanFacts>): PlanFacts => ({ ...EXAMPLE_FACTS, ...part });
const field = (part: Partial<PlanFacts["field"]>) => facts({ field: { ...EXAMPLE_FACTS.field, ...part } });
const wheat = byBalance("wheat");
const put = (decisions: Decisions, ...changes: [path: string, value: unknown][]) =>
  applyChanges(
    decisions,
    changes.map(([path, value]) => ({ path, value }) as Change),
  );
const draft = (decisions: Decisions, f: PlanFacts = EXAMPLE_FACTS) =>
  unwrap(draftPlan(f, decisions, 2027, testGuide(decisions.crop.guideId)));
const op = (plan: Plan, role: string) => plan.operations.find((o) => o.role === role)!;
const byId = (plan: Plan, id: string) => plan.operations.find((o) => o.id === id)!;
const figure = (plan: Plan, id: keyof Plan["figures"]) => plan.figures[id]?.value;

describe("a farm that works by hand", () => {
  const plan = draft(wheat, field({ handWork: true }));
  it("spreads by hand at 5 hours a product, and neither dries by machine nor pays for it", () => {
    const base = byId(plan, "base-feed");
    // phosphate and potash: 2 x 5 h at 24
    expect([base.hoursPerHa, base.fuelLPerHa, base.costPerHa, base.power]).toEqual([10, 0, 10 * 2400, "hands"]);
    expect(byId(plan, "n2").hoursPerHa).toBe(5);
    expect(figure(plan, "keep.drying")).toBeUndefined();
    expect(op(plan, "dry").costPerHa).toBe(op(plan, "dry").hoursPerHa * 2400);
  });
  it("harvests by the way with the most hours by hand", () => {
    const rice = draft(freshDecisions("rice"), field({ handWork: true }));
    const methods = testGuide("rice").harvest.methods;
    const hands = (m: (typeof methods)[number]) => (m.work.handHoursPerHa ?? 0) + (m.work.helperHoursPerHa ?? 0);
    const most = methods.reduce((a, b) => (hands(b) > hands(a) ? b : a));
    expect(rice.harvest.methodId).toBe(most.id);
    expect(draft(freshDecisions("rice")).harvest.methodId).toBe(methods[0]!.id);
  });
});

describe("a farm with a contractor", () => {
  it("pays the hectare where a price is known, else diesel, driver and machine", () => {
    const plan = draft(wheat, field({ contractor: true }));
    expect(op(plan, "harvest").costPerHa).toBe(13_500);
    // the drill has no contract price: 1/1.68 h at 69 and 4 L at 1.50
    expect(op(plan, "plant").costPerHa / 100).toBeCloseTo(69 / 1.68 + 6, 1);
  });
});

describe("manure", () => {
  const manure = { kind: "cattleFarmyard", tPerHa: 25, hoursToIncorporation: 6 };
  const plan = draft(put(wheat, ["feed/manure", manure]));
  it("is spread before the first pass, on the field's area, and costs its spreading", () => {
    const spread = op(plan, "manure");
    expect(spread.inputs[0]).toMatchObject({
      kind: "manure",
      unit: "t",
      perHa: 25,
      quantity: 25 * 14.2,
      pricePerUnit: 0,
    });
    expect(spread.detail).toBe("Incorporate it within 6 hours.");
    expect(spread.date! <= byId(plan, "shred").date!).toBe(true);
    expect(spread.costPerHa).toBeGreaterThan(0);
  });
  it("is taken off the needs nutrient by nutrient, never below nothing", () => {
    const without = draft(wheat);
    const brought = figure(plan, "feed.manure.p2o5")!;
    expect(brought).toBeGreaterThan(0);
    expect(figure(plan, "feed.p2o5")).toBeCloseTo(figure(without, "feed.p2o5")! - brought, 6);
    const much = draft(put(wheat, ["feed/manure", { ...manure, tPerHa: 200 }]));
    expect(figure(much, "feed.k2o")).toBe(0);
  });
  it("lies a day before the first pass, at least a day after the crop before", () => {
    const spread = plan.waits.filter((w) => w.to === "manure");
    expect(spread.map((w) => [w.from, w.minDays, w.maxDays])).toEqual([
      ["shred", -60, 0],
      ["previousHarvest", 1, null],
    ]);
  });
  it("of nothing is no job", () => {
    expect(op(draft(put(wheat, ["feed/manure", { ...manure, tPerHa: 0 }])), "manure")).toBeUndefined();
  });
});

describe("lime", () => {
  it("waits three weeks in the ground, and not at all where none is spread", () => {
    expect(draft(wheat).soil).toMatchObject({ limeLeadDays: 21, limeThisSeasonTPerHa: expect.closeTo(5.4902, 3) });
    const none = draft(put(wheat, ["soil/lime/targetPh", 5.8]));
    expect(none.soil).toMatchObject({ limeLeadDays: 0, limeTPerHa: 0 });
    expect(op(none, "lime")).toBeUndefined();
    // a lift of less than a tenth is within the error of sampling
    expect(draft(put(wheat, ["soil/lime/targetPh", 5.89])).soil.limeTPerHa).toBe(0);
    expect(draft(put(wheat, ["soil/lime/targetPh", 5.95])).soil.limeTPerHa).toBeGreaterThan(0);
  });
  it("of more than 7.5 t/ha is spread in two seasons: this one pays for its own", () => {
    const much = draft(put(wheat, ["overrides/soil.lime", { value: 12, reason: "lab" }]));
    expect(much.soil.limeThisSeasonTPerHa).toBe(7.5);
    expect(figure(much, "soil.limeCost")).toBeCloseTo(7.5 * 38, 6);
  });
});

describe("the stand of wheat", () => {
  it("moves up by 0.8 % for each day after the best date, to half again at most", () => {
    // best date 2 October; held on 1 November: 30 days x 0.8 = 24 %
    const late = draft(put(wheat, ["dates/planting", { date: "2026-11-01", held: true }]));
    expect(figure(late, "seed.targetPlants")).toBeCloseTo(260 * 1.24, 6);
    const never = draft(put(wheat, ["dates/planting", { date: "2027-02-01", held: true }]));
    expect(figure(never, "seed.targetPlants")).toBeCloseTo(260 * 1.5, 6);
  });
  it("moves by each situation that is switched on, one on the other", () => {
    const [first, second] = testGuide("wheat").methods[0]!.adjustments.filter((a) => a.perDaysLate === undefined);
    const on = draft(
      put(
        wheat,
        [`seed/adjustments/${first!.id}`, { on: true, changePct: 10 }],
        [`seed/adjustments/${second!.id}`, { on: true, changePct: -20 }],
      ),
    );
    // 268.32 with four days of lateness x 1.1 x 0.8
    expect(figure(on, "seed.targetPlants")).toBeCloseTo(260 * 1.032 * 1.1 * 0.8, 6);
  });
  it("sows by the handbook where one says so, and tells what stand that gives", () => {
    const plan = draft(put(wheat, ["seed/school", "handbook"], ["seed/handbookRateKgPerHa", 180]));
    expect(figure(plan, "seed.rate")).toBe(180);
    // 180 kg / 46.2 g x 0.95 x 0.88 = 325.7 plants
    expect(figure(plan, "seed.handbookPlants")).toBeCloseTo((180 / 46.2) * 100 * 0.95 * 0.88, 1);
  });
  it("checks the drill: seed that a coulter and all of them let fall over the run", () => {
    const plan = draft(put(wheat, ["seed/coulters", 20], ["seed/checkRunM", 50], ["seed/rowSpacingCm", 15]));
    // rate x 0.15 m x 50 m / 10,000 x 1000
    const rate = figure(plan, "seed.rate")!;
    expect(figure(plan, "seed.gPerCoulter")).toBeCloseTo(rate * 0.15 * 50 * 0.1, 6);
    expect(figure(plan, "seed.gInAll")).toBeCloseTo(20 * rate * 0.15 * 50 * 0.1, 6);
    // 24 coulters over 20 m are the usual ones
    const usual = draft(wheat);
    expect(figure(usual, "seed.gInAll")).toBeCloseTo(24 * figure(usual, "seed.rate")! * 0.125 * 20 * 0.1, 6);
  });
  it("takes the chosen lot, else a certified one, else any of the kind", () => {
    const [lot] = EXAMPLE_FACTS.seedLots;
    const own = { ...lot!, id: "own", variety: "Own", certified: false };
    const lots = facts({
      seedLots: [own, lot!, { ...lot!, id: "second" }, { ...lot!, id: "spring", kindId: "spring" }],
    });
    expect(draft(wheat, lots).seed.lotId).toBe(lot!.id);
    expect(draft(put(wheat, ["seed/lotId", "own"]), lots).seed.lotId).toBe("own");
    expect(draft(wheat, facts({ seedLots: [own] })).seed.variety).toBe("Own");
    expect(draft(put(wheat, ["seed/lotId", "spring"]), lots).seed.lotId).toBe(lot!.id);
    expect(draft(wheat, facts({ seedLots: [] })).seed.lotId).toBeNull();
  });
});

describe("potatoes by the tuber", () => {
  const potato = freshDecisions("potato");
  it("lie as far apart as the target asks: 4 plants at 75 cm, 97 % sprouting, 96 % emerging", () => {
    const plan = draft(potato);
    const units = 40_000 / 0.97 / 0.96;
    expect(figure(plan, "seed.units")).toBeCloseTo(units, 4);
    expect(figure(plan, "seed.inRowSpacing")).toBeCloseTo(1e8 / (units * 75), 6);
    expect(figure(plan, "seed.planted")).toBeCloseTo((units * 55) / 1000, 4);
    // 3 % reserve, 97 % usable
    expect(figure(plan, "seed.bought")).toBeCloseTo((((units * 55) / 1000) * 1.03) / 0.97, 4);
    expect(figure(plan, "seed.order")).toBeCloseTo(figure(plan, "seed.bought")! * 14.2, 4);
    expect(plan.seed.bags).toBe(Math.ceil((figure(plan, "seed.bought")! * 14.2) / 1000));
  });
  it("follow the spacing that is decided, two to a station", () => {
    const plan = draft(
      put(potato, ["seed/inRowSpacingCm", 40], ["seed/unitsPerStation", 2], ["seed/rowSpacingCm", 90]),
    );
    expect(figure(plan, "seed.units")).toBeCloseTo((1e8 / (90 * 40)) * 2, 4);
    expect(plan.seed.unitsPerM2).toBeCloseTo(((1e8 / (90 * 40)) * 2) / 10_000, 6);
  });
  it("agree with the mass that was bought where it fits, and say by how much where not", () => {
    // 2,509 kg bought are 2,363 planted
    const bought = figure(draft(potato), "seed.bought")!;
    expect(draft(put(potato, ["seed/stockKgPerHa", bought])).seed.reconciliation?.consistent).toBe(true);
    const off = draft(put(potato, ["seed/stockKgPerHa", bought * 1.5])).seed.reconciliation;
    expect(off?.consistent).toBe(false);
    expect(off?.messages.join(" ")).toMatch(/%|kg/);
  });
});

describe("rice from a nursery", () => {
  it("sows the bed for what is set, dies and does not germinate", () => {
    const plan = draft(freshDecisions("rice"));
    const method = testGuide("rice").methods.find((m) => m.nursery)!;
    const nursery = method.nursery!;
    const plants = 66 * 10_000;
    const grains = plants / (nursery.fieldSurvivalPct.typical / 100) / (nursery.survivalPct.typical / 100) / 0.88;
    const kg = (grains * 24.5) / 1e6;
    expect(figure(plan, "seed.rate")).toBeCloseTo(kg, 4);
    expect(figure(plan, "seed.nurseryArea")).toBeCloseTo((kg * 1000) / nursery.seedGPerM2, 4);
    expect(figure(plan, "seed.bought")).toBeCloseTo(kg * 1.05, 4);
    expect(op(plan, "nursery").inputs[0]).toMatchObject({ kind: "seed", id: "lot3" });
    expect(op(plan, "plant").inputs).toEqual([]);
    // sown as many days before setting as the seedlings are old
    expect(METRIC.tell(op(plan, "nursery").detail)).toContain(`${nursery.seedGPerM2} g/m²`);
  });
});

describe("what was logged", () => {
  it("takes the place of what was planned, in date and quantity", () => {
    const log = [
      { operationId: "n1", doneOn: "2027-03-02", quantityPerHa: null, note: "" },
      { operationId: "n2", doneOn: "2027-03-04", quantityPerHa: 200, note: "" },
      { operationId: "lime", doneOn: "2026-09-16", quantityPerHa: 4, note: "" },
      { operationId: "planting", doneOn: "2026-10-09", quantityPerHa: 160, note: "" },
    ];
    const plan = draft(wheat, facts({ log, today: "2027-03-05" }));
    expect(byId(plan, "n1")).toMatchObject({ date: "2027-03-02", doneOn: "2027-03-02" });
    expect(byId(plan, "n2").inputs[0]).toMatchObject({
      perHa: 200,
      quantity: 200 * 14.2,
      bags: Math.ceil((200 * 14.2) / 50),
    });
    expect(op(plan, "lime").inputs[0]).toMatchObject({ perHa: 4, quantity: 4 * 14.2 });
    expect(op(plan, "plant").inputs[0]).toMatchObject({ perHa: 160, quantity: 160 * 14.2 });
    expect(plan.plantingDate).toBe("2026-10-09");
  });
  it("is not held or overdue any more; what waits past its latest day is, by the days since", () => {
    const held = put(wheat, ["dates/n1", { date: "2027-03-08", held: true }]);
    const f = facts({
      log: [{ operationId: "planting", doneOn: "2026-10-09", quantityPerHa: null, note: "" }],
      today: "2027-03-05",
    });
    expect(byId(draft(held, f), "n1").held).toBe(true);
    const looked = draft(wheat, f).operations.filter((o) => o.overdueDays > 0);
    for (const o of looked) expect(o.latest! < "2027-03-05" || o.inConflict, o.id).toBe(true);
    expect(looked.length).toBeGreaterThan(0);
  });
});

describe("passes that were changed", () => {
  it("work as deep, wide and fast as they are set", () => {
    const plan = draft(put(wheat, ["ground/passes/roll", { widthM: 12, speedKmH: 10, fieldEfficiencyPct: 50 }]));
    // 12 m x 10 km/h / 10 x 0.5 = 6 ha/h
    expect(byId(plan, "roll").hoursPerHa).toBeCloseTo(1 / 6, 9);
  });
  it("carry a second tool in one trip: drafts and fuel added, one driver, covers multiplied", () => {
    const usual = draft(wheat);
    const both = draft(put(wheat, ["ground/passes/chisel/with", "roller"]));
    const [chisel, combined] = [byId(usual, "chisel"), byId(both, "chisel")];
    expect(combined.hoursPerHa).toBe(chisel.hoursPerHa);
    // the roller draws 2.5 L/ha by itself
    expect(combined.fuelLPerHa).toBeCloseTo(chisel.fuelLPerHa + 2.5, 6);
    expect(combined.costPerHa).toBeCloseTo(chisel.costPerHa + 2.5 * 150, 4);
    expect(combined.implements).toEqual(["chisel", "roller"]);
    expect(both.ground.chosen.coverPct).toBeLessThanOrEqual(usual.ground.chosen.coverPct);
  });
  it("go at the rate of the farm's own machine, the slowest of a trip, until the plan sets another size", () => {
    const machines = [
      { implement: "chisel", number: 1, haPerHour: 2 },
      { implement: "roller", number: 1, haPerHour: 1.6 },
      { implement: "disc", number: 1, haPerHour: null },
    ];
    const farm = facts({ field: { ...EXAMPLE_FACTS.field, machines } });
    const [usual, own] = [draft(wheat), draft(wheat, farm)];
    expect(byId(own, "chisel").hoursPerHa).toBe(0.5);
    expect(own.asides["pass.loosen.chisel.rate"]).toMatchObject({ value: 2, basis: { kind: "measured" } });
    // it has a disc and says no rate
    expect(byId(own, "disc").hoursPerHa).toBe(byId(usual, "disc").hoursPerHa);
    const both = draft(put(wheat, ["ground/passes/chisel/with", "roller"]), farm);
    expect(byId(both, "chisel").hoursPerHa).toBeCloseTo(1 / 1.6, 9);
    const wider = draft(put(wheat, ["ground/passes/chisel", { widthM: 6 }]), farm);
    expect(byId(wider, "chisel").hoursPerHa).toBeCloseTo(byId(usual, "chisel").hoursPerHa / 2, 9);
  });
  it("leave 45 % of the cover where straw is baled", () => {
    const [kept, baled] = [draft(wheat), draft(put(wheat, ["ground/residue", "baled"]))];
    // nothing is shredded, which took a tenth
    expect(baled.ground.chosen.coverPct).toBeCloseTo((kept.ground.chosen.coverPct * 0.45) / 0.9, 6);
    expect(baled.operations.some((o) => o.id === "shred")).toBe(false);
  });
});

describe("prices", () => {
  it("entered go before the list's; none leaves the margin open", () => {
    const own = draft(put(wheat, ["money/pricePerT", 20_000], ["money/otherCostPerHa", 12_345]));
    expect(figure(own, "money.output")).toBeCloseTo(7.5 * 200, 6);
    expect(figure(own, "money.money" as never)).toBeCloseTo(123.45, 6);
    expect(figure(own, "money.cost")).toBeCloseTo(figure(draft(wheat), "money.cost")! + 123.45, 6);
    const none = draft(wheat, facts({ prices: { ...EXAMPLE_FACTS.prices, cropPerT: {} } }));
    expect(none.money).toMatchObject({ outputPerHa: null, marginPerHa: null, breakEvenTPerHa: null, pricePerT: null });
    expect(none.money.breakEvenPricePerT).toBeCloseTo(none.money.costPerHa / 7.5, 6);
  });
});

describe("nitrogen of the soil", () => {
  const n = (d: Decisions, f?: PlanFacts) => figure(draft(d, f), "feed.n")!;
  it("counts as decided, else by what the crop before leaves", () => {
    const test = (soilMineralNKgPerHa: number | null) =>
      facts({ soilTest: { ...EXAMPLE_FACTS.soilTest!, soilMineralNKgPerHa } });
    // (7.5 x 24 - mineral - mineralised) / 0.65 - what beans left
    const m = MINERALISED.wheat;
    const fromBeans = (d: Decisions) => figure(draft(d, test(null)), "feed.residueN")!;
    const mineral = figure(draft(wheat, test(null)), "feed.mineralN")!;
    expect(n(wheat, test(null))).toBeCloseTo((180 - mineral - m) / 0.65 - fromBeans(wheat), 6);
    expect(n(put(wheat, ["feed/soilMineralNKgPerHa", 10]), test(60))).toBeCloseTo(
      (180 - 10 - m) / 0.65 - fromBeans(wheat),
      6,
    );
    expect(n(put(wheat, ["feed/recovery", 0.5], ["feed/mineralisationKgPerHa", 50]), test(60))).toBeCloseTo(
      (180 - mineral - 50) / 0.5 - fromBeans(wheat),
      6,
    );
  });
  it("is nothing under standing water, though it was measured", () => {
    const rice = freshDecisions("rice");
    const untested = facts({ soilTest: { ...EXAMPLE_FACTS.soilTest!, soilMineralNKgPerHa: null } });
    expect(figure(draft(rice, untested), "feed.mineralN")).toBe(0);
    expect(figure(draft(rice), "feed.mineralN")).toBe(0);
  });
  it("is nothing from a crop of which nothing is known", () => {
    const unknown = facts({
      previousCrop: { crop: "x", name: "x", leaves: null, harvest: "2026-08-01", harvested: true },
    });
    expect(figure(draft(wheat, unknown), "feed.residueN")).toBe(0);
  });
});

describe("boron", () => {
  const borate = {
    ...EXAMPLE_FACTS.fertilisers[0]!,
    id: "borate",
    name: "Borate 15 B",
    contents: { b: 15 },
    pricePerT: 90_000,
    bagKg: 25,
  };
  const answers = { ...testGuide("wheat"), feed: { ...testGuide("wheat").feed, answersTo: ["b" as const] } };
  const plan = (b: number | undefined, fertilisers = [...EXAMPLE_FACTS.fertilisers, borate]) => {
    const levels = { ...EXAMPLE_FACTS.soilTest!.levels, ...(b === undefined ? {} : { b }) };
    const f = facts({ fertilisers, soilTest: { ...EXAMPLE_FACTS.soilTest!, levels } });
    return unwrap(draftPlan(f, wheat, 2027, answers));
  };
  it("goes from a low soil test to a dose and the order, for a crop that answers", () => {
    const low = plan(0.3);
    expect(["low", "very low"]).toContain(low.soil.readings.find((r) => r.nutrient === "b")?.class);
    const need = figure(low, "feed.b")!;
    expect([1, 2]).toContain(need);
    // 15 % boron: so many kg/ha, for 14.2 ha in bags of 25 kg
    const line = low.inputs.find((i) => i.id === "borate")!;
    expect(line.perHa).toBeCloseTo(need / 0.15, 6);
    expect(line.bags).toBe(Math.ceil(((need / 0.15) * 14.2) / 25));
  });
  it("is not given where the test is in target or nothing was tested", () => {
    expect(figure(plan(3), "feed.b") ?? 0).toBe(0);
    expect(plan(undefined).inputs.some((i) => i.id === "borate")).toBe(false);
  });
});
