/** Crops sown together: rates by share, what speaks against one pass, what the shares give. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import { unwrap } from "../../result";
import { type Decisions, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { checkPlan } from "../example-findings";

describe("a mixture", () => {
  const guide = testGuide("wholeCrop");
  const draft = (seed: Decisions["seed"], schools = {}) => {
    const decisions = {
      ...freshDecisions("wholeCrop"),
      crop: { guideId: "wholeCrop", schools },
      ...(seed ? { seed } : {}),
    };
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, guide));
    return { plan, ids: checkPlan(plan, EXAMPLE_FACTS, decisions).map((f) => f.id) };
  };
  it("is each component's straight rate by its share", () => {
    const { plan } = draft(undefined);
    // barley 300 / 0.95 / 0.85 x 46 / 100 = 170.9, x 60 % = 102.5; pea 80 / 0.88 / 0.85 x 230 / 100 = 246.0, x 50 % = 123.0
    const [barley, pea] = plan.seed.mixture!.components;
    expect(barley!.kgPerHa).toBeCloseTo(102.5, 1);
    expect(pea!.kgPerHa).toBeCloseTo(123, 1);
    expect(plan.seed.sownKgPerHa).toBeCloseTo(225.5, 1);
    expect(plan.seed.mixture).toMatchObject({ shareSumPct: 110, apart: [] });
    // 4 to 5.5 cm suit both: 4.75; shares 60 and 50 of 110: legumes 45.5 %, protein 9.5 x 0.545 + 17.5 x 0.455 = 13.1
    expect(plan.seed.mixture!.depthCm).toBeCloseTo(4.75, 9);
    expect(plan.seed.mixture!.legumePct).toBeCloseTo(45.45, 2);
    expect(plan.seed.mixture!.proteinPct).toBeCloseTo(13.14, 2);
    // ordered by component: 102.5 x 1.05 x 14.2 ha
    const sown = plan.operations.find((o) => o.role === "plant")!.inputs;
    expect(sown.map((i) => [i.id, Math.round(i.quantity)])).toEqual([
      ["seed-barley", 1529],
      ["seed-pea", 1834],
    ]);
  });
  it("needs two passes where fine seed goes under it, and says so", () => {
    const { plan, ids } = draft(undefined, { undersown: "clover" });
    expect(plan.seed.mixture!.depthCm).toBeNull();
    expect(plan.seed.mixture!.apart).toEqual([
      "no depth suits all of them",
      "small seed sinks under large in one hopper",
    ]);
    expect(ids).toContain("seed.mixture.passes");
  });
  it("is thin, thick or no mixture by its shares", () => {
    const shares = (barley: number, pea: number) =>
      draft({ mixture: { barley: { sharePct: barley }, pea: { sharePct: pea } } }).ids.filter((id) =>
        id.startsWith("seed.mixture"),
      );
    expect(shares(40, 30)).toEqual(["seed.mixture.thin"]);
    expect(shares(50, 50)).toEqual([]);
    expect(shares(80, 60)).toEqual(["seed.mixture.shares"]);
    expect(shares(100, 0)).toEqual(["seed.mixture.alone"]);
  });
  it("is not fed like a cereal alone", () => {
    const decisions = {
      ...freshDecisions("wholeCrop"),
      overrides: { "feed.n": { value: 90, reason: "as last year" } },
    } as Decisions;
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, guide));
    const found = checkPlan(plan, EXAMPLE_FACTS, decisions).find((f) => f.id === "seed.mixture.nitrogen");
    // 110 x (1 - 0.4545) = 60
    expect(found?.title).toContain("a mixture with 45 % of legumes; about 60 kg N/ha is the most");
  });
});
