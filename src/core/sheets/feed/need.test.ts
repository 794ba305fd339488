/** What a crop is to be given, by hand: nitrogen by balance, phosphate and potash by school, the rest by tonne or by test. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../../tests/support/guides";
import { MINERALISED } from "../../../../tests/support/season-warmth";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import type { PlanFacts } from "../../plan/facts";
import type { SoilTest } from "../../records/land/soil-test";
import { unwrap } from "../../result";
import { type Decisions, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { checkPlan } from "../example-findings";

/** With what stands in the soil entered where a guide has it computed, so that the rest can be done by hand: 35 kg, and 35 after beans. */
function fed(guideId: string, own: Partial<Decisions> = {}, facts: PlanFacts = EXAMPLE_FACTS) {
  const computed = testGuide(guideId).feed.mineralisationBy === "organicMatter";
  const overrides = {
    ...(facts.previousCrop?.leaves ? { "feed.residueN": { value: 35, reason: "beans" } } : {}),
    ...own.overrides,
  };
  return found(guideId, computed ? { ...own, overrides, feed: { soilMineralNKgPerHa: 35, ...own.feed } } : own, facts);
}
function found(guideId: string, own: Partial<Decisions> = {}, facts: PlanFacts = EXAMPLE_FACTS) {
  const decisions = { ...freshDecisions(guideId), ...own, feed: { nSchool: "balance" as const, ...own.feed } };
  const plan = unwrap(draftPlan(facts, decisions, 2027, testGuide(guideId)));
  const findings = checkPlan(plan, facts, decisions);
  return { plan, need: plan.feed.need, findings, ids: findings.map((f) => f.id) };
}
const tested = (test: Partial<SoilTest> | null, more: Partial<PlanFacts> = {}): PlanFacts => ({
  ...EXAMPLE_FACTS,
  ...more,
  soilTest: test && { ...EXAMPLE_FACTS.soilTest!, ...test },
});
const basis = (plan: ReturnType<typeof fed>["plan"], id: "feed.mineralN") => plan.figures[id]!.basis.kind;

const M = MINERALISED.wheat;

