/** What a plan's rehearsed seasons move, and with what they agree. */

import { describe, expect, it } from "vitest";
import { demoPlans } from "../../../../tests/support/demo-plans";
import { ALL_GUIDES, testGuide } from "../../../../tests/support/guides";
import { addDays } from "../../dates";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import type { PlanFacts } from "../../plan/facts";
import { unwrap } from "../../result";
import { applyChanges, type Change, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { checkPlan } from "../example-findings";

const FIELD = EXAMPLE_FACTS.field;
const drafted = (crop: string, more: Partial<PlanFacts> = {}, changes: Change[] = []) =>
  unwrap(draftPlan({ ...EXAMPLE_FACTS, ...more }, applyChanges(freshDecisions(crop), changes), 2027, testGuide(crop)));
const on = (field: Partial<PlanFacts["field"]>): Partial<PlanFacts> => ({ field: { ...FIELD, ...field } });

describe("a rehearsed plan", () => {
  it("answers with one voice: half of the soil moves yield, margin, water and leaching together", () => {
    const deep = drafted("wheat", on({ soilDepthCm: 120 }));
    const half = drafted("wheat", on({ soilDepthCm: 60 }));
    expect(half.rehearsal.expectedTPerHa).toBeLessThan(deep.rehearsal.expectedTPerHa);
    expect(half.money.marginExpectedPerHa).toBeLessThan(deep.money.marginExpectedPerHa as number);
    expect(half.money.marginBadPerHa).toBeLessThan(deep.money.marginBadPerHa as number);
    const [a, b] = [deep.rehearsal.rehearsed!, half.rehearsal.rehearsed!];
    expect(b.lostToWaterTPerHa).toBeGreaterThan(a.lostToWaterTPerHa);
    expect(b.drainedMm).toBeGreaterThan(a.drainedMm);
    expect(b.leachedKgPerHa).toBeGreaterThan(a.leachedKgPerHa);
    // and under irrigation the litres, since less of the rain is kept
    const watered = { irrigated: true, waterSystem: "sprinkler" as const };
    const given = (soilDepthCm: number) =>
      drafted("potato", on({ ...watered, soilDepthCm })).rehearsal.rehearsed!.irrigationMm;
    expect(given(35)).not.toBeCloseTo(given(70), 0);
  });
  it("expects less of a poorer site by what no walk sees, and of a later sowing", () => {
    const salt = (ecE: number | null) =>
      drafted("wheat", { history: [], soilTest: { ...EXAMPLE_FACTS.soilTest!, ecE } }).rehearsal.expectedTPerHa;
    expect(salt(12)).toBeLessThan(0.6 * salt(null));
    const sown = (date: string) =>
      drafted("wheat", {}, [{ path: "dates", value: { planting: { date, held: true } } } as Change]).rehearsal;
    expect(sown("2026-11-25").expectedTPerHa).toBeLessThan(0.9 * sown("2026-10-08").expectedTPerHa);
  });
  it("keeps a dry season dry: what is measured of it is not fitted away", () => {
    const gauge = (mm: number) =>
      Array.from({ length: 70 }, (_, i) => ({ day: addDays("2027-04-15", i), rainMm: i % 3 === 0 ? mm : 0 }));
    const log = [{ operationId: "planting", doneOn: "2026-10-06", quantityPerHa: null, note: "" }];
    const season = (mm: number) =>
      drafted("wheat", { rain: gauge(mm), log, today: "2027-06-25" }).rehearsal.expectedTPerHa;
    // 350 mm and none in ten weeks
    expect(season(0)).toBeLessThan(0.85 * season(15));
  });
  it("lacks nitrogen where none is given, and says so", () => {
    const none = drafted("wheat", {}, [{ path: "overrides/feed.n", value: { value: 0, reason: "none" } } as Change]);
    const fed = drafted("wheat");
    expect(none.rehearsal.expectedTPerHa).toBeLessThan(0.85 * fed.rehearsal.expectedTPerHa);
    const lost = (p: typeof fed) => p.rehearsal.rehearsed!.heldBackBy.find((h) => h.limit === "nitrogen")?.tPerHa ?? 0;
    expect(lost(none)).toBeGreaterThan(lost(fed) + 0.5);
  });
  it("leans on own yields by two seasons, on this soil", () => {
    const of = (yields: number[]) =>
      drafted("wheat", {
        history: yields.map((yieldTPerHa, i) => ({ season: 2025 - 2 * i, crop: "wheat", yieldTPerHa })),
      });
    const [none, good, better] = [of([]), of([9]), of([9, 9, 9, 9])];
    expect(good.rehearsal.expectedTPerHa).toBeGreaterThan(none.rehearsal.expectedTPerHa);
    expect(better.rehearsal.expectedTPerHa).toBeGreaterThan(good.rehearsal.expectedTPerHa);
    // (2 + 9 / E) / 3, E the expectation that the working shows
    const figure = good.figures["yield.ownFit"]!;
    const expected = figure.inputs.find((i) => i.label.startsWith("expected on this soil"))!.value as number;
    expect(good.rehearsal.rehearsed!.ownFit).toBeCloseTo((2 + 9 / expected) / 3, 9);
  });
  it("moves with a value of one's own, the bad season in step", () => {
    const plan = drafted("wheat");
    const own = drafted("wheat", {}, [
      { path: "overrides/yield.expect", value: { value: plan.rehearsal.expectedTPerHa / 2, reason: "hail" } } as Change,
    ]);
    expect(own.rehearsal.expectedTPerHa).toBeCloseTo(plan.rehearsal.expectedTPerHa / 2, 9);
    expect(own.rehearsal.rehearsed!.badTPerHa).toBeCloseTo(plan.rehearsal.rehearsed!.badTPerHa / 2, 9);
    expect(own.rehearsal.rehearsed!.chancePct).toBeLessThan(1);
    const none = drafted("wheat", {}, [
      { path: "overrides/yield.expect", value: { value: 0, reason: "hail" } } as Change,
    ]);
    expect([none.rehearsal.rehearsed!.badTPerHa, none.rehearsal.rehearsed!.chancePct]).toEqual([0, 0]);
  });
  it("says why it could not be where it could not, and a plan of nothing is stopped first", () => {
    const noStation = drafted("wheat", { climate: null });
    expect(noStation.rehearsal).toMatchObject({ why: "no climate", rehearsed: null });
    // by the guide and own yields: (2 x 7.5 + 8.1) / 3
    expect(noStation.rehearsal.expectedTPerHa).toBeCloseTo(7.7, 6);
    const rice = drafted("rice");
    expect(rice.rehearsal).toMatchObject({ why: "does not ripen", expectedTPerHa: 0 });
    const [first] = checkPlan(rice, EXAMPLE_FACTS, freshDecisions("rice"));
    expect(first).toMatchObject({ id: "target.nothing", severity: "stop" });
  });
  it("holds for every plan of the demo", () => {
    for (const { field, facts, decisions, season } of demoPlans()) {
      const { rehearsal } = unwrap(draftPlan(facts, decisions, season, testGuide(decisions.crop.guideId)));
      const seen = rehearsal.rehearsed;
      if (!seen) continue;
      expect(seen.badTPerHa, field).toBeLessThanOrEqual(rehearsal.expectedTPerHa);
      expect(seen.chancePct, field).toBeGreaterThanOrEqual(0);
      expect(seen.chancePct, field).toBeLessThanOrEqual(100);
      // a fit far from 1 says that the guide's growth does not fit its yield
      expect(seen.kindFit, field).toBeGreaterThan(0.4);
      expect(seen.kindFit, field).toBeLessThan(1.3);
    }
  });
  it("of every guide on a place that suits it or not gives numbers or says why", () => {
    for (const guide of ALL_GUIDES)
      for (const kind of guide.kinds) {
        const plan = draftPlan(
          EXAMPLE_FACTS,
          { ...freshDecisions(guide.id), crop: { guideId: guide.id, kindId: kind.id } },
          2027,
          guide,
        );
        if (!plan.ok) throw new Error(kind.id);
        const { rehearsed, why, expectedTPerHa } = plan.value.rehearsal;
        expect(rehearsed === null, kind.id).toBe(why !== null);
        expect(Number.isFinite(expectedTPerHa), kind.id).toBe(true);
      }
  });
});
