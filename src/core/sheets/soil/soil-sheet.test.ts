/** The soil sheet by hand: lime by soil, product and depth, when it is worth spreading, and what is doubted. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../../tests/support/guides";
import { daysBetween } from "../../dates";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import type { PlanFacts } from "../../plan/facts";
import type { SoilTest } from "../../records/land/soil-test";
import { unwrap } from "../../result";
import { SOIL_LIMITS } from "../../soil/soil-test-schemes";
import { type Decisions, freshDecisions } from "../decisions";
import { upgradeDecisions } from "../decisions-schema";
import { draftPlan } from "../draft-plan";
import { checkPlan } from "../example-findings";

function limed(
  lime: NonNullable<Decisions["soil"]>["lime"] = {},
  test: Partial<SoilTest> | null = {},
  more: Partial<PlanFacts> = {},
) {
  const facts = { ...EXAMPLE_FACTS, ...more, soilTest: test && { ...EXAMPLE_FACTS.soilTest!, ...test } };
  const decisions = { ...freshDecisions("wheat"), soil: { lime } };
  const plan = unwrap(draftPlan(facts, decisions, 2027, testGuide("wheat")));
  return { plan, findings: checkPlan(plan, facts, decisions), t: plan.soil.limeTPerHa };
}
const ids = ({ findings }: ReturnType<typeof limed>) => findings.map((f) => f.id);
const on = (textureClass: PlanFacts["field"]["textureClass"]) => ({ field: { ...EXAMPLE_FACTS.field, textureClass } });

describe("lime for wheat", () => {
  // pH 5.8 to 6.5 on clay loam, 15 cm deep: 0.7 x 8 t x 15 / 20 = 4.2 t CaCO3; / 0.90 / 0.85 = 5.49 t of the product
  it("lifts the layer that was sampled to the guide's pH", () => {
    expect(limed().t).toBeCloseTo(4.2 / 0.9 / 0.85, 6);
  });
  it("goes with the depth that is limed and the pH that is aimed for", () => {
    expect(limed({ depthCm: 20 }).t).toBeCloseTo(5.6 / 0.9 / 0.85, 6);
    expect(limed({ targetPh: 6 }).t).toBeCloseTo((0.2 * 8 * 0.75) / 0.9 / 0.85, 6);
    expect(limed({ targetPh: 5.8 }).t).toBe(0);
    // where none is spread nothing is paid and nothing waited for
    expect(limed({ targetPh: 5.8 }).plan.figures["soil.limeCost"]).toBeUndefined();
    expect(limed({ targetPh: 5.8 }).plan.soil.limeLeadDays).toBe(0);
  });
  it("takes less on sand and more on peat", () => {
    // 6 and 16 t a unit in place of 8
    expect(limed({}, {}, on("sand")).t).toBeCloseTo((0.7 * 6 * 0.75) / 0.9 / 0.85, 6);
    expect(limed({}, { organicMatterPct: 26 }).t).toBeCloseTo((0.7 * 16 * 0.75) / 0.9 / 0.85, 6);
    expect(limed({}, { organicMatterPct: 11 }, on("sand")).t).toBeCloseTo((0.7 * 8 * 0.75) / 0.9 / 0.85, 6);
  });
  it("takes the product that was chosen, by its strength, and waits as long as that one must", () => {
    const burnt = { ...EXAMPLE_FACTS.limes[0]!, id: "burnt", name: "Burnt lime", material: "burntLime" as const };
    const limes = [...EXAMPLE_FACTS.limes, { ...burnt, neutralisingValuePct: 160, finenessPct: 100, pricePerT: 9000 }];
    const strong = limed({ productId: "burnt" }, {}, { limes });
    expect(strong.t).toBeCloseTo(4.2 / 1.6, 6);
    expect(strong.plan.soil.limeLeadDays).toBe(7);
    expect(limed().plan.soil.limeLeadDays).toBe(21);
    // 2.625 t x 90.00
    expect(strong.plan.figures["soil.limeCost"]!.value).toBeCloseTo(2.625 * 90, 6);
    // one that is not there any more: the first of the catalogue
    expect(limed({ productId: "gone" }, {}, { limes }).plan.soil.limeProductId).toBe("limestone");
  });
  it("is found by the method that was chosen, never by which numbers are there", () => {
    // 4 t CaCO3 for 20 cm by the laboratory, 15 cm deep: 3 / 0.9 / 0.85 = 3.92 t of the product
    expect(limed({ method: "buffer", bufferTPerHa: 4 }).t).toBeCloseTo(3 / 0.9 / 0.85, 6);
    expect(limed({ method: "table", bufferTPerHa: 4 }).t).toBeCloseTo(4.2 / 0.9 / 0.85, 6);
    expect(limed({ bufferTPerHa: 4 }).t).toBeCloseTo(4.2 / 0.9 / 0.85, 6);
    // without its figure it says so, and does not fall back to the table
    const missing = limed({ method: "buffer" });
    expect(missing.t).toBe(0);
    expect(missing.findings.find((f) => f.severity === "stop")?.title).toContain(
      "CaCO3 by the laboratory: nothing given",
    );
    // of before, where the number was the choice
    expect(upgradeDecisions({ ...freshDecisions("wheat"), soil: { lime: { bufferTPerHa: 4 } } }).soil?.lime).toEqual({
      bufferTPerHa: 4,
      method: "buffer",
    });
  });
  it("that somebody typed is waited for as what is computed is", () => {
    // pH 6.6 asks for none; 5 t of ground limestone on top of it wait three weeks all the same
    const facts = { ...EXAMPLE_FACTS, soilTest: { ...EXAMPLE_FACTS.soilTest!, ph: 6.6 } };
    const overrides = { "soil.lime": { value: 5, reason: "the plough brings up sour subsoil" } };
    const typed = unwrap(draftPlan(facts, { ...freshDecisions("wheat"), overrides }, 2027, testGuide("wheat")));
    expect([typed.soil.limeTPerHa, typed.soil.limeLeadDays]).toEqual([5, 21]);
    const date = (id: string) => typed.operations.find((o) => o.role === id)?.date as string;
    expect(daysBetween(date("lime"), date("plant"))).toBeGreaterThanOrEqual(21);
    // and what is typed away waits for nothing
    const none = { "soil.lime": { value: 0, reason: "limed by the landlord" } };
    const without = unwrap(
      draftPlan(EXAMPLE_FACTS, { ...freshDecisions("wheat"), overrides: none }, 2027, testGuide("wheat")),
    );
    expect([without.soil.limeTPerHa, without.soil.limeLeadDays]).toEqual([0, 0]);
  });
  it("is not spread for a lift within the error of sampling", () => {
    expect(limed({ targetPh: 6.5 }, { ph: 6.41 }).t).toBe(0);
    // 0.1 x 8 x 0.75 / 0.765 = 0.784 t, at 38.00 a tonne
    const little = limed({ targetPh: 6.5 }, { ph: 6.4 });
    expect(little.t).toBeCloseTo(0.6 / 0.765, 6);
    expect(little.plan.figures["soil.limeCost"]!.value).toBeCloseTo((0.6 / 0.765) * 38, 4);
    expect(little.plan.soil.limeLeadDays).toBe(21);
  });
  it("goes on in dressings, the rest in the seasons after", () => {
    // 1.5 x 8 x 0.75 / 0.765 = 11.76 t: 7.5 now, in two seasons; 16 t a unit make it 23.5: four
    const much = limed({}, { ph: 5 });
    expect(much.t).toBeCloseTo(9 / 0.765, 6);
    expect(much.plan.soil.limeThisSeasonTPerHa).toBe(7.5);
    expect(much.plan.operations.find((o) => o.role === "lime")!.inputs[0]!.perHa).toBe(7.5);
    expect(much.findings.find((f) => f.id === "soil.limeSplit")!.title).toBe(
      "The lime requirement takes 2 dressings, one a season.",
    );
    expect(limed({}, { ph: 5, organicMatterPct: 30 }).findings.find((f) => f.id === "soil.limeSplit")!.title).toBe(
      "The lime requirement takes 4 dressings, one a season.",
    );
    expect(ids(limed())).not.toContain("soil.limeSplit");
    expect(much.findings.find((f) => f.id === "soil.limeSplit")!.why).toContain("12 t/ha is more than one dressing");
  });
  it("is none without a test or a product, and says so where the test is missing", () => {
    expect(limed({}, null).t).toBe(0);
    expect(ids(limed({}, null))).toContain("soil.noTest");
    expect(limed({}, {}, { limes: [] }).t).toBe(0);
    expect(limed({}, {}, { limes: [] }).plan.operations.some((o) => o.role === "lime")).toBe(false);
  });
});

describe("what a soil test makes one doubt", () => {
  it("is its age, over four years", () => {
    // today is 12 August 2026
    expect(ids(limed({}, { takenOn: "2022-08-10" }))).toContain("soil.oldTest");
    expect(ids(limed({}, { takenOn: "2022-08-14" }))).not.toContain("soil.oldTest");
    expect(limed({}, { takenOn: "2019-08-12" }).findings.find((f) => f.id === "soil.oldTest")!.title).toBe(
      "The soil test is 7 years old.",
    );
  });
  it("is what was not tested of what goes by offtake", () => {
    expect(ids(limed({}, { levels: { p: 14 } }))).toEqual(expect.arrayContaining(["soil.untested.k"]));
    expect(ids(limed({}, { levels: { p: 14 } }))).not.toContain("soil.untested.p");
    expect(ids(limed())).not.toContain("soil.untested.k");
  });
  it("is a reaction that the crop fails on, and a target too high for peat", () => {
    const { failsBelow, failsAbove } = testGuide("wheat").soil.ph;
    expect(ids(limed({}, { ph: failsBelow - 0.1 }))).toContain("soil.tooAcid");
    expect(ids(limed({}, { ph: failsBelow }))).not.toContain("soil.tooAcid");
    expect(ids(limed({}, { ph: failsAbove + 0.1 }))).toContain("soil.tooAlkaline");
    expect(ids(limed({}, { ph: failsAbove }))).not.toContain("soil.tooAlkaline");
    const peat = limed({}, { organicMatterPct: 30 });
    expect(peat.findings.find((f) => f.id === "soil.peatTarget")!.repairs[0]!.changes[0]).toEqual({
      path: "soil/lime/targetPh",
      value: 5.8,
    });
    expect(ids(limed({ targetPh: 5.8 }, { organicMatterPct: 30 }))).not.toContain("soil.peatTarget");
  });
  it("is salt over what the crop stands, with the yield at risk", () => {
    const { thresholdDsM, slopePctPerDsM } = testGuide("wheat").soil.salinity;
    expect(ids(limed({}, { ecE: thresholdDsM }))).not.toContain("soil.salt");
    const salty = limed({}, { ecE: thresholdDsM + 2 }).findings.find((f) => f.id === "soil.salt")!;
    expect(salty.why).toContain(`About ${Math.round(2 * slopePctPerDsM)} % of the yield`);
    expect(limed({}, { ecE: 100 }).findings.find((f) => f.id === "soil.salt")!.why).toContain("About 100 %");
  });
});

describe("a test by another scheme", () => {
  const mehlich = { scheme: "mehlich3", levels: { p: 22, k: 180, mg: 60 } };
  it("is read by the limits that come with it", () => {
    const limits = SOIL_LIMITS.find((s) => s.id === "mehlich3")!;
    const { plan } = limed({}, mehlich, { soilLimits: limits });
    // 22 mg/kg of P is within 16 to 25: low there, and would be the target by Olsen; 180 of K within 161 to 200, the target
    expect(plan.soil.readings.map((r) => [r.nutrient, r.class])).toEqual([
      ["p", "low"],
      ["k", "target"],
      ["mg", "low"],
    ]);
  });
  it("without limits is said, not guessed", () => {
    const facts = { ...EXAMPLE_FACTS, soilTest: { ...EXAMPLE_FACTS.soilTest!, ...mehlich } };
    const drafted = draftPlan(facts, freshDecisions("wheat"), 2027, testGuide("wheat"));
    const said = drafted.ok
      ? checkPlan(drafted.value, facts, freshDecisions("wheat")).map((f) => `${f.title} ${f.why}`)
      : drafted.errors.map((e) => e.message);
    expect(said.join(" ")).toContain("mehlich3");
  });
});
