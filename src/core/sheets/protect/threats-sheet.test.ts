/** What may come to a field, how likely and why; measures without a product; ways of protection on a plan. */

import { describe, expect, it } from "vitest";
import { byBalance } from "../../../../tests/support/by-balance";
import { everyPlan } from "../../../../tests/support/every-plan";
import { testGuide } from "../../../../tests/support/guides";
import { addDays } from "../../dates";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import type { PlanFacts } from "../../plan/facts";
import { protectionProductRecord } from "../../records/inputs/protection-product";
import { unwrap } from "../../result";
import { applyChanges, type Change, change, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { checkPlan, METRIC } from "../example-findings";
import { pressureOf, protectionSchools, threatsAtStake } from "./schools";

const LOT = {
  id: "fen-1",
  guideId: "wheat",
  kindId: "winter",
  variety: "Fenmark lot 7",
  thousandGrainWeightG: 48,
  germinationPct: 95,
  unitMassG: null,
  certified: true,
  pricePerT: 42_000,
  bagKg: 500,
};
const draft = (facts: Partial<PlanFacts> = {}, ...changes: Change[]) =>
  unwrap(
    draftPlan({ ...EXAMPLE_FACTS, ...facts }, applyChanges(byBalance("wheat"), changes), 2027, testGuide("wheat")),
  );
const threat = (id: string, ...args: Parameters<typeof draft>) => {
  const found = draft(...args).protect.threats.find((t) => t.id === id);
  if (!found) throw new Error(`no threat "${id}"`);
  return found;
};

describe("a threat of a field", () => {
  it("is likelier with much nitrogen, and with more than usual it is not much yet", () => {
    // usual 150, at the most 220: much is over 150 x 1.15 = 172.5 and over (150 + 220) / 2 = 185
    const at = (targetTPerHa: number) => {
      const plan = draft({}, change("targetTPerHa", targetTPerHa));
      return {
        n: Math.round(plan.figures["feed.n"]?.value ?? 0),
        why: plan.protect.threats.find((t) => t.id === "yellow-rust")?.reasons.map((r) => r.why),
      };
    };
    expect(at(7.9)).toEqual({ n: 180, why: [] });
    expect(at(8.3)).toEqual({ n: 194, why: ["much nitrogen"] });
  });

  it("is likelier by soil, crops before and date, and says why", () => {
    // clay loam stays cloddy
    expect(threat("slugs")).toMatchObject({ likelihood: "likely", reasons: [{ by: 1 }] });
    const sand = { field: { ...EXAMPLE_FACTS.field, textureClass: "sand" as const } };
    expect(threat("slugs", sand).likelihood).toBe("unlikely");
    const wheat = { previousCrop: { ...EXAMPLE_FACTS.previousCrop!, crop: "wheat", name: "wheat" } };
    expect(threat("septoria").likelihood).toBe("possible");
    expect(threat("septoria", wheat)).toMatchObject({
      likelihood: "likely",
      reasons: [{ why: "wheat before: infested stubble and volunteers", by: 1 }],
    });
    const late = change("dates/planting", { date: "2026-11-20", held: true });
    const early = change("dates/planting", { date: "2026-09-22", held: true });
    expect(threat("cereal-aphids", { previousCrop: null }, late).likelihood).toBe("unlikely");
    expect(threat("cereal-aphids", { previousCrop: null }, early).likelihood).toBe("likely");
  });

  it("counts crops of the years that it names, and no others", () => {
    // barley stood in 2025, two years before: ear blight asks for one
    expect(threat("ear-fusarium").likelihood).toBe("unlikely");
    const history = [{ season: 2026, crop: "barley", yieldTPerHa: null }];
    expect(threat("ear-fusarium", { history }).likelihood).toBe("possible");
  });

  it("goes by what lists rate the variety of the lot for", () => {
    const rated = (rating: number) => ({
      seedLots: [LOT],
      varieties: [{ guideId: "wheat", kindId: "winter", name: "Fenmark", ratings: [{ what: "leaf disease", rating }] }],
    });
    expect(threat("septoria", rated(8)).likelihood).toBe("unlikely");
    expect(threat("septoria", rated(5)).likelihood).toBe("possible");
    expect(threat("septoria", rated(2)).likelihood).toBe("likely");
    expect(threat("septoria", { ...rated(2), seedLots: [{ ...LOT, variety: "Brack" }] }).likelihood).toBe("possible");
  });

  it("is there once it was counted over its threshold, until the count is old", () => {
    const visit = (day: string, counts: number[]) => ({
      scouting: [{ id: "v", threatId: "septoria", day, counts, threshold: 6, note: "", person: "Imre" }],
      today: "2027-05-10",
    });
    // 9 to 11: mean 10, spread 0.82, 10 - 3.182 x 0.41 = 8.7, all of it over 6
    const [counted] = threat("septoria", visit("2027-05-08", [9, 10, 11, 10])).reasons;
    expect(counted?.why).toBe("counted 10 on 8 May, threshold 6");
    expect(threat("septoria", visit("2027-05-08", [9, 10, 11, 10]))).toMatchObject({ likelihood: "expected" });
    // one count of 9, and three round about it, ask for more: a step, and no more
    for (const [counts, said] of [
      [[9], "one count does not settle it"],
      [[6, 7, 8], "3 counts do not settle it"],
    ] as const) {
      const found = threat("septoria", visit("2027-05-08", [...counts]));
      expect(found.likelihood).toBe("likely");
      expect(found.reasons[0]?.why).toContain(said);
    }
    expect(threat("septoria", visit("2027-05-08", [1, 2, 3])).reasons).toEqual([]);
    expect(threat("septoria", visit("2027-04-01", [9, 10, 11, 10])).reasons).toEqual([]);
  });

  it("has no brood after its time: winged aphids of a spring are none of the autumn's", () => {
    const { protect } = unwrap(draftPlan(EXAMPLE_FACTS, freshDecisions("wheat"), 2027, testGuide("wheat")));
    const told = protect.threats.filter((t) => testGuide("wheat").threats.find((g) => g.id === t.id)?.broods);
    expect(told.length).toBeGreaterThan(0);
    for (const t of told)
      expect(t.broodOn === null || (t.to !== null && t.broodOn <= t.to), `${t.id} ${t.broodOn}`).toBe(true);
  });

  it("listens to measured days in its time, not to simulated ones", () => {
    const days = 25;
    const measured = (rain: number): Partial<PlanFacts> => ({
      today: "2027-05-10",
      // sown and growing: without it the plan would be one that is still to be sown
      log: [{ operationId: "planting", doneOn: "2026-10-05", quantityPerHa: null, note: "" }],
      observedWeather: {
        firstDay: addDays("2027-05-10", 1 - days),
        tminC: Array(days).fill(8),
        tmaxC: Array(days).fill(18),
        rainMm: Array(days).fill(rain),
      },
    });
    expect(threat("septoria", { today: "2027-05-10" }).reasons).toEqual([]);
    expect(threat("septoria", measured(0)).reasons).toEqual([]);
    expect(METRIC.tell(threat("septoria", measured(12)).reasons[0]?.why ?? "")).toContain(
      "weather measured: 10 mm of rain in a day",
    );
  });

  it("has a brood once the warmth for it has come together", () => {
    const potato = unwrap(draftPlan(EXAMPLE_FACTS, freshDecisions("potato"), 2027, testGuide("potato")));
    const beetle = potato.protect.threats.find((t) => t.id === "colorado-beetle");
    const emerged = potato.stages.find((s) => s.id === "emergence")?.date as string;
    // 120 degree days over 10 C: at 14 to 20 C by day some two to four weeks after emergence
    expect(beetle?.broodOn && beetle.broodOn > addDays(emerged, 10) && beetle.broodOn < addDays(emerged, 40)).toBe(
      true,
    );
  });

  it("may have its time from planting on, before anything is up", () => {
    // seed lies open to slugs and birds from the day on which it is drilled
    const plan = draft();
    const of = (id: string) => plan.protect.threats.find((t) => t.id === id);
    for (const id of ["slugs", "birds-on-seed"]) expect(of(id)?.from).toBe(plan.plantingDate);
    expect(of("slugs")?.to).toBe(plan.stages.find((s) => s.id === "tillering")?.date);
  });

  it("stands in every plan of every guide, in the order of its time, and all can be looked for", () => {
    for (const { facts, decisions, season } of everyPlan()) {
      const plan = unwrap(draftPlan(facts, decisions, season, testGuide(decisions.crop.guideId)));
      const starts = plan.protect.threats.map((t) => t.from ?? "9");
      expect([...starts].sort()).toEqual(starts);
      expect(plan.protect.threats.length).toBe(plan.crop.guide.threats.length);
    }
  });
});

describe("a measure without a product", () => {
  const ROLL = change("protect/measures/measure-slugs-roll", { threat: "slugs", option: "roll" });
  it("is a job with a date, hours and a cost, among the costs of protection", () => {
    const plan = draft({}, ROLL);
    const roll = plan.operations.find((o) => o.id === "measure-slugs-roll");
    expect(roll).toMatchObject({ name: "Roll for slugs", role: "tend", mark: "roll for slugs" });
    expect(roll?.date && plan.plantingDate && roll.date >= plan.plantingDate).toBe(true);
    expect(roll?.costPerHa).toBeGreaterThan(0);
    expect(plan.money.costPerHa - draft().money.costPerHa).toBeCloseTo(roll?.costPerHa ?? 0, 0);
  });
  it("falls away where the guide does not know it, and names material that has no price", () => {
    const gone = change("protect/measures/measure-slugs-x", { threat: "slugs", option: "x" });
    expect(draft({}, gone).protect.measures).toEqual([]);
    const rogue = change("protect/measures/measure-grass-weeds-rogue", { threat: "grass-weeds", option: "rogue" });
    expect(draft({}, rogue).money.notPlanned).toContain("sacks");
  });
  it("that must stand before a brood is said to come too late after it", () => {
    const NETS = change("protect/measures/measure-onion-fly-nets", { threat: "onion-fly", option: "nets" });
    const garlic = (...changes: Change[]) => {
      const decisions = applyChanges(freshDecisions("garlic"), [NETS, ...changes]);
      const plan = unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, testGuide("garlic")));
      const findings = checkPlan(plan, EXAMPLE_FACTS, decisions);
      return { plan, said: findings.find((f) => f.id === "protect.brood.measure-onion-fly-nets") };
    };
    const { plan: usual, said } = garlic();
    const flies = usual.protect.threats.find((t) => t.id === "onion-fly")?.broodOn as string;
    const nets = usual.operations.find((o) => o.id === "measure-onion-fly-nets");
    expect(nets?.date && nets.date <= flies).toBe(true);
    expect(said).toBeUndefined();
    const late = addDays(flies, 9);
    const found = garlic(change("dates/measure-onion-fly-nets", { date: late, held: true })).said;
    expect(found).toMatchObject({ severity: "advise" });
    expect(found?.title).toContain("is after the first generation");
  });
  it("can be planned of every option that has a time, in every guide", () => {
    for (const { facts, decisions, season } of everyPlan()) {
      const guide = testGuide(decisions.crop.guideId);
      const first = unwrap(draftPlan(facts, decisions, season, guide));
      const all = first.crop.guide.threats.flatMap((t) =>
        t.options.flatMap((o) =>
          o.when ? [change(`protect/measures/measure-${t.id}-${o.id}`, { threat: t.id, option: o.id })] : [],
        ),
      );
      const plan = unwrap(draftPlan(facts, applyChanges(decisions, all), season, guide));
      const dated = plan.operations.filter((o) => o.id.startsWith("measure-"));
      expect(dated.length).toBe(all.length);
      expect(dated.filter((o) => o.date === null).map((o) => o.id)).toEqual([]);
    }
  });
});

