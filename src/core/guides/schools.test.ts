/** Where practitioners differ: the ways of a guide, what they change, and what they leave. */

import { describe, expect, it } from "vitest";
import { ALL_GUIDES, testGuide } from "../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import { unwrap } from "../result";
import { freshDecisions } from "../sheets/decisions";
import { decisionsSchema } from "../sheets/decisions-schema";
import { draftPlan } from "../sheets/draft-plan";
import { checkPlan, METRIC } from "../sheets/example-findings";
import { resolveGuide } from "./resolve-guide";
import { schoolsOf } from "./schools";

const draft = (guideId: string, schools: Record<string, string>, kindId?: string) => {
  const decisions = { ...freshDecisions(guideId), crop: { guideId, ...(kindId ? { kindId } : {}), schools } };
  expect(() => decisionsSchema.parse(decisions)).not.toThrow();
  const plan = unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, testGuide(guideId)));
  return { plan, ids: plan.operations.map((o) => o.id), findings: checkPlan(plan, EXAMPLE_FACTS, decisions) };
};

describe("schools", () => {
  it("stand in every guide, each way with its reason, protection by sight and threshold first", () => {
    for (const guide of ALL_GUIDES) {
      const resolved = unwrap(resolveGuide(guide, {}));
      const schools = schoolsOf(resolved.guide, resolved.method.id);
      expect(schools.find((s) => s.id === "protection")?.options[0]?.id, guide.id).toBe("threshold");
      for (const { options } of schools) for (const o of options) expect(o.why.length, o.id).toBeGreaterThan(10);
    }
  });
  it("change nothing by default, and are passed over where the kind does not know them", () => {
    const guide = testGuide("rice");
    expect(unwrap(resolveGuide(guide, { schools: {} })).guide.tasks).toEqual(
      unwrap(resolveGuide(guide, {})).guide.tasks,
    );
    expect(resolveGuide(guide, { schools: { unheardOf: "x" } }).ok).toBe(true);
    const organic = unwrap(
      resolveGuide(testGuide("barley"), { kind: "organicFood", schools: { protection: "programme" } }),
    );
    expect(organic.guide.schools.some((s) => s.id === "protection")).toBe(false);
  });
  it("refuse a way that is not theirs, with what is allowed", () => {
    const refused = resolveGuide(testGuide("rice"), { schools: { water: "always" } });
    expect(refused.ok ? null : refused.errors[0]).toMatchObject({
      field: "schools.water",
      given: "always",
      allowed: "one of oneDrain, flooded, wetAndDry",
    });
  });
  it("water rice with one drain, none, or wet and dry in turn", () => {
    expect(draft("rice", {}).ids).toContain("first-drain");
    expect(draft("rice", { water: "flooded" }).ids).not.toContain("first-drain");
    const turns = draft("rice", { water: "wetAndDry" }).plan.operations.find((o) => o.id === "first-drain")!;
    expect(METRIC.tell(turns.detail)).toContain("15 cm");
    // drilled dry there is no water to choose
    const dry = unwrap(resolveGuide(testGuide("rice"), { method: "drySeeded" }));
    expect(schoolsOf(dry.guide, "drySeeded").some((s) => s.id === "water")).toBe(false);
  });
  it("set seedlings young, single and wide, or old and many: seed, spacing and nursery follow", () => {
    // 16 a square metre at 25 x 25, one a hill, twelve days old
    const young = draft("rice", { seedlings: "young" });
    expect(young.plan.seed.targetPlantsPerM2).toBeCloseTo(16, 6);
    expect(young.plan.operations.find((o) => o.id === "nursery")!.tiedTo).toBe("12 days before planting");
    // 160,000 / 0.94 / 0.85 / 0.88 x 24.5 mg = 5.57 kg
    expect(young.plan.seed.sownKgPerHa).toBeCloseTo(5.575, 2);
    const old = draft("rice", { seedlings: "old" });
    expect(old.plan.seed.sownKgPerHa! > draft("rice", {}).plan.seed.sownKgPerHa!).toBe(true);
  });
  it("spread muriate for potatoes in the autumn before, ahead of the plough", () => {
    const { plan } = draft("potato", { potash: "autumnMuriate" });
    const base = plan.operations.find((o) => o.id === "base-feed")!;
    expect(base.date! < "2026-12-31").toBe(true);
    expect(plan.inputs.some((i) => i.id === "mop")).toBe(true);
    expect(draft("potato", {}).plan.inputs.some((i) => i.id === "mop")).toBe(false);
  });
  it("leave stalks of garlic, and sprouting of potatoes, when so chosen", () => {
    expect(draft("garlic", { stalks: "left" }).ids).not.toContain("stalks");
    const cold = draft("potato", { sprouting: "unsprouted" });
    expect(cold.ids).not.toContain("sprout-seed");
    const emerged = (p: typeof cold.plan) => p.stages.find((s) => s.id === "emergence")!.date;
    expect(emerged(cold.plan) > emerged(draft("potato", {}).plan)).toBe(true);
  });
});
