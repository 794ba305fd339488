/** What findings and figures say, to the word and the digit, where a slip would go unnoticed. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import type { PlanFacts } from "../plan/facts";
import { unwrap } from "../result";
import { applyChanges, type Change, type Decisions, freshDecisions } from "./decisions";
import { draftPlan } from "./draft-plan";
import { checkPlan, METRIC } from "./example-findings";

const put = (id: string, ...changes: [string, unknown][]): Decisions =>
  applyChanges(
    freshDecisions(id),
    changes.map(([path, value]) => ({ path, value }) as Change),
  );
const draft = (decisions: Decisions, facts: PlanFacts = EXAMPLE_FACTS) =>
  unwrap(draftPlan(facts, decisions, 2027, testGuide(decisions.crop.guideId)));
const said = (id: string, decisions: Decisions, facts: PlanFacts = EXAMPLE_FACTS) =>
  checkPlan(draft(decisions, facts), facts, decisions).find((f) => f.id === id);

describe("findings", () => {
  it("say a target outside of the usual with its figures", () => {
    expect(said("target.range", put("wheat", ["targetTPerHa", 11.25]))?.title).toBe(
      "The target of 11.3 t/ha is outside the usual 4 to 10.5 t/ha.",
    );
  });
  it("say why a rest that is too short does harm, by the crop's own word", () => {
    const facts = { ...EXAMPLE_FACTS, history: [{ season: 2026, crop: "wheat", yieldTPerHa: 8 }] };
    expect(said("rotation.gap", freshDecisions("wheat"), facts)).toMatchObject({
      title: "Wheat was last grown here in 2026; a break of at least 1 year is usual.",
      why: "Take-all, eyespot, brome; about a tenth less yield.",
    });
  });
  it("warn of lime before a crop that it harms only where there is lime", () => {
    const sweet = { ...EXAMPLE_FACTS, soilTest: { ...EXAMPLE_FACTS.soilTest!, ph: 6.2 } };
    expect(said("soil.limeHarms", freshDecisions("potato"), sweet)).toBeUndefined();
    const sour = { ...EXAMPLE_FACTS, soilTest: { ...EXAMPLE_FACTS.soilTest!, ph: 5 } };
    expect(said("soil.limeHarms", freshDecisions("potato"), sour)?.repairs[0]?.changes[0]).toEqual({
      path: "soil/lime/targetPh",
      value: 5,
    });
  });
});

describe("figures", () => {
  it("count bags and sums of what fertilisers bring", () => {
    const plan = draft(freshDecisions("wheat"));
    const tsp = plan.feed.doses.find((d) => d.id === "tsp")!;
    // 78.75 / 0.46 x 14.2 = 2,431 kg of 50 kg; the order counts 49
    expect(plan.asides["feed.bags.base-feed.tsp"]?.value).toBeCloseTo(48.62, 2);
    expect(plan.inputs.find((i) => i.id === tsp.id)?.bags).toBe(49);
    const [supplied, ...more] = plan.figures["feed.supplied.p2o5"]?.inputs ?? [];
    expect(METRIC.tell(supplied?.label ?? "")).toBe("Triple superphosphate 46, 171 kg/ha");
    expect(supplied).toMatchObject({ value: expect.closeTo(78.75, 9), unit: "kg/ha" });
    expect(more).toEqual([]);
    expect(plan.asides["feed.over.p2o5"]?.value).toBeCloseTo(0, 9);
  });
  it("say what a handbook's mass of planting stock would give", () => {
    const plan = draft(freshDecisions("potato"));
    // 2,500 kg of 55 g are 4.545 tubers a square metre; 97 % sprout in this lot and 96 % emerge
    expect(plan.seed.plantsFromHandbook).toBeCloseTo((2500 / 55 / 10) * 0.97 * 0.96, 6);
  });
  it("break even at the cost over the target, at no price where nothing is aimed at", () => {
    const plan = draft(freshDecisions("wheat"));
    expect(plan.money.breakEvenPricePerT).toBeCloseTo(plan.money.costPerHa / 7.5, 9);
    expect(draft(put("wheat", ["targetTPerHa", 0.5])).money.breakEvenPricePerT).toBeGreaterThan(0);
  });
});

describe("a plan that is drafted with another crop's guide", () => {
  it("is refused with the field, what was given and what is allowed", () => {
    const refused = draftPlan(EXAMPLE_FACTS, freshDecisions("rice"), 2027, testGuide("wheat"));
    expect(refused.ok ? null : refused.errors[0]).toMatchObject({
      field: "crop.guideId",
      given: "rice",
      allowed: '"wheat", the guide that is drafted with',
    });
  });
});