describe("ways of protection of a plan", () => {
  const product = protectionProductRecord.parse({
    id: "leafguard",
    name: "Leafguard",
    kind: "fungicide",
    active: "made-up azole",
    group: "3",
    pricePerUnit: 4200,
    uses: [{ crop: "wheat", target: "septoria", rate: 1, most: 2 }],
  });
  it("stand side by side, the chosen one marked", () => {
    const facts = { ...EXAMPLE_FACTS, products: [product] };
    const plan = draft(facts);
    const lines = protectionSchools(plan, facts);
    expect(lines.map((l) => [l.id, l.chosen])).toEqual([
      ["threshold", true],
      ["programme", false],
      ["lastResort", false],
      ["organic", false],
    ]);
    const by = Object.fromEntries(lines.map((l) => [l.id, l]));
    // a programme loses least and costs most, no products cost nothing and lose most
    expect(by.programme!.lossPct).toBeLessThan(by.threshold!.lossPct);
    expect(by.threshold!.lossPct).toBeLessThan(by.lastResort!.lossPct);
    expect(by.lastResort!.lossPct).toBeLessThan(by.organic!.lossPct);
    expect(by.organic!.costPerHa.usual).toBe(0);
    expect(by.programme!.costPerHa.usual).toBeGreaterThan(by.threshold!.costPerHa.usual);
    // the label allows two
    expect(by.programme!.treatments.many).toBeLessThanOrEqual(2);
  });
  it("treat nothing without a product whose time has not run out", () => {
    const old = { ...EXAMPLE_FACTS, products: [{ ...product, approvedUntil: "2020-01-01" }] };
    expect(protectionSchools(draft(old), old).every((l) => l.costPerHa.usual === 0)).toBe(true);
  });
  it("rest on the weather of the simulated seasons, where the threat waits for one", () => {
    const plan = draft();
    const pressure = pressureOf(plan, EXAMPLE_FACTS, "septoria");
    const own = plan.protect.threats.find((t) => t.id === "septoria");
    expect(pressure?.shareByDay.length).toBe(
      (Date.parse(own?.to as string) - Date.parse(own?.from as string)) / 86_400_000 + 1,
    );
    expect(pressureOf(plan, EXAMPLE_FACTS, "birds-on-seed")).toBeNull();
    expect(threatsAtStake(plan, EXAMPLE_FACTS).map((t) => t.id)).not.toContain("grass-weeds");
  });
});
