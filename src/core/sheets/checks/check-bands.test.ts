/** Nothing passes in silence: each main figure outside of what is usual is said, with the term that makes it so. */

import { describe, expect, it } from "vitest";
import { byBalance } from "../../../../tests/support/by-balance";
import { testGuide } from "../../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import type { PlanFacts } from "../../plan/facts";
import { unwrap } from "../../result";
import { applyChanges, type Change, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { checkPlan } from "../example-findings";

const findings = (guideId: string, changes: [string, unknown][] = [], more: Partial<PlanFacts> = {}) => {
  const facts = { ...EXAMPLE_FACTS, ...more };
  const decisions = applyChanges(
    byBalance(guideId),
    changes.map(([path, value]) => ({ path, value }) as Change),
  );
  const plan = unwrap(draftPlan(facts, decisions, 2027, testGuide(guideId)));
  return checkPlan(plan, facts, decisions);
};
const usual = (...of: Parameters<typeof findings>) => findings(...of).filter((f) => f.id.startsWith("usual."));

describe("figures outside of what is usual", () => {
  it("are none of a plain plan", () => {
    expect(usual("wheat").map((f) => f.id)).toEqual([]);
  });
  it("name the term of the nitrogen balance that makes it so: 0 passed without a word", () => {
    const [none] = usual("wheat", [["feed/soilMineralNKgPerHa", 200]]);
    expect(none?.title).toBe("Nitrogen to apply of 0 kg N/ha is below the usual 80 to 220 kg N/ha.");
    // (35 - 200) / 0.65 = -253.8
    expect(none?.why).toContain("soil mineral N of 200 kg/ha (254 kg N/ha less than at the usual value)");
    // wheat is held at its limit of 220; maize has none: (13 - 9) x 22 / 0.6 = 146.7 more
    const high = usual("maize", [["targetTPerHa", 13]]).find((f) => f.id === "usual.feed.n");
    expect(high?.title).toContain("is above the usual 70 to 220 kg N/ha");
    expect(high?.why).toContain("the target of 13 t/ha (147 kg N/ha more");
  });
  it("name the soil's class, manure, plants, or one's own value", () => {
    const dressed = usual("potato", [["feed/manure", { kind: "cattleFarmyard", tPerHa: 28, hoursToIncorporation: 4 }]]);
    // 102 P2O5 less 28 x 3.2 x 0.6 = 53.8
    expect(dressed.find((f) => f.id === "usual.feed.k2o")?.why).toContain("manure");
    expect(usual("wheat", [["seed/targetPlantsPerM2", 500]]).find((f) => f.id === "usual.seed.rate")?.why).toContain(
      "500 plants/m²",
    );
    expect(usual("wheat", [["seed/rowSpacingCm", 40]]).find((f) => f.id === "usual.seed.rowSpacing")?.why).toContain(
      "You set this value",
    );
    expect(
      usual("wheat", [["overrides/feed.p2o5", { value: 300, reason: "x" }]]).find((f) => f.id === "usual.feed.p2o5")
        ?.why,
    ).toContain("79 kg P₂O₅/ha was calculated");
  });
  it("are hours, of machines or of hands, and the job that takes most", () => {
    const byHand = { field: { ...EXAMPLE_FACTS.field, handWork: true } };
    // wheat by machine takes some four hours; a chisel of 3 m at 6 km/h that works a twentieth of its time 11.1 for itself
    const slow = usual("wheat", [["ground/passes/chisel", { fieldEfficiencyPct: 5 }]]).find(
      (f) => f.id === "usual.hours",
    );
    expect(slow?.why).toContain("chisel, 11 h/ha");
    expect(usual("rice", [], byHand).some((f) => f.id === "usual.hours")).toBe(false);
  });
  it("are prices that make output far off the cost", () => {
    const [fortune] = usual("wheat", [["money/pricePerT", 215_000]]);
    expect(fortune?.id).toBe("usual.money");
    expect(fortune?.title).toMatch(/^The output is 16\.\d times the cost\.$/);
  });
});

describe("salt, sodium and the site", () => {
  const salty = (more: object): Partial<PlanFacts> => ({
    field: { ...EXAMPLE_FACTS.field, textureClass: "siltyClay", drainage: "poor" },
    soilTest: { ...EXAMPLE_FACTS.soilTest!, ph: 8, ...more },
  });
  it("bring gypsum, with its dressings, and drains before it: a sodic field had no finding", () => {
    const all = findings("wheat", [], salty({ espPct: 18, cecCmolPerKg: 22 }));
    // (18 - 8) % of 22 = 2.2 cmol x 0.86 x 30 x 100 x 1.35 / 1000 = 7.66; / 0.85 = 9.01
    expect(all.find((f) => f.id === "soil.sodic")?.why).toContain(
      "Apply 9 t/ha of gypsum in total, 5 t/ha this season",
    );
    expect(all.find((f) => f.id === "soil.sodic")?.why).toContain("drains poorly");
    expect(findings("wheat", [], salty({ espPct: 18 })).find((f) => f.id === "soil.sodic")?.why).toContain(
      "needs the CEC",
    );
    expect(findings("wheat", [], salty({ espPct: 14 })).some((f) => f.id === "soil.sodic")).toBe(false);
  });
  it("spread it as an operation with its quantity", () => {
    const facts = { ...EXAMPLE_FACTS, ...salty({ espPct: 18, cecCmolPerKg: 22 }) };
    const plan = unwrap(draftPlan(facts, freshDecisions("wheat"), 2027, testGuide("wheat")));
    const gypsum = plan.operations.find((o) => o.role === "amend")!;
    expect(gypsum.inputs[0]).toMatchObject({ kind: "gypsum", perHa: 5 });
    expect(gypsum.inputs[0]!.quantity).toBeCloseTo(71, 9);
    expect(plan.money.notPlanned).toContain("gypsum");
  });
  it("move the expected yield: 12 dS/m left everything unchanged", () => {
    const expect12 = (ecE: number | null) =>
      unwrap(
        draftPlan(
          { ...EXAMPLE_FACTS, history: [], soilTest: { ...EXAMPLE_FACTS.soilTest!, ecE } },
          byBalance("wheat"),
          2027,
          testGuide("wheat"),
        ),
      ).rehearsal.expectedTPerHa;
    // 100 - 7.1 x 6 = 57.4 %
    expect(expect12(12) / expect12(null)).toBeCloseTo(0.574, 6);
  });
});

describe("the target", () => {
  const ids = (...of: Parameters<typeof findings>) => findings(...of).map((f) => f.id);
  it("is said to be out of reach of the light, or only ambitious", () => {
    expect(ids("wheat", [["targetTPerHa", 16]])).toContain("target.light");
    // watered as its balance asks, potatoes lack little; by rain alone their finding is the water sheet's
    const watered = { field: { ...EXAMPLE_FACTS.field, irrigated: true } };
    const plan = unwrap(
      draftPlan({ ...EXAMPLE_FACTS, ...watered }, freshDecisions("potato"), 2027, testGuide("potato")),
    );
    expect(plan.rehearsal.rehearsed!.waterPct).toBeGreaterThan(95);
    expect(ids("potato", [], watered)).not.toContain("water.yield");
    expect(ids("potato")).toContain("water.rain");
    // over 15 % more than what is expected
    const at = (targetTPerHa: number) =>
      unwrap(draftPlan(EXAMPLE_FACTS, { ...freshDecisions("wheat"), targetTPerHa }, 2027, testGuide("wheat"))).rehearsal
        .expectedTPerHa;
    for (const target of [7.5, 8.5, 9.5, 10.5])
      expect(ids("wheat", [["targetTPerHa", target]]).includes("target.ambitious"), `${target} of ${at(target)}`).toBe(
        target > 1.15 * at(target),
      );
    expect(10.5).toBeGreaterThan(1.15 * at(10.5));
  });
  it("has its margin beside that of the expected yield, and what is not in the cost", () => {
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, freshDecisions("wheat"), 2027, testGuide("wheat")));
    // middle and bad season x 215 less the same cost
    const { expectedTPerHa, rehearsed } = plan.rehearsal;
    const margin = (tPerHa: number) => tPerHa * 215 - plan.money.costPerHa / 100;
    expect(plan.figures["money.marginExpected"]!.value).toBeCloseTo(margin(expectedTPerHa), 6);
    expect(plan.figures["money.marginBad"]!.value).toBeCloseTo(margin(rehearsed!.badTPerHa), 6);
    expect(rehearsed!.badTPerHa).toBeLessThan(expectedTPerHa);
    expect(plan.money.notPlanned).toEqual([
      "crop protection",
      "storage",
      "carting to the outlet",
      "rent and overheads",
    ]);
    expect(ids("wheat")).toContain("money.notPlanned");
  });
});