describe("nitrogen by balance", () => {
  it("is what the target takes up, less what is there, over what is recovered, less what the crop before left", () => {
    // wheat, 8.5 t x 24 kg = 204; less 35 entered and 14.6 mineralised; / 0.65 = 237.5; less 35 after beans = 202.5.
    // The 35 are fertiliser equivalents: inside of the division they counted as 54
    expect(M).toBeCloseTo(14.61, 2);
    expect(fed("wheat", { targetTPerHa: 8.5 }).need.n).toBeCloseTo((204 - 35 - M) / 0.65 - 35, 6);
    // potato, 42 x 4.4 = 184.8 - 35 - 42; / 0.6; less 35
    expect(fed("potato").need.n).toBeCloseTo((184.8 - 35 - MINERALISED.potato) / 0.6 - 35, 6);
  });
  it("is none where more is there than the target takes up", () => {
    // 3 t x 24 = 72 - 35 - 14.6 = 22.4; / 0.65 = 34.5, less 35
    expect(fed("wheat", { targetTPerHa: 3 }).need.n).toBe(0);
    expect(fed("wheat", { targetTPerHa: 3 }).plan.operations.filter((o) => /^n\d$/.test(o.id))).toEqual([]);
  });
  it("goes by what was entered before what is assumed", () => {
    const entered = fed("wheat", { targetTPerHa: 8, feed: { soilMineralNKgPerHa: 20 } });
    expect(entered.need.n).toBeCloseTo((192 - 20 - M) / 0.65 - 35, 6);
    // what is usual stays to be seen beside it
    expect(entered.plan.figures["feed.mineralN"]?.override).toMatchObject({ value: 20, reason: "" });
    expect(entered.plan.figures["feed.n"]?.inputs.find((i) => i.from === "feed.mineralN")?.basis?.kind).toBe("decided");
    const assumed = found("wheat", { targetTPerHa: 8 }, tested({ soilMineralNKgPerHa: null }));
    // near the guide's 35: 40 left by the beans, some set free until spring, some leached, 18 that no root takes
    const mineral = assumed.plan.figures["feed.mineralN"]!;
    const left = assumed.plan.figures["feed.residueN"]!;
    expect(assumed.need.n).toBeCloseTo((192 - mineral.value - M) / 0.65 - left.value, 6);
    // what beans left goes the way of what stood there: a share of it is leached
    const { mineralN } = assumed.plan.feed;
    const since = "since" in mineralN ? mineralN.since! : null;
    expect(left.value).toBeCloseTo(35 * (1 - since!.leachedKgPerHa / (40 + since!.setFreeKgPerHa)), 6);
    expect(left.value).toBeLessThan(35);
    expect(Math.abs(mineral.value - 35)).toBeLessThan(5);
    expect(mineral.inputs[0]).toMatchObject({
      label: "left by the crop before",
      value: 40,
      basis: { kind: "assumption" },
    });
    // without a soil test nobody knows what is set free, without a climate nothing of rain and warmth: the guide's figure
    expect(found("wheat", {}, tested(null)).plan.figures["feed.mineralN"]).toMatchObject({
      value: 35,
      basis: { kind: "assumption" },
    });
    const guide = found("wheat", {}, tested({ soilMineralNKgPerHa: null }, { climate: null }));
    expect(basis(guide.plan, "feed.mineralN")).toBe("assumption");
    expect(guide.plan.figures["feed.mineralN"]!.value).toBe(35);
    expect(assumed.ids).toContain("feed.mineralNAssumed");
  });
  it("counts no nitrate in ground that is flooded for planting, nor all that beans left", () => {
    // rice, 5 t x 18 = 90 - 0 - 40; / 0.42; less half of 35
    const unmeasured = tested({ soilMineralNKgPerHa: null });
    expect(fed("rice", {}, unmeasured).need.n).toBeCloseTo(50 / 0.42 - 17.5, 6);
    expect(fed("rice", {}, unmeasured).ids).not.toContain("feed.mineralNAssumed");
    // drilled dry, the flush of the first rains is mostly lost: 15
    const dry = fed("rice", { crop: { ...freshDecisions("rice").crop, methodId: "drySeeded" } }, unmeasured);
    expect(dry.plan.figures["feed.mineralN"]!.value).toBe(15);
  });
  it("goes by the mineralisation and the recovery that were entered", () => {
    const own = fed("wheat", { targetTPerHa: 8.5, feed: { mineralisationKgPerHa: 60, recovery: 0.5 } });
    expect(own.need.n).toBeCloseTo((204 - 35 - 60) / 0.5 - 35, 6);
    // or by the guide's figure: 40
    const guide = fed("wheat", { targetTPerHa: 8.5, feed: { mineralisationBy: "guide" } });
    expect(guide.need.n).toBeCloseTo((204 - 35 - 40) / 0.65 - 35, 6);
    // nobody tested: the guide's too
    expect(fed("wheat", {}, tested(null)).plan.figures["feed.mineralisation"]!.value).toBe(40);
  });
  it("counts nothing from a crop before that is not known, and says so", () => {
    const before = EXAMPLE_FACTS.previousCrop!;
    const unknown = fed("wheat", { targetTPerHa: 7 }, { ...EXAMPLE_FACTS, previousCrop: { ...before, leaves: null } });
    expect(unknown.need.n).toBeCloseTo((168 - 35 - M) / 0.65, 6);
    expect(unknown.plan.figures["feed.residueN"]!.inputs[0]!.basis!.kind).toBe("assumption");
    expect(fed("wheat", { targetTPerHa: 7 }, { ...EXAMPLE_FACTS, previousCrop: null }).need.n).toBeCloseTo(
      (168 - 35 - M) / 0.65,
      6,
    );
  });
});

