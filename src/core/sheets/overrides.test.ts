/** An overridden figure moves the plan; one that nothing is computed from cannot be overridden. */

import { describe, expect, it } from "vitest";
import { ALL_GUIDES } from "../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import type { PlanFacts } from "../plan/facts";
import { unwrap } from "../result";
import { applyChanges, type Change, type Decisions, freshDecisions } from "./decisions";
import { draftPlan } from "./draft-plan";
import type { Plan } from "./plan";

/** A poor soil after a crop that leaves little, so that every crop needs nitrogen. */
const POOR: PlanFacts = {
  ...EXAMPLE_FACTS,
  soilTest: { ...EXAMPLE_FACTS.soilTest!, organicMatterPct: 0.5, takenOn: "2026-09-20", soilMineralNKgPerHa: 10 },
  previousCrop: {
    ...EXAMPLE_FACTS.previousCrop!,
    leaves: { ...EXAMPLE_FACTS.previousCrop!.leaves!, nitrogenLeftKgPerHa: 5 },
  },
};

/** What a plan says apart from one figure and the lines of workings that repeat it. */
const besides = (plan: Plan, id: string) =>
  JSON.stringify([
    plan.operations,
    plan.inputs,
    plan.money,
    plan.rehearsal,
    plan.site,
    plan.feed,
    plan.seed,
    plan.soil,
    Object.entries(plan.figures).flatMap(([key, figure]) => (key === id ? [] : [[key, figure?.value]])),
    plan.problems,
  ]);

describe.each(ALL_GUIDES.map((g) => [g.id, g] as const))("figures of %s", (id, guide) => {
  // a target high enough for a crop that feeds itself to ask for something, and not for more than it bears
  const high = guide.products[0]?.targetTPerHa.high ?? 0;
  const decisions = Array.from({ length: 56 }, (_, i): Decisions => {
    return { ...freshDecisions(id), targetTPerHa: (3 - i / 20) * high };
  }).find((d) => {
    const { feed, asides } = unwrap(draftPlan(POOR, d, 2027, guide));
    return feed.need.n > 0 && !asides["feed.asked"];
  }) as Decisions;
  const plan = unwrap(draftPlan(POOR, decisions, 2027, guide));
  const put = (figure: string, value: number) =>
    unwrap(
      draftPlan(
        POOR,
        applyChanges(decisions, [{ path: `overrides/${figure}`, value: { value, reason: "measured" } } as Change]),
        2027,
        guide,
      ),
    );
  const open = Object.entries(plan.figures).filter(([, f]) => f?.open);
  const closed = Object.entries(plan.figures).filter(([, f]) => f && !f.open);

  it("are open and closed", () => {
    expect(open.length).toBeGreaterThan(12);
    expect(closed.length).toBeGreaterThan(5);
  });
  it.each(open.map(([key, f]) => [key, f?.value ?? 0] as const))("move the plan: %s", (key, value) => {
    const before = besides(plan, key);
    // far enough off not to be lost in rounding, and still a possible value of a share or a per cent
    const other = put(key, value === 0 ? 1 : value * 0.9);
    expect(other.figures[key as keyof Plan["figures"]]?.value).toBeCloseTo(value === 0 ? 1 : value * 0.9, 9);
    expect(besides(other, key)).not.toBe(before);
  });
  it("stay as they are where nothing is computed from them", () => {
    const told = JSON.stringify(plan.figures);
    for (const [key, f] of closed) expect(JSON.stringify(put(key, (f?.value ?? 0) + 1).figures), key).toBe(told);
  });
});
