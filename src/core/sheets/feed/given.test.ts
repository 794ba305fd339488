/** What was spread, or is left out, in the place of what was planned: doses, the rest of the need, and the season that follows. */

import { describe, expect, it } from "vitest";
import { byBalance } from "../../../../tests/support/by-balance";
import { testGuide } from "../../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import type { LoggedOperation } from "../../plan/facts";
import { unwrap } from "../../result";
import { applyChanges, type Change, type Decisions, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { checkPlan } from "../example-findings";

const log = (operationId: string, doneOn: string, more: Partial<LoggedOperation> = {}): LoggedOperation => ({
  operationId,
  doneOn,
  quantityPerHa: null,
  note: "",
  ...more,
});
const sown = log("planting", "2026-10-02");
const draft = (decisions: Decisions, entries: LoggedOperation[] = [], today = "2027-04-01") => {
  const facts = { ...EXAMPLE_FACTS, today: entries.length > 0 ? today : EXAMPLE_FACTS.today, log: entries };
  const plan = unwrap(draftPlan(facts, decisions, 2027, testGuide("wheat")));
  const n = (at: string) => plan.feed.doses.reduce((sum, d) => sum + (d.at === at ? (d.brings.n ?? 0) : 0), 0);
  return { plan, n, findings: checkPlan(plan, facts, decisions) };
};
const skip = (decisions: Decisions, id: string) =>
  applyChanges(decisions, [{ path: `skipped/${id}`, value: { reason: "too dry" } } as Change]);
const wheat = freshDecisions("wheat");
const balance = byBalance("wheat");

describe("a dressing that is left out", () => {
  // it was counted as given on the day of planting, and the balance as met
  const whole = draft(balance);
  const less = draft(skip(balance, "n2"));
  it("gives nothing, is short in the balance, and the season grows without it", () => {
    expect(whole.n("n2")).toBeGreaterThan(50);
    expect(less.n("n2")).toBe(0);
    expect(less.plan.feed.supplied.n).toBeCloseTo(whole.plan.feed.supplied.n - whole.n("n2"), 6);
    expect(less.findings.map((f) => f.id)).toContain("feed.short.n");
    expect(less.plan.rehearsal.expectedTPerHa).toBeLessThan(whole.plan.rehearsal.expectedTPerHa - 0.3);
    expect(less.plan.rehearsal.asked?.plan.arrivals.map((a) => a.dose)).not.toContain("n2");
  });
  it("is made up for in the others as far as the seasons pay for it", () => {
    const { plan, n, findings } = draft(skip(wheat, "n2"));
    expect(n("n2")).toBe(0);
    expect(n("n1") + n("n3")).toBeCloseTo(plan.feed.need.n, 6);
    expect(findings.map((f) => f.id)).not.toContain("feed.short.n");
    expect(n("n3")).toBeGreaterThan(draft(wheat).n("n3"));
  });
});

describe("a dressing that was spread", () => {
  const planned = draft(balance, [sown]);
  const need = planned.plan.feed.need.n;
  it("stands with its products as its version planned them, and the rest of the need is what is left", () => {
    // 100 kg/ha of 46 % urea and 50 of 21 % ammonium sulphate: 46 + 10.5
    const spread = [
      { id: "urea", perHa: 100 },
      { id: "as", perHa: 50 },
    ];
    const { plan, n } = draft(balance, [sown, log("n1", "2027-03-10", { planned: spread })]);
    expect(n("n1")).toBeCloseTo(56.5, 6);
    expect(plan.feed.doses.filter((d) => d.at === "n1").map((d) => [d.id, d.kgPerHa])).toEqual([
      ["urea", 100],
      ["as", 50],
    ]);
    // 45 and 25 per cent of the rest: 45 / 70 and 25 / 70, the last within its limit
    expect(n("n1") + n("n2") + n("n3")).toBeCloseTo(plan.feed.need.n, 6);
    expect(plan.feed.need.n).toBeCloseTo(need, 6);
    expect(n("n2")).toBeGreaterThan(n("n3"));
  });
  it("goes by the rate that was written down, where it is of one product", () => {
    const entry = log("n2", "2027-04-08", { planned: [{ id: "urea", perHa: 100 }], quantityPerHa: 150 });
    expect(draft(balance, [sown, entry], "2027-04-12").n("n2")).toBeCloseTo(69, 6);
  });
  it("is what was planned where nobody knows how much it was", () => {
    expect(draft(balance, [sown, log("n1", "2027-03-10")]).n("n1")).toBeCloseTo(planned.n("n1"), 6);
  });
  it("is not asked for again by the seasons, which ask for what is still to be given", () => {
    const urea = (perHa: number) => [{ id: "urea", perHa }];
    const much = draft(wheat, [sown, log("n1", "2027-03-10", { planned: urea(200) })]);
    const little = draft(wheat, [sown, log("n1", "2027-03-10", { planned: urea(40) })]);
    expect(much.n("n1")).toBeCloseTo(92, 6);
    expect(much.n("n2") + much.n("n3")).toBeLessThan(little.n("n2") + little.n("n3") - 30);
    // with all of it spread the need is what was spread
    const all = draft(
      wheat,
      [sown, ...["n1", "n2", "n3"].map((id, i) => log(id, `2027-0${3 + i}-10`, { planned: urea(80) }))],
      "2027-05-20",
    );
    expect(all.plan.feed.need.n).toBeCloseTo(3 * 80 * 0.46, 6);
    expect(all.plan.feed.supplied.n).toBeCloseTo(3 * 80 * 0.46, 6);
    expect(all.findings.map((f) => f.id).filter((id) => /^feed\.(short|over)\.n$/.test(id))).toEqual([]);
  });
});