describe("a measured amount of soil mineral nitrogen", () => {
  /** beans off on 20 July, sampled ten days after */
  const sampled = (takenOn: string, more: Partial<SoilTest> = {}) =>
    tested(
      { takenOn, soilMineralNKgPerHa: 55, soilMineralNDepthCm: 90, ...more },
      { previousCrop: { ...EXAMPLE_FACTS.previousCrop!, harvest: "2026-07-20", harvested: true } },
    );
  it("counts only for the crop after the sample", () => {
    // two autumns ago and before beans, 55 kg counted as measured for this wheat
    const old = found("wheat", {}, sampled("2024-09-10"));
    expect(old.plan.feed.mineralN.use).toBe("before another crop");
    // as where nobody sampled
    expect(old.plan.figures["feed.mineralN"]!.value).toBe(
      found("wheat", {}, sampled("2026-07-30", { soilMineralNKgPerHa: null })).plan.figures["feed.mineralN"]!.value,
    );
    expect(old.findings.find((f) => f.id === "feed.mineralNUnused")?.title).toBe(
      "The soil mineral N result of 10 Sep 2024 (55 kg/ha) is not used.",
    );
    const fresh = found("wheat", {}, sampled("2026-07-30"));
    expect(fresh.plan.feed.mineralN.use).toBe("measured");
    expect(fresh.ids).not.toContain("feed.mineralNUnused");
  });
  it("is washed out by what drains until spring, while the soil sets more free", () => {
    const { plan } = found("wheat", {}, sampled("2026-07-30"));
    const { mineralN } = plan.feed;
    if (mineralN.use !== "measured") throw new Error("not used");
    const { since } = mineralN;
    expect([since.from, since.until, since.startKgPerHa]).toEqual(["2026-07-30", "2027-03-01", 55]);
    // 286 mm fall on it from August to February, and the ground is dry at first
    expect(since.drainedMm).toBeGreaterThan(20);
    expect(since.drainedMm).toBeLessThan(220);
    // 2 kg in each 10 cm of the sample's 90 no root takes, but for the last, which holds 1.22
    expect(since.backgroundKgPerHa).toBeCloseTo(8 * 2 + (55 * 2) / 90, 6);
    const { startKgPerHa, setFreeKgPerHa, leachedKgPerHa, backgroundKgPerHa } = since;
    expect(plan.figures["feed.mineralN"]!.value).toBeCloseTo(
      startKgPerHa + setFreeKgPerHa - leachedKgPerHa - backgroundKgPerHa,
      6,
    );
  });
  it("changes the need only by what was measured: a sample of what is assumed, on any date, by under 5 kg", () => {
    // 38 kg measured in September became 4.7 by spring, while a field without a sample counted 35: to measure cost 46 kg
    const off = "2026-07-20";
    const before = { previousCrop: { ...EXAMPLE_FACTS.previousCrop!, harvest: off, harvested: true } };
    const need = (facts: PlanFacts) => found("wheat", { targetTPerHa: 8.5 }, facts).need.n;
    const unsampled = need(tested({ soilMineralNKgPerHa: null }, before));
    const at = (takenOn: string, kg: number) =>
      need(tested({ takenOn, soilMineralNKgPerHa: kg, soilMineralNDepthCm: 90 }, before));
    expect(Math.abs(at("2026-07-21", 40) - unsampled)).toBeLessThan(5);
    // and more measured is less to apply
    expect(at("2026-07-21", 60)).toBeLessThan(unsampled - 15);
  });
  it("is doubted where the sample was shallow", () => {
    expect(found("wheat", {}, sampled("2026-07-30", { soilMineralNDepthCm: 30 })).ids).toContain(
      "feed.mineralNShallow",
    );
    expect(found("wheat", {}, sampled("2026-07-30", { soilMineralNDepthCm: 60 })).ids).not.toContain(
      "feed.mineralNShallow",
    );
    // as deep as the rest where nothing else is said: 15 cm
    expect(found("wheat", {}, sampled("2026-07-30", { soilMineralNDepthCm: null })).ids).toContain(
      "feed.mineralNShallow",
    );
  });
});

