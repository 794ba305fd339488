/** Several lots on the field of 14.2 ha, by hand. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import type { PlanFacts } from "../../plan/facts";
import { unwrap } from "../../result";
import { applyChanges, type Decisions, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { checkPlan } from "../example-findings";

const [first] = EXAMPLE_FACTS.seedLots;
const FACTS: PlanFacts = {
  ...EXAMPLE_FACTS,
  seedLots: [
    ...EXAMPLE_FACTS.seedLots,
    { ...first!, id: "saved", variety: "Own saving", thousandGrainWeightG: 42, germinationPct: 90, pricePerT: 30_000 },
  ],
};
const made = (seed: NonNullable<Decisions["seed"]>) => {
  const decisions = {
    ...freshDecisions("wheat"),
    seed: { lotId: "lot1", targetPlantsPerM2: 300, reservePct: 5, ...seed },
  };
  const plan = unwrap(draftPlan(FACTS, decisions, 2027, testGuide("wheat")));
  return { plan, decisions, findings: checkPlan(plan, FACTS, decisions) };
};
// 300 / 0.95 / 0.88 = 358.85 seeds x 46.2 mg = 165.79 kg; with 5 % 174.08 kg
const BOUGHT = (300 / 0.95 / 0.88) * 0.462 * 1.05;
// 300 / 0.9 / 0.88 = 378.79 seeds x 42 mg = 159.09 kg; with 5 % 167.05 kg
const OTHER = (300 / 0.9 / 0.88) * 0.42 * 1.05;

describe("one lot of which there is only so much", () => {
  const { plan, findings, decisions } = made({ haveKg: 2100 });
  it("says how far it goes", () => {
    // 2,100 / 174.08 = 12.06 ha
    expect(plan.seed.lots).toHaveLength(1);
    expect(plan.seed.lots![0]!.areaHa).toBeCloseTo(2100 / BOUGHT, 9);
    expect(plan.seed.shortHa).toBeCloseTo(14.2 - 2100 / BOUGHT, 9);
    expect(plan.seed.orderKg).toBeCloseTo(2100, 6);
  });
  it("stops the plan, with ways out that mend it", () => {
    const short = findings.find((f) => f.id === "seed.short")!;
    expect(short.severity).toBe("stop");
    expect(short.title).toContain("sows 12.1 ha of 14.2 ha");
    // 300 x 12.06 / 14.2 = 254.8 plants
    expect(short.repairs.map((r) => r.label)).toEqual([
      "Buy the rest of Haldane Gold",
      "Target 255 plants/m² on all of the field",
    ]);
    for (const repair of short.repairs) {
      const mended = applyChanges(decisions, repair.changes) as typeof decisions;
      const after = unwrap(draftPlan(FACTS, mended, 2027, testGuide("wheat")));
      expect(checkPlan(after, FACTS, mended).map((f) => f.id)).not.toContain("seed.short");
    }
  });
  it("is no lot of several where there is enough", () => {
    expect(made({}).plan.seed.lots).toBeUndefined();
    expect(made({ haveKg: 5000 }).plan.seed.shortHa).toBe(0);
  });
});

describe("a second lot", () => {
  const { plan, findings } = made({ haveKg: 2100, moreLots: { saved: { follows: true } } });
  it("is sown at the rate that its own weight and germination ask for", () => {
    const [, second] = plan.seed.lots!;
    expect(second!.kgPerHa).toBeCloseTo(OTHER, 6);
    expect(second!.sownKgPerHa).toBeCloseTo(OTHER / 1.05, 6);
    expect(second!.areaHa).toBeCloseTo(14.2 - 2100 / BOUGHT, 9);
    expect(plan.seed.shortHa).toBe(0);
    expect(plan.figures["seed.order"]!.value).toBeCloseTo(2100 + OTHER * (14.2 - 2100 / BOUGHT), 6);
  });
  it("is a line of its own in what is used and bought, at its own price", () => {
    const sowing = plan.operations.find((o) => o.role === "plant")!;
    expect(sowing.inputs.map((i) => i.name)).toEqual(["Haldane Gold, on 12.1 ha", "Own saving, on 2.1 ha"]);
    const bought = plan.inputs.filter((i) => i.kind === "seed");
    expect(bought.map((i) => i.quantity)).toEqual([
      expect.closeTo(2100, 6),
      expect.closeTo(OTHER * (14.2 - 2100 / BOUGHT), 6),
    ]);
    // 30,000 minor units a tonne
    expect(bought[1]!.cost).toBe(Math.round(OTHER * (14.2 - 2100 / BOUGHT) * 30));
  });
  it("is said to stand beside another variety", () => {
    expect(findings.map((f) => f.id)).toContain("seed.varieties");
    expect(findings.map((f) => f.id)).not.toContain("seed.short");
  });
  it("is sown as heavy as the first by a handbook", () => {
    const [a, b] = made({ school: "handbook", haveKg: 1000, moreLots: { saved: { follows: true } } }).plan.seed.lots!;
    expect(b!.kgPerHa).toBe(a!.kgPerHa);
  });
});
