/** What a plan leans on: each figure moves by itself, the price by hand, and a sample pays for what it changes. */

import { describe, expect, it } from "vitest";
import { ALL_GUIDES, testGuide } from "../../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import { unwrap } from "../../result";
import { applyChanges, change, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { METRIC } from "../example-findings";
import { leaningOf } from "./lean-plan";
import { meanMargin } from "./mean-margin";
import { movedFigures, OF_GUIDE } from "./moved-figures";
import type { PlanQuestion } from "./plan-question";

const asked = (guideId: string, own: Partial<PlanQuestion> = {}): PlanQuestion => ({
  facts: { ...EXAMPLE_FACTS, soilTest: { ...EXAMPLE_FACTS.soilTest!, soilMineralNKgPerHa: null } },
  decisions: applyChanges(freshDecisions(guideId), [change("money/pricePerT", 21_500)]),
  season: 2027,
  guide: testGuide(guideId),
  ...own,
});
const drafted = ({ facts, decisions, season, guide }: PlanQuestion) =>
  unwrap(draftPlan(facts, decisions, season, guide));

describe("what a plan leans on", () => {
  const question = asked("wheat");
  const plan = drafted(question);
  const leaning = unwrap(leaningOf(question));
  const line = (id: string) => leaning.lines.find((l) => l.id === id);

  it("is the figures that move the margin most, the most first, and no more than ten", () => {
    expect(leaning.marginPerHa).toBe(meanMargin(plan));
    expect(leaning.lines.length).toBeGreaterThan(4);
    expect(leaning.lines.length).toBeLessThanOrEqual(10);
    const swings = leaning.lines.map((l) => l.swing);
    expect(swings).toEqual([...swings].sort((a, b) => b - a));
  });
  it("counts a fifth of the price either way on the yield of the seasons' mean", () => {
    // 172 and 258 for 215 a tonne: 86 x the mean yield, and no cost follows the price
    const mean = plan.rehearsal.rehearsed?.meanTPerHa ?? 0;
    expect(line("price")?.swing).toBeCloseTo(8600 * mean, 4);
    expect(METRIC.tell(line("price")?.range ?? "")).toBe("172 to 258 cr/t");
    expect(line("price")?.atLow).toBeCloseTo(leaning.marginPerHa - 4300 * mean, 4);
  });
  it("says what a sample costs here and what another dose brings at most", () => {
    const sample = line("feed.mineralN");
    // five hours at 24 on 14.2 ha
    expect(sample?.measuring?.costPerHa).toBeCloseTo((5 * 2400) / 14.2, 6);
    expect(sample?.measuring?.bringsPerHa).toBeGreaterThan(500);
    expect(sample?.measuring?.bringsPerHa).toBeLessThan(sample?.swing ?? 0);
    // more in the soil with the dose held never brings less
    expect(sample!.atHigh).toBeGreaterThan(sample!.atLow);
  });
  it("leaves out what was measured, decided, or has no effect", () => {
    const ids = (own: Partial<PlanQuestion>) => {
      const q = asked("wheat", own);
      return movedFigures(drafted(q), q).map((f) => f.id);
    };
    const off = { ...EXAMPLE_FACTS.previousCrop!, harvest: "2026-07-20", harvested: true };
    const test = {
      ...EXAMPLE_FACTS.soilTest!,
      takenOn: "2026-07-25",
      soilMineralNKgPerHa: 40,
      soilMineralNDepthCm: 90,
    };
    expect(ids({ facts: { ...EXAMPLE_FACTS, previousCrop: off, soilTest: test } })).not.toContain("feed.mineralN");
    const decisions = applyChanges(question.decisions, [change("feed/recovery", 0.6)]);
    expect(ids({ decisions })).not.toContain("feed.recovery");
    expect(leaning.lines.map((l) => l.id)).not.toContain("products.grain.residueTakenPct");
  });
  it("needs a price, and says no cost without a wage", () => {
    const { guideFigures: _, ...facts } = EXAMPLE_FACTS;
    const none = leaningOf(
      asked("wheat", {
        facts: { ...facts, prices: { ...facts.prices, cropPerT: {} } },
        decisions: freshDecisions("wheat"),
      }),
    );
    expect(none.ok ? "" : none.errors[0]?.field).toBe("money.pricePerT");
    const free = { ...question.facts, prices: { ...question.facts.prices, labourPerH: 0 } };
    expect(unwrap(leaningOf({ ...question, facts: free })).lines.every((l) => l.measuring?.costPerHa == null)).toBe(
      true,
    );
  });
  it("tells how far it is, up to the whole", () => {
    const told: number[] = [];
    unwrap(leaningOf(question, (share) => told.push(share)));
    expect(told.length).toBeGreaterThan(30);
    expect(told).toEqual([...told].sort((a, b) => a - b));
    expect(told.at(-1)).toBeLessThanOrEqual(1);
  });
});

describe("a figure that is moved to where it stands", () => {
  it.each(["wheat", "potato", "garlic", "maize"])("leaves the margin of %s as it is", (id) => {
    const question = asked(id);
    const plan = drafted(question);
    const held = change("overrides/feed.n", { value: plan.feed.need.n, reason: "held" });
    const figures = movedFigures(plan, question);
    expect(figures.length).toBeGreaterThan(8);
    for (const { id: figure, planned, low, high, move } of figures) {
      expect(low, figure).toBeLessThanOrEqual(planned + 1e-9);
      expect(planned, figure).toBeLessThanOrEqual(high + 1e-9);
      const own = move(planned);
      const same = unwrap(
        draftPlan(own.facts, applyChanges(own.decisions, [held]), 2027, question.guide, { waterN: 0, nitrogen: null }),
      );
      // a soil that is known to end where roots do holds no mineral nitrogen below: within 2 a hectare
      expect(Math.abs((meanMargin(same) ?? 0) - (meanMargin(plan) ?? 0)), figure).toBeLessThan(200);
    }
  });
});

describe("the register of figures that are moved", () => {
  it("knows every ranged figure of a guide that is no decision", () => {
    // what is decided by a plan, or only compared with: spacing, depth, population, pickings, stores, amounts of material
    const decided = new Set(
      "targetPlantsPerM2 rowSpacingCm inRowSpacingCm depthCm handbookRateKgPerHa loosenCm sharePct plantsPerM2 everyDays times months lossPctPerMonth bulkKgPerM3 amount hivesPerHa seasonWaterMm rootingDepthCm recovery mineralisationKgPerHa soilMineralNKgPerHa lossPct priceFallPct days unitsPerPlant unitG standsDays sugarPerBuffer legumeSugarPerBuffer dryKgPerM3 yieldPct efficacyPct lossPctPerPlant greatestLossPct seedsPerPlant emergePct survivePct n p2o5 k2o mgo s machines hands".split(
        " ",
      ),
    );
    const keys = new Set<string>();
    const walk = (at: unknown, key: string): void => {
      if (at === null || typeof at !== "object") return;
      if ("typical" in at && "low" in at) keys.add(key);
      else for (const [k, v] of Object.entries(at)) walk(v, k);
    };
    for (const guide of ALL_GUIDES) walk(guide, "");
    expect([...keys].filter((k) => !OF_GUIDE[k] && !decided.has(k))).toEqual([]);
    expect(Object.keys(OF_GUIDE).filter((k) => !keys.has(k))).toEqual([]);
  });
});