describe("schools of nitrogen", () => {
  it("stand side by side: the balance, the usual rate less what was left, the doses of the leaf", () => {
    const { plan } = fed("rice");
    expect(plan.asides["feed.school.balance"]!.value).toBe(plan.feed.need.n);
    // usual 100 less half of 35
    expect(plan.asides["feed.school.fixedRate"]!.value).toBeCloseTo(82.5, 9);
    // three doses of 30
    expect(plan.asides["feed.school.leafColour"]!.value).toBe(90);
    expect(plan.asides["feed.school.targetYieldEquation"]).toBeUndefined();
    expect(fed("wheat").plan.asides["feed.school.leafColour"]).toBeUndefined();
  });
  it("are chosen by the agronomist", () => {
    expect(fed("wheat", { feed: { nSchool: "fixedRate" } }).need.n).toBeCloseTo(150 - 35, 9);
    // 28 x 7.5 - 1.5 x 60 = 120
    const equation = { nSchool: "targetYieldEquation" as const, nEquation: { a: 28, b: 1.5, soilTest: 60 } };
    expect(fed("wheat", { feed: equation }).need.n).toBeCloseTo(120, 9);
    const leaf = fed("rice", { feed: { nSchool: "leafColour" } });
    expect(leaf.need.n).toBe(90);
    expect(leaf.plan.feed.splits.map((s) => s.conditional)).toEqual(
      Array(3).fill("where the youngest full leaf is paler than step 4 of the chart"),
    );
  });
  it("refuse what they have no figures for, with what was given and what is allowed", () => {
    const stop = (own: Partial<Decisions>, guideId = "wheat") =>
      fed(guideId, own).findings.filter((f) => f.severity === "stop")[0]?.title;
    expect(stop({ feed: { nSchool: "targetYieldEquation" } })).toContain("coefficients a and b");
    expect(stop({ feed: { nSchool: "leafColour" } })).toContain("leafColour");
    expect(stop({ feed: { pkSchool: "targetYieldEquation" } })).toContain("coefficients a and b");
    expect(
      stop({ feed: { pkSchool: "targetYieldEquation", pkEquation: { p2o5: { a: 12, b: 3 }, k2o: { a: 9, b: 0.1 } } } }),
    ).toBe(undefined);
    // 12 x 7.5 - 3 x 14 = 48; 9 x 7.5 - 0.1 x 180 = 49.5
    const own = fed("wheat", {
      feed: { pkSchool: "targetYieldEquation", pkEquation: { p2o5: { a: 12, b: 3 }, k2o: { a: 9, b: 0.1 } } },
    });
    expect(own.need.p2o5).toBeCloseTo(48, 9);
    expect(own.need.k2o).toBeCloseTo(49.5, 9);
  });
});

describe("doses too small to spread", () => {
  it("go on with the one before, the first with the next", () => {
    // 60 kg in three: 18, 27, 15 went on in three trips; 15 to the 27, then 18 to those 42
    const { plan, ids } = fed("wheat", { overrides: { "feed.n": { value: 60, reason: "to see" } } });
    expect(plan.feed.splits.map((s) => s.nKgPerHa)).toEqual([0, expect.closeTo(60, 9), 0]);
    expect(ids).toContain("feed.merged.n3");
    expect(plan.operations.filter((o) => o.role === "feed" && /^n\d$/.test(o.id)).map((o) => o.id)).toEqual(["n2"]);
  });
  it("stay as they were typed", () => {
    const typed = fed("wheat", {
      overrides: { "feed.n": { value: 60, reason: "to see" } },
      feed: { shares: { n1: 30, n2: 45, n3: 25 } },
    });
    expect(typed.plan.feed.splits.map((s) => s.nKgPerHa)).toEqual([18, 27, 15].map((n) => expect.closeTo(n, 9)));
  });
  it("are left out where they are all there is, and named", () => {
    const { plan, ids } = fed("wheat", { overrides: { "feed.n": { value: 8, reason: "to see" } } });
    expect(plan.feed.supplied.n).toBe(0);
    expect(ids).toContain("feed.leftOut.n");
    expect(ids).not.toContain("feed.short.n");
  });
});

describe("organic nitrogen and ammonia", () => {
  const manure = (tPerHa: number) => ({
    feed: { manure: { kind: "cattleFarmyard", tPerHa, hoursToIncorporation: 4 } },
  });
  it("is doubted over 170 kg in all, though only a tenth acts", () => {
    // 6 kg a tonne: 28 t are 168, 29 are 174
    expect(fed("wheat", manure(28)).ids).not.toContain("feed.organicN");
    const over = fed("wheat", manure(29)).findings.find((f) => f.id === "feed.organicN");
    expect(over?.title).toBe("The manure supplies 174 kg N/ha in total, more than 170 kg N/ha.");
    expect(over?.repairs[0]?.changes[0]?.value).toBe(28.3);
  });
  it("is lost from urea and ammonium on alkaline ground", () => {
    // nothing was said of urea at pH 8
    expect(fed("wheat", {}, tested({ ph: 8 })).ids).toContain("feed.ammonia");
    expect(fed("wheat", {}, tested({ ph: 7.4 })).ids).not.toContain("feed.ammonia");
  });
});

