/** The seed sheet by hand: each way of planting, what moves its target, and what is doubted. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../../tests/support/guides";
import { addDays } from "../../dates";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import type { PlanFacts } from "../../plan/facts";
import { unwrap } from "../../result";
import { outlinePlan } from "../../views/outline";
import { applyChanges, type Decisions, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { checkPlan } from "../example-findings";
import { compareWays } from "./compare-ways";
import { STAND, sampleM2, standSample } from "./stand";
import { standDecision } from "./stand-decision";
import { plantedFromBought } from "./ways/by-unit";

const made = (guideId: string, own: Partial<Decisions>, facts: PlanFacts) => {
  const decisions = { ...freshDecisions(guideId), ...own };
  const plan = unwrap(draftPlan(facts, decisions, 2027, testGuide(guideId)));
  return { plan, findings: checkPlan(plan, facts, decisions) };
};
const seeded = (guideId: string, seed: Decisions["seed"] = {}, facts = EXAMPLE_FACTS) => made(guideId, { seed }, facts);
const value = (plan: ReturnType<typeof seeded>["plan"], id: string) =>
  plan.figures[id as keyof typeof plan.figures]?.value;
const ids = (findings: ReturnType<typeof seeded>["findings"]) => findings.map((f) => f.id);

describe("wheat drilled by mass", () => {
  it("sows what the target asks of this lot, and buys a reserve", () => {
    // the lot: 46.2 g, 95 %; 88 of 100 come up. 300 / 0.95 / 0.88 = 358.9 seeds x 46.2 mg = 165.8 kg; 8 % more is bought
    const { plan } = seeded("wheat", { targetPlantsPerM2: 300, reservePct: 8 });
    expect(value(plan, "seed.seedsPerM2")).toBeCloseTo(358.852, 3);
    expect(value(plan, "seed.rate")).toBeCloseTo(165.789, 3);
    expect(value(plan, "seed.bought")).toBeCloseTo(165.789 * 1.08, 2);
    expect(value(plan, "seed.order")).toBeCloseTo(165.789 * 1.08 * 14.2, 1);
    // 2,542.5 kg in bags of 500
    expect(plan.seed.bags).toBe(6);
    expect(plan.seed.variety).toBe("Haldane Gold");
    const { typical } = testGuide("wheat").methods[0]!.depthCm;
    expect(value(plan, "seed.depth")).toBe(typical);
    expect(plan.seed.depthCm).toBe(typical);
  });

  it("moves the guide's target by each situation that is on, one upon the other", () => {
    const usual = testGuide("wheat").methods[0]!.targetPlantsPerM2.typical;
    const { plan } = seeded("wheat", {
      adjustments: { late: { on: true, changePct: 10 }, rough: { on: true, changePct: 8 } },
    });
    const on = plan.seed.adjustments.filter((a) => a.on);
    const factor = on.reduce((product, a) => product * (1 + a.changePct / 100), 1);
    expect(plan.seed.targetPlantsPerM2).toBeCloseTo(usual * factor, 9);
    // each is a line of the working, after the usual target
    expect(plan.figures["seed.targetPlants"]!.inputs.map((i) => i.value)).toEqual([
      usual,
      ...on.map((a) => a.changePct),
    ]);
  });

  it("sows thicker by the days after the best date, half as much again at most, and no thinner before it", () => {
    const on = (date: string, facts: PlanFacts = EXAMPLE_FACTS) =>
      made("wheat", { dates: { planting: { date, held: true } } }, facts).plan.seed.adjustments.find(
        (a) => a.id === testGuide("wheat").methods[0]!.adjustments.find((x) => x.perDaysLate !== undefined)!.id,
      )!.changePct;
    // a situation that has nothing to do with dates stays as the guide has it, however late
    const late = made("wheat", { dates: { planting: { date: "2026-11-20", held: true } } }, EXAMPLE_FACTS).plan;
    for (const a of testGuide("wheat").methods[0]!.adjustments.filter((x) => x.perDaysLate === undefined))
      expect(late.seed.adjustments.find((x) => x.id === a.id)).toMatchObject({ changePct: a.changePct, on: false });
    const perDay = testGuide("wheat").methods[0]!.adjustments.find((a) => a.perDaysLate !== undefined)!.perDaysLate!;
    const early = { ...EXAMPLE_FACTS, previousCrop: null };
    // the best date of winter wheat on the plain is 2 October: none on it, none before it
    expect(on("2026-10-02", early)).toBe(0);
    expect(on("2026-09-25", early)).toBe(0);
    expect(on("2026-10-12")).toBeCloseTo(10 * perDay, 9);
    expect(on("2027-03-01")).toBe(50);
  });

  it("sows the handbook's mass where that school is followed, and says what it gives", () => {
    // 200 kg / 46.2 mg = 432.9 seeds; x 0.95 x 0.88 = 361.9 plants: over the target of some 268 by a third
    const { plan, findings } = seeded("wheat", { school: "handbook", handbookRateKgPerHa: 200 });
    expect(value(plan, "seed.rate")).toBe(200);
    expect(value(plan, "seed.handbookPlants")).toBeCloseTo(361.905, 3);
    const apart = findings.find((f) => f.id === "seed.schools")!;
    expect(apart.title).toContain("362 plants/m²");
    expect(apart.title).toContain("above target");
    // near the target nobody is told
    expect(ids(seeded("wheat", { school: "handbook", handbookRateKgPerHa: 150 }).findings)).not.toContain(
      "seed.schools",
    );
  });

  it("checks the drill over a run", () => {
    // 165.789 kg/ha = 16.579 g/m2 x 0.125 m x 50 m = 103.6 g under one coulter; 32 of them 3,316 g
    const { plan } = seeded("wheat", { targetPlantsPerM2: 300, checkRunM: 50, coulters: 32, rowSpacingCm: 12.5 });
    expect(value(plan, "seed.gPerCoulter")).toBeCloseTo(103.618, 2);
    expect(value(plan, "seed.gInAll")).toBeCloseTo(3315.78, 1);
    expect(plan.seed.drillCheck).toMatchObject({ coulters: 32, runM: 50 });
    // soaked, a kilogram weighs 1.3: as much more falls, while what is ordered stays dry seed
    const soaked = seeded("wheat", {
      targetPlantsPerM2: 300,
      checkRunM: 50,
      coulters: 32,
      rowSpacingCm: 12.5,
      soakedPct: 30,
    }).plan;
    expect(value(soaked, "seed.gInAll")).toBeCloseTo(3315.78 * 1.3, 1);
    expect(value(soaked, "seed.soakedRate")).toBeCloseTo(165.789 * 1.3, 1);
    expect(value(soaked, "seed.order")).toBe(value(plan, "seed.order"));
  });

  it("takes the lot that was chosen, else a certified one of the kind, else any of it", () => {
    const [lot] = EXAMPLE_FACTS.seedLots;
    const own = { ...lot!, id: "own", variety: "Own saved", certified: false };
    const sold = { ...lot!, id: "sold", variety: "Sold" };
    const pick = (seedLots: PlanFacts["seedLots"], lotId?: string) =>
      seeded("wheat", lotId ? { lotId } : {}, { ...EXAMPLE_FACTS, seedLots }).plan.seed.lotId;
    expect(pick([own, sold])).toBe("sold");
    expect(pick([own])).toBe("own");
    expect(pick([own, sold], "own")).toBe("own");
    expect(pick([{ ...sold, kindId: "spring" }])).toBeNull();
    expect(pick([])).toBeNull();
  });

  it("doubts a thin or thick stand, weak seed, seed of one's own and seed that is not known", () => {
    const [lot] = EXAMPLE_FACTS.seedLots;
    const with_ = (change: object) =>
      ids(seeded("wheat", {}, { ...EXAMPLE_FACTS, seedLots: [{ ...lot!, ...change }] }).findings);
    // nine months are 274 days: on the day before nothing, past it the doubt
    const sown = seeded("wheat").plan.plantingDate as string;
    expect(with_({ testedOn: addDays(sown, -274) })).not.toContain("seed.oldTest");
    expect(with_({ testedOn: addDays(sown, -275) })).toContain("seed.oldTest");
    // 200 to 350 is usual: a fifth beyond is doubted
    expect(ids(seeded("wheat", { targetPlantsPerM2: 159 }).findings)).toContain("seed.population");
    expect(ids(seeded("wheat", { targetPlantsPerM2: 161 }).findings)).not.toContain("seed.population");
    expect(ids(seeded("wheat", { targetPlantsPerM2: 421 }).findings)).toContain("seed.population");
    expect(ids(seeded("wheat", { targetPlantsPerM2: 419 }).findings)).not.toContain("seed.population");
    const least = testGuide("wheat").methods[0]!.stock;
    if (least.by !== "seed") throw new Error("wheat is sown by seed");
    expect(with_({ germinationPct: least.germinationPct.low - 1 })).toContain("seed.germination");
    expect(with_({ germinationPct: least.germinationPct.low })).not.toContain("seed.germination");
    expect(with_({ certified: false })).toContain("seed.own");
    expect(with_({})).not.toContain("seed.own");
    expect(ids(seeded("wheat", {}, { ...EXAMPLE_FACTS, seedLots: [] }).findings)).toContain("seed.noLot");
    expect(with_({})).not.toContain("seed.noLot");
  });
});

describe("potatoes planted by the tuber", () => {
  // the lot: 55 g, 97 % sprout; four plants a square metre in rows of 75 cm
  it("sets them as far apart as the target asks, or plants what the spacing gives", () => {
    const { plan } = seeded("potato", { rowSpacingCm: 90, inRowSpacingCm: 30 });
    // 10,000 / (0.9 x 0.3) = 37,037 tubers x 55 g = 2,037 kg
    expect(value(plan, "seed.units")).toBeCloseTo(37_037.04, 1);
    expect(value(plan, "seed.planted")).toBeCloseTo(2037.04, 1);
    expect(plan.seed.reconciliation?.consistent).not.toBe(false);
  });

  it("brings a mass that was typed down to what it plants before it doubts it", () => {
    // 3,500 kg, 97 % usable, 3 % in reserve: 3,500 x 0.97 / 1.03
    expect(plantedFromBought(3500, 97, 3)).toBeCloseTo(3296.117, 3);
    const { plan: computed } = seeded("potato");
    const bought = value(computed, "seed.bought")!;
    // what was computed, typed back, is no contradiction
    expect(ids(seeded("potato", { stockKgPerHa: Math.round(bought) }).findings)).not.toContain("seed.contradiction");
    // half of it at a spacing that asks for all of it is
    const half = seeded("potato", { stockKgPerHa: bought / 2, inRowSpacingCm: computed.seed.inRowSpacingCm! });
    const clash = half.findings.find((f) => f.id === "seed.contradiction")!;
    expect(clash.severity).toBe("stop");
    // half the tubers stand twice as far apart
    const spacing = clash.repairs[0]!.changes[0]!;
    expect(spacing.path).toBe("seed/inRowSpacingCm");
    expect(spacing.value as number).toBeCloseTo(computed.seed.inRowSpacingCm! * 2, 0);
  });
});

describe("rice raised in a nursery", () => {
  it("sows in the nursery what the hills ask for, on a bed of its size", () => {
    const rice = testGuide("rice");
    const method = rice.methods.find((m) => m.nursery)!;
    const nursery = method.nursery!;
    const { plan } = seeded("rice", { rowSpacingCm: 20, inRowSpacingCm: 20, unitsPerStation: 2 });
    // 25 hills x 2 = 50 seedlings a square metre, 500,000 a hectare
    const seeds = 500_000 / (nursery.fieldSurvivalPct.typical / 100) / (nursery.survivalPct.typical / 100) / 0.88;
    expect(value(plan, "seed.rate")).toBeCloseTo((seeds * 24.5) / 1e6, 4);
    expect(value(plan, "seed.nurseryArea")).toBeCloseTo((seeds * 24.5) / 1000 / nursery.seedGPerM2, 2);
    expect(plan.seed.plantedKgPerHa).toBeNull();
    // left to itself the spacing is what the target asks of so many a hill: 2 x 10,000 / (40 x 20) = 25 cm
    const own = seeded("rice", { targetPlantsPerM2: 40, rowSpacingCm: 20, unitsPerStation: 2 }).plan;
    expect(own.seed.inRowSpacingCm).toBeCloseTo(25, 9);
    expect(plan.seed.sownKgPerHa).toBeCloseTo((seeds * 24.5) / 1e6, 4);
  });
});

describe("stations", () => {
  it("say where an entered spacing misses the target", () => {
    const decisions = { ...freshDecisions("maize"), seed: { inRowSpacingCm: 20 } };
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, testGuide("maize")));
    // 10,000 / (75 x 20) x 0.855 = 5.7 of 8 plants: 29 % under
    expect(plan.seed.stations!.plantsPerM2).toBeCloseTo(5.7, 9);
    const found = checkPlan(plan, EXAMPLE_FACTS, decisions).find((f) => f.id === "seed.stations");
    expect(found?.title).toContain("will leave 5.7 plants/m², 29 % below target");
  });
  it("leave no more than were sown, whatever the guide leaves", () => {
    const decisions = {
      ...freshDecisions("maize"),
      crop: { guideId: "maize", methodId: "handStations" },
      seed: { unitsPerStation: 1 },
    };
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, testGuide("maize")));
    expect(plan.seed.stations).toMatchObject({ seedsPerStation: 1, leftPerStation: 1 });
    expect(plan.problems).toEqual([]);
  });
});

describe("a stand that was counted", () => {
  const visit = (counts: number[], day = "2026-10-12") => ({
    id: "6a0a4c3e-4f0e-4ed7-9f3a-0d7f2f3f1a01",
    threatId: STAND,
    day,
    counts,
    threshold: null,
    note: "",
    person: "Noor Haldane",
  });
  const counted = (counts: number[], more: Partial<PlanFacts> = {}) => {
    const facts: PlanFacts = {
      ...EXAMPLE_FACTS,
      today: "2026-10-12",
      log: [{ operationId: "planting", doneOn: "2026-10-02", quantityPerHa: null, note: "" }],
      scouting: [visit(counts)],
      ...more,
    };
    const decisions = freshDecisions("wheat");
    const plan = unwrap(draftPlan(facts, decisions, 2027, testGuide("wheat")));
    return { plan, facts, found: checkPlan(plan, facts, decisions).find((f) => f.id === "seed.stand") };
  };
  it("stands against its target, with an interval", () => {
    const { plan, found } = counted([33, 31, 35, 32, 34]);
    // mean 33 on 1 m of rows 12.5 cm apart: 264 plants/m2
    expect(plan.seed.stand).toMatchObject({ plantsPerM2: 264, places: 5, person: "Noor Haldane" });
    expect(found).toBeUndefined();
  });
  it("is thin, and what can be done is weighed", () => {
    const { plan, facts, found } = counted([14, 18, 16, 15, 17]);
    // mean 16: 128 plants/m2
    expect(plan.seed.stand!.plantsPerM2).toBe(128);
    expect(found?.title).toContain("The counted stand is 128 plants/m²");
    const options = standDecision(plan, facts);
    expect(options.map((o) => o.id).sort()).toEqual(["leave", "resow"]);
    // wheat makes up for much, and sowing again costs seed, work and days
    expect(options[0]!.id).toBe("leave");
    expect(found?.why).toContain("Leaving it has the highest net value");
    // nothing is sown again once its window is over
    expect(standDecision(plan, { ...facts, today: "2026-12-20" }).map((o) => o.id)).toEqual(["leave"]);
  });
  it("asks for more counts where they do not say enough, and takes none from before planting", () => {
    expect(counted([10, 45]).found?.why).toContain("count more places before you decide");
    expect(counted([10, 45], { scouting: [visit([10, 45], "2026-09-20")] }).plan.seed.stand).toBeUndefined();
  });
  it("is counted on longer pieces where rows are wide, and in squares where there are none", () => {
    expect(sampleM2(standSample(12.5))).toBe(0.125);
    expect(sampleM2(standSample(75))).toBe(3.75);
    expect(sampleM2(standSample(null))).toBe(0.25);
  });
  it("can be counted at the look for it", () => {
    const decisions = freshDecisions("maize");
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, testGuide("maize")));
    const look = outlinePlan(plan, EXAMPLE_FACTS).week.find((o) => o.looks?.some((l) => l.id === STAND));
    expect(look?.name).toBe("Count the stand");
    expect(look?.looks?.[0]).toMatchObject({ unit: "pieces of row of 5 m", stand: { sampleM2: 3.75, wantedPerM2: 8 } });
  });
});

describe("ways to establish", () => {
  const decisions = freshDecisions("onion");
  const lines = compareWays({ ...EXAMPLE_FACTS, climate: null }, decisions, 2027, testGuide("onion"));
  it("are drafted each, the chosen one first, with their head start", () => {
    expect(lines.map((l) => l.methodId)).toEqual(["drilled", "sets", "transplants", "handSets"]);
    expect(lines.filter((l) => l.chosen).map((l) => l.methodId)).toEqual(["drilled"]);
    // sown 25 March and ripe after 146 days: 18 August; sets on 3 April and 123 days: 4 August
    expect(lines[0]).toMatchObject({ planting: "2027-03-25", harvest: "2027-08-18", aheadDays: 0 });
    expect(lines[1]).toMatchObject({ planting: "2027-04-03", harvest: "2027-08-04", aheadDays: 14 });
    // 0.88 x 0.74 = 65.1 of 100 seeds; sets 0.96 x 0.94 = 90.2
    expect(lines[0]!.establishmentPct).toBeCloseTo(65.12, 2);
    expect(lines[1]!.establishmentPct).toBeCloseTo(90.24, 2);
    // seedlings 0.82 x 0.94 x 0.88 = 67.8 of 100 seeds
    expect(lines[2]!.establishmentPct).toBeCloseTo(67.83, 2);
    expect(lines[2]!.nurseryM2).toBeCloseTo(266.1 * 14.2, -1);
    // by hand 320 + 60 + 6 + 14 hours and 6 for what bolts, before any harvest
    expect(lines[2]!.hoursPerHa).toBeCloseTo(406, 6);
  });
  it("leave the plan's own decisions of its way as they are", () => {
    const own = { ...decisions, seed: { rowSpacingCm: 20, reservePct: 12 } };
    const [first, sets] = compareWays(EXAMPLE_FACTS, own, 2027, testGuide("onion"));
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, own, 2027, testGuide("onion")));
    expect(first!.orderKg).toBeCloseTo(plan.seed.orderKg, 9);
    // the reserve is of no way alone: 1,329.8 x 1.12 / 0.95 x 14.2 ha
    expect(sets!.orderKg).toBeCloseTo(1329.79 * (1.12 / 0.95) * 14.2, -1);
  });
});

describe("spacings typed the wrong way round", () => {
  it("are asked about, and turned round", () => {
    const { findings: found } = seeded("kale", { rowSpacingCm: 45, inRowSpacingCm: 62 });
    // 45 is within the rows' 50 to 75 less a fifth: not told apart; 15 and 75 of maize are
    expect(ids(found)).not.toContain("seed.swapped");
    const maize = seeded("maize", { rowSpacingCm: 15, inRowSpacingCm: 75 }).findings.find(
      (f) => f.id === "seed.swapped",
    );
    expect(maize?.title).toContain("Row spacing 15 cm and in-row spacing 75 cm");
    expect(maize?.repairs[0]?.changes.map((c) => [c.path, c.value])).toEqual([
      ["seed/rowSpacingCm", 75],
      ["seed/inRowSpacingCm", 15],
    ]);
  });
});

describe("bulbs that were measured", () => {
  it("cannot weigh what their diameter does not carry, and say what would", () => {
    // a tuber 3 cm across weighs 0.9 to 1.1 g/cm3 x pi/6 x 27 cm3, up to twice as long: 12.7 to 31.1 g, not 60
    const bad = seeded("potato", { unitMassG: 60, unitDiameterCm: 3 });
    const found = bad.findings.find((f) => f.id === "seed.contradiction")!;
    expect(found.severity).toBe("stop");
    expect(found.why).toContain("3 cm across weighs");
    // pi/6 x 3^3 = 14.1 g
    expect(found.repairs.map((r) => r.label)).toEqual(["Ignore the diameter", "Mass 14.1 g, from the diameter"]);
    for (const { changes, label } of found.repairs) {
      const decisions = applyChanges(
        { ...freshDecisions("potato"), seed: { unitMassG: 60, unitDiameterCm: 3 } },
        changes,
      );
      expect(ids(made("potato", decisions, EXAMPLE_FACTS).findings), label).not.toContain("seed.contradiction");
    }
    // 4.5 cm: 42.9 to 105 g
    expect(ids(seeded("potato", { unitMassG: 60, unitDiameterCm: 4.5 }).findings)).not.toContain("seed.contradiction");
  });
});
