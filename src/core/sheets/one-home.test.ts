/** A value that is typed on a sheet and one that is put in a figure's place are one thing: the same plan, the same findings. */

import { describe, expect, it } from "vitest";
import { ALL_GUIDES } from "../../../tests/support/guides";
import { DECIDED_AT, decidedAt } from "../plan/decided-at";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import type { FigureId } from "../plan/figure-ids";
import { unwrap } from "../result";
import { checkPlan } from "./check-plan";
import { applyChanges, type Change, type Decisions, freshDecisions } from "./decisions";
import { upgradeDecisions } from "./decisions-schema";
import { draftPlan } from "./draft-plan";

const facts = { ...EXAMPLE_FACTS, field: { ...EXAMPLE_FACTS.field, irrigated: true } };
const IDS = Object.keys(DECIDED_AT) as (keyof typeof DECIDED_AT)[];

describe.each(ALL_GUIDES.map((g) => [g.id, g] as const))(
  "a figure of %s with a place among the decisions",
  (id, guide) => {
    const draft = (decisions: Decisions) => unwrap(draftPlan(facts, decisions, 2027, guide));
    const fresh = freshDecisions(id);
    const plan = draft(fresh);
    const put = (path: string, value: unknown) => applyChanges(fresh, [{ path, value } as Change]);
    const there = IDS.filter((figure) => plan.figures[figure]);

    it("is there", () => {
      expect(there.length).toBeGreaterThan(6);
    });
    it.each(there)("%s: typed or put in its place, all that hangs on it is the same", (figure) => {
      const value = (plan.figures[figure]?.value ?? 0) * 0.9 || 1;
      const typed = put(DECIDED_AT[figure], value);
      // as it was stored before figures had one home
      const over = upgradeDecisions(put(`overrides/${figure}`, { value, reason: "own trial" }));
      const [a, b] = [draft(typed), draft(over)];
      expect(a.figures[figure]).toMatchObject({ value, override: { value, reason: "" } });
      expect(b.figures[figure]).toMatchObject({ value, override: { value, reason: "own trial" } });
      expect(b.figures[figure]?.override?.computed).toBe(plan.figures[figure]?.value);
      const rest = (p: typeof plan) => [p.operations, p.inputs, p.money, p.seed, p.feed, p.soil, p.water];
      expect(rest(b)).toEqual(rest(a));
      const said = (d: Decisions, p: typeof plan) => checkPlan(p, facts, d).map((f) => f.id);
      expect(said(over, b)).toEqual(said(typed, a));
    });
  },
);

describe("the place of a figure's own value", () => {
  it("is the sheet's, or under overrides", () => {
    expect(decidedAt("seed.targetPlants")).toBe("seed/targetPlantsPerM2");
    expect(decidedAt("seed.rate" satisfies FigureId)).toBe("overrides/seed.rate");
  });
  it("gives a reason only with the value that it was given for", () => {
    const decisions: Decisions = {
      ...freshDecisions("wheat"),
      targetTPerHa: 9,
      reasons: { target: { value: 8.5, reason: "contract" } },
    };
    const wheat = ALL_GUIDES.find((g) => g.id === "wheat");
    if (!wheat) throw new Error("no guide of wheat");
    const reason = (d: Decisions) => unwrap(draftPlan(facts, d, 2027, wheat)).figures.target?.override?.reason;
    expect(reason(decisions)).toBe("");
    expect(reason({ ...decisions, targetTPerHa: 8.5 })).toBe("contract");
  });
});