describe("phosphate and potash", () => {
  it("replace what is carried off and build up what is low", () => {
    // Olsen 14 mg/l is low: 7.5 t x 6.5 + 30; K 180 is in target: 7.5 x 5.5
    expect(fed("wheat").need.p2o5).toBeCloseTo(78.75, 6);
    expect(fed("wheat").need.k2o).toBeCloseTo(41.25, 6);
  });
  it("are carried off with the straw too, where it is sold", () => {
    const wheat = testGuide("wheat");
    const straw = wheat.products.find((p) => p.id === "grainAndStraw")!;
    const { need } = fed("wheat", { crop: { ...freshDecisions("wheat").crop, productId: "grainAndStraw" } });
    expect(need.k2o).toBeCloseTo(straw.targetTPerHa.typical * (straw.removalKgPerT.k2o ?? 0), 6);
    expect(need.k2o).toBeGreaterThan(fed("wheat").need.k2o);
  });
  it("count as in target where nobody tested", () => {
    expect(fed("wheat", {}, tested(null)).need.p2o5).toBeCloseTo(7.5 * 6.5, 6);
  });
  it("are none above the level, by the school of the critical level", () => {
    const critical = fed("wheat", { feed: { pkSchool: "criticalLevel" } }, tested({ levels: { p: 60, k: 180 } }));
    expect(critical.need.p2o5).toBe(0);
    // low: 50 for most crops, 120 for one that answers strongly (both got 50)
    expect(fed("wheat", { feed: { pkSchool: "criticalLevel" } }).need.p2o5).toBe(50);
    expect(fed("potato", { feed: { pkSchool: "criticalLevel" } }).need.p2o5).toBe(120);
  });
  it("count crops that answer strongly apart", () => {
    const p = (guideId: string, level: number) => fed(guideId, {}, tested({ levels: { p: level, k: 180 } })).need.p2o5;
    // potato, 42 t at 1 kg: in target (20) 42 + 30, high (30) 42, very high (50) half; wheat, 7.5 t at 6.5: 48.75, half, none
    expect([20, 30, 50].map((level) => p("potato", level))).toEqual([72, 42, 21]);
    expect([20, 30, 50].map((level) => p("wheat", level))).toEqual([48.75, 24.375, 0]);
  });
});

describe("what goes by the tonne, and what only where the soil is low", () => {
  it("is sulphur, 2.5 kg for a tonne of wheat", () => {
    expect(fed("wheat", { targetTPerHa: 8 }).need.s).toBeCloseTo(20, 9);
  });
  it("is magnesium where it is very low for any crop, where it is low for one that answers", () => {
    const mg = (guideId: string, level: number) =>
      fed(guideId, {}, tested({ levels: { p: 30, k: 180, mg: level } })).need.mgo;
    const answers = testGuide("potato").feed.answersTo.includes("mgo");
    expect(mg("wheat", 70)).toBe(0);
    // under 25 mg/l is very low, under 50 low
    expect(mg("wheat", 10)).toBe(100);
    expect(mg("potato", 10)).toBe(100);
    expect(mg("potato", 40)).toBe(answers ? 60 : 0);
  });
  it("is no trace element for a crop that does not answer to it", () => {
    const answering = ["wheat", "barley", "potato", "rice", "garlic"].filter((id) =>
      testGuide(id).feed.answersTo.includes("b"),
    );
    for (const id of ["wheat", "barley", "potato", "rice", "garlic"]) {
      const { need } = fed(id, {}, tested({ levels: { p: 30, k: 180, b: 0.05 } }));
      expect(need.b > 0, id).toBe(answering.includes(id));
    }
  });
});

