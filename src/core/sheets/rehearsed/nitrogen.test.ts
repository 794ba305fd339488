/** The nitrogen that a plan's seasons ask for: it pays, it follows prices and soil, and the balance stands beside. */

import { describe, expect, it } from "vitest";
import { demoPlans } from "../../../../tests/support/demo-plans";
import { testGuide } from "../../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import type { PlanFacts } from "../../plan/facts";
import type { SoilTest } from "../../records/land/soil-test";
import { unwrap } from "../../result";
import { applyChanges, type Change, type Decisions, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { checkPlan } from "../example-findings";
import { nitrogenResponse } from "../varied/nitrogen-response";

const put = (decisions: Decisions, ...changes: [string, unknown][]) =>
  applyChanges(
    decisions,
    changes.map(([path, value]) => ({ path, value }) as Change),
  );
const wheat = freshDecisions("wheat");
const draft = (decisions = wheat, facts = EXAMPLE_FACTS) =>
  unwrap(draftPlan(facts, decisions, 2027, testGuide(decisions.crop.guideId)));
const dose = (decisions = wheat, facts = EXAMPLE_FACTS) => draft(decisions, facts).feed.need.n;
const tested = (test: Partial<SoilTest>): PlanFacts => ({
  ...EXAMPLE_FACTS,
  soilTest: { ...EXAMPLE_FACTS.soilTest!, ...test },
});
const demo = demoPlans();
const demoDraft = (field: string, crop: string) => {
  const found = demo.find((p) => p.field === field && p.decisions.crop.guideId === crop);
  if (!found) throw new Error(`no ${crop} on ${field}`);
  return unwrap(draftPlan(found.facts, found.decisions, found.season, testGuide(crop)));
};

describe("the nitrogen of a plan", () => {
  const plan = draft();
  it("is by the seasons where crop and climate are known, and the balance stands beside", () => {
    expect(plan.feed.nitrogenBy).toBe("rehearsed");
    expect(plan.asides["feed.school.rehearsed"]?.value).toBe(plan.feed.need.n);
    // 7.5 t x 24 - what is there, over 0.65, less the beans: 165
    expect(plan.asides["feed.school.balance"]?.value).toBeCloseTo(165, -1);
    const { usual } = plan.crop.guide;
    expect(plan.feed.need.n).toBeGreaterThan(usual.n.low);
    expect(plan.feed.need.n).toBeLessThan(usual.n.high);
  });
  it("leaves more in the mean of the seasons than 20 kg less or more, with its own trips and products", () => {
    const { points, plannedKgPerHa, lessCosts, moreCosts } = unwrap(
      nitrogenResponse({ facts: EXAMPLE_FACTS, decisions: wheat, season: 2027, guide: testGuide("wheat") }),
    );
    expect(plannedKgPerHa).toBe(plan.feed.need.n);
    // found on every fourth season and without trips: the top is flat
    expect(lessCosts).toBeGreaterThan(-500);
    expect(moreCosts).toBeGreaterThan(0);
    const top = points.reduce((a, b) => ((b.marginPerHa ?? 0) > (a.marginPerHa ?? 0) ? b : a));
    expect(Math.abs(top.kgPerHa - plannedKgPerHa)).toBeLessThanOrEqual(20);
    expect(points[0]?.kgPerHa).toBe(0);
    // more nitrogen is never less yield or less leached, and none costs a fifth to a half
    for (const [i, p] of points.entries()) {
      const before = points[i - 1];
      if (!before) continue;
      expect(p.expectedTPerHa).toBeGreaterThanOrEqual(before.expectedTPerHa - 1e-9);
      expect(p.leachedKgPerHa).toBeGreaterThanOrEqual(before.leachedKgPerHa - 1e-9);
    }
    const share = (points[0]?.expectedTPerHa ?? 0) / Math.max(...points.map((p) => p.expectedTPerHa));
    expect(share).toBeGreaterThan(0.5);
    expect(share).toBeLessThan(0.8);
  });
  it("does not follow the target, which adds nothing to a season", () => {
    expect(dose(put(wheat, ["targetTPerHa", 10]))).toBe(plan.feed.need.n);
  });
  it("falls where nitrogen is dearer or the crop cheaper", () => {
    const dear = EXAMPLE_FACTS.fertilisers.map((f) => ({ ...f, pricePerT: 4 * f.pricePerT }));
    expect(dose(wheat, { ...EXAMPLE_FACTS, fertilisers: dear })).toBeLessThan(plan.feed.need.n - 10);
    expect(dose(put(wheat, ["money/pricePerT", 6000]))).toBeLessThan(plan.feed.need.n - 10);
  });
  it("falls by what the soil gives, and a sample of what is assumed moves it by under 5 kg on any date", () => {
    const off = "2026-07-20";
    const previousCrop = { ...EXAMPLE_FACTS.previousCrop!, harvest: off, harvested: true };
    const need = (test: Partial<SoilTest>) => dose(wheat, { ...tested(test), previousCrop });
    const unsampled = need({ soilMineralNKgPerHa: null });
    const sampled = (takenOn: string, kg: number) =>
      need({ takenOn, soilMineralNKgPerHa: kg, soilMineralNDepthCm: 90 });
    expect(Math.abs(sampled("2026-07-21", 40) - unsampled)).toBeLessThan(5);
    expect(sampled("2026-07-21", 80)).toBeLessThan(unsampled - 20);
    expect(need({ organicMatterPct: 8 })).toBeLessThan(need({ organicMatterPct: 2 }) - 20);
    // what was decided of mineralisation and recovery is what the seasons go by
    expect(dose(put(wheat, ["feed/mineralisationKgPerHa", 60]))).toBeLessThan(plan.feed.need.n - 10);
    expect(dose(put(wheat, ["feed/recovery", 0.5]))).toBeGreaterThan(plan.feed.need.n + 10);
  });
  it("counts manure and the water's nitrate on the days on which they come", () => {
    const manure = { kind: "cattleFarmyard", tPerHa: 30, hoursToIncorporation: 4 };
    expect(dose(put(wheat, ["feed/manure", manure]))).toBeLessThan(plan.feed.need.n);
    const wet = { ...EXAMPLE_FACTS.field, irrigated: true, waterSystem: "sprinkler" as const };
    const potato = freshDecisions("potato");
    const facts = (waterNitrateMgL: number) => ({ ...EXAMPLE_FACTS, field: { ...wet, waterNitrateMgL } });
    const brought = draft(potato, facts(60)).figures["water.nitrogen"]?.value ?? 0;
    const saved = dose(potato, facts(0)) - dose(potato, facts(60));
    expect(brought).toBeGreaterThan(20);
    // much of the water comes when the crop has taken up most: all of it was taken off
    expect(saved).toBeGreaterThan(0);
    expect(saved).toBeLessThan(brought);
  });
  it("is by the balance without a climate or a price, and by any school that is chosen", () => {
    const none = { ...EXAMPLE_FACTS, prices: { ...EXAMPLE_FACTS.prices, cropPerT: {} } };
    expect(draft(wheat, none).feed.nitrogenBy).toBe("balance");
    expect(draft(wheat, { ...EXAMPLE_FACTS, climate: null }).feed.nitrogenBy).toBe("balance");
    const usual = draft(put(wheat, ["feed/nSchool", "fixedRate"]));
    expect(usual.feed.need.n).toBe(usual.asides["feed.school.fixedRate"]?.value);
    expect(usual.asides["feed.school.rehearsed"]?.value).toBeCloseTo(plan.feed.need.n, 6);
    // asked for by name where it cannot be asked, it says what it lacks
    const asked = draft(put(wheat, ["feed/nSchool", "rehearsed"]), none);
    expect(asked.problems.flatMap((p) => p.errors.map((e) => e.field))).toContain("feed.nSchool");
    expect(asked.feed.nitrogenBy).toBe("balance");
  });
  it("feeds what the balance starved, and starves what feeds itself", () => {
    // by mean temperature garlic got 0 kg, collard 41 of the usual 80 to 240; a mixture with peas 60
    for (const [field, crop, low, high] of [
      ["Cress Bed", "garlic", 60, 170],
      ["Lantern Bed", "kale", 80, 240],
      ["Vetch Ground", "wholeCrop", 0, 0],
      ["Lantern Reach", "rice", 90, 180],
    ] as const) {
      const { n } = demoDraft(field, crop).feed.need;
      expect(n, field).toBeGreaterThanOrEqual(low);
      expect(n, field).toBeLessThanOrEqual(high);
    }
  });
  it("offers to omit a dressing of which the crop takes up almost none, and says how water's nitrogen is counted", () => {
    // garlic in October: 10 of its 19 kg leach, and none of it ends up in the crop
    const { facts, decisions, season } = demo.find((p) => p.field === "Cress Bed")!;
    const findings = (own: Decisions) => {
      const plan = unwrap(draftPlan(facts, own, season, testGuide("garlic")));
      return { plan, list: checkPlan(plan, facts, own) };
    };
    const before = findings(decisions);
    const lost = before.list.find((f) => f.id === "feed.drained.n1");
    expect(lost?.why).toContain("Omit it, or apply it later.");
    expect(lost?.repairs.map((r) => r.label)).toEqual(["Omit it"]);
    const after = findings(applyChanges(decisions, lost!.repairs[0]!.changes));
    expect(after.list.map((f) => f.id)).not.toContain("feed.drained.n1");
    expect(after.plan.rehearsal.expectedTPerHa).toBeGreaterThan(0.97 * before.plan.rehearsal.expectedTPerHa);
    const nitrate = (own: Decisions) => findings(own).list.find((f) => f.id === "water.nitrate")?.title;
    expect(nitrate(decisions)).toContain("the simulated seasons count it as it comes");
    expect(nitrate(put(decisions, ["feed/nSchool", "balance"]))).toContain("the nitrogen rate is reduced by it");
  });
  it("says where seasons and balance are far apart, and offers the other", () => {
    // collard by its old plan: 41 kg by the balance for 24 t, which is what its seasons let expect; they pay for 129
    const collard = demo.find((p) => p.field === "Lantern Bed")!;
    const plan = demoDraft("Lantern Bed", "kale");
    const apart = checkPlan(plan, collard.facts, collard.decisions).find((f) => f.id === "feed.modelsApart");
    expect(apart?.title).toMatch(
      /^The simulated seasons pay for 1\d\d kg N\/ha; the balance for the same yield asks for \d\d kg N\/ha\.$/,
    );
    const repaired = applyChanges(collard.decisions, apart!.repairs[0]!.changes);
    expect(unwrap(draftPlan(collard.facts, repaired, collard.season, testGuide("kale"))).feed.nitrogenBy).toBe(
      "balance",
    );
    // a high target is no disagreement of the models: the balance is held against the same yield
    const said = (targetTPerHa: number) => {
      const decisions = put(wheat, ["targetTPerHa", targetTPerHa]);
      return checkPlan(draft(decisions), EXAMPLE_FACTS, decisions).find((f) => f.id === "feed.modelsApart")?.title;
    };
    expect(said(9.5)).toBe(said(8.5));
    // and names the soil where the rate is unusual
    const rich = tested({ organicMatterPct: 9, soilMineralNKgPerHa: null });
    const unusual = checkPlan(draft(wheat, rich), rich, wheat).find((f) => f.id === "usual.feed.n");
    expect(unusual?.why).toMatch(/^In these seasons the soil sets free \d+ kg N\/ha under the crop/);
    expect(unusual?.repairs[0]?.label).toMatch(/by the balance$/);
  });
});