describe("caps and balance", () => {
  const over = (n: number, own: Partial<Decisions> = {}) =>
    fed("wheat", { ...own, overrides: { "feed.n": { value: n, reason: "to see" } } });
  it("doubt more nitrogen in all than the guide's cap, or in the last split", () => {
    expect(over(221).ids).toContain("feed.totalCap");
    expect(over(219).ids).not.toContain("feed.totalCap");
    // a quarter in the last split, as it was typed: 60 kg at 240
    const typed = { feed: { shares: { n1: 30, n2: 45, n3: 25 } } };
    expect(over(241, typed).ids).toContain("feed.lastCap");
    expect(over(239, typed).ids).not.toContain("feed.lastCap");
    // all in one split is no last one
    expect(over(241, { feed: { patternId: "once" } }).ids).not.toContain("feed.lastCap");
  });
  it("say what is short where no product brings it, and what that does", () => {
    const none = fed(
      "wheat",
      {},
      { ...EXAMPLE_FACTS, fertilisers: EXAMPLE_FACTS.fertilisers.filter((f) => !f.contents.p2o5) },
    );
    const short = none.findings.find((f) => f.id === "feed.short.p2o5")!;
    expect(short.title).toBe("P₂O₅ is 79 kg/ha short.");
    expect(short.why).toContain("No product in your list supplies it alone");
    expect(fed("wheat").ids.filter((id) => id.startsWith("feed.short.") && id !== "feed.short.s")).toEqual([]);
  });
  it("say of a trace element too that it is short, by grams", () => {
    const short = fed("garlic", {}, tested({ levels: { p: 30, k: 180, b: 0.05 } }));
    expect(short.need.b).toBeLessThanOrEqual(2);
    expect(short.ids).toContain("feed.short.b");
  });
  it("say what is over, where a compound brings more than was asked", () => {
    const compound = {
      ...EXAMPLE_FACTS.fertilisers[0]!,
      id: "npk",
      name: "Compound",
      contents: { n: 20, p2o5: 10, k2o: 10 },
    };
    const facts = { ...EXAMPLE_FACTS, fertilisers: [...EXAMPLE_FACTS.fertilisers, compound] };
    const split = { n1: "npk", n2: "npk", n3: "npk" };
    const { ids, plan } = fed("wheat", { feed: { splitProducts: split } }, facts);
    // 165.6 kg N by a product of 20 % are 828 kg, with 82.8 kg of P2O5 and K2O: over what was asked of both
    expect(plan.feed.supplied.p2o5 - plan.feed.need.p2o5).toBeCloseTo((((180 - 35 - M) / 0.65 - 35) / 0.2) * 0.1, 4);
    expect(ids).toContain("feed.over.p2o5");
    expect(ids).toContain("feed.over.k2o");
    expect(fed("wheat").ids).not.toContain("feed.over.p2o5");
    // eight kilograms over are let pass, more are not: 828 kg of the product with 0.9 and 1.1 % of K2O, none of it needed
    const along = (k2o: number) =>
      fed(
        "wheat",
        { feed: { splitProducts: split } },
        {
          ...EXAMPLE_FACTS,
          fertilisers: [...EXAMPLE_FACTS.fertilisers, { ...compound, contents: { n: 20, k2o } }],
          soilTest: { ...EXAMPLE_FACTS.soilTest!, levels: { p: 14, k: 900 } },
        },
      );
    expect(along(0.9).need.k2o).toBe(0);
    expect(along(0.9).ids).not.toContain("feed.over.k2o");
    expect(along(1.1).ids).toContain("feed.over.k2o");
  });
});

describe("the date of a sample of mineral nitrogen", () => {
  const sample = (takenOn: string) => {
    const previousCrop = { ...EXAMPLE_FACTS.previousCrop!, harvest: "2026-07-20", harvested: true };
    const test = { takenOn, soilMineralNKgPerHa: 55, soilMineralNDepthCm: 90 };
    const today = takenOn > EXAMPLE_FACTS.today ? takenOn : EXAMPLE_FACTS.today;
    const done = (operationId: string, doneOn: string) => ({ operationId, doneOn, quantityPerHa: null, note: "" });
    const log = today > "2027-03-05" ? [done("planting", "2026-10-04"), done("n1", "2027-03-05")] : [];
    const { findings } = found("wheat", {}, tested(test, { previousCrop, today, log }));
    return (id: string) => findings.find((f) => f.id === id);
  };
  it("is best about two weeks before the first nitrogen: much earlier and much later are said", () => {
    // first nitrogen on 5 Mar: about 19 Feb
    const early = sample("2026-07-30");
    expect(early("feed.mineralNLeached")?.why).toMatch(/A sample about 1\d Feb|A sample about 2\d Feb/);
    expect(early("feed.mineralNLate")).toBeUndefined();
    const late = sample("2027-04-20");
    expect(late("feed.mineralNLate")?.title).toContain("20 Apr 2027");
    expect(sample("2027-02-18")("feed.mineralNLate")).toBeUndefined();
  });
  it("stands in the advice to sample", () => {
    const unsampled = found("wheat", {}, tested({ soilMineralNKgPerHa: null })).findings;
    expect(unsampled.find((f) => f.id === "feed.mineralNAssumed")?.why).toMatch(/Sample to .* about \d+ Feb, before/);
  });
});
