/** What stands to be decided while the crop stands: what is due next, and what the rest of the season gains by it. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import type { LoggedOperation } from "../../plan/facts";
import { unwrap } from "../../result";
import { applyChanges, change, type Decisions, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { meanMargin } from "./mean-margin";
import { openDecisions } from "./open-decisions";

const done = (operationId: string, doneOn: string, ureaPerHa?: number): LoggedOperation => ({
  operationId,
  doneOn,
  quantityPerHa: null,
  note: "",
  ...(ureaPerHa === undefined ? {} : { planned: [{ id: "urea", perHa: ureaPerHa }] }),
});
const asked = (today: string, log: LoggedOperation[], decisions: Decisions = freshDecisions("wheat")) => ({
  facts: { ...EXAMPLE_FACTS, today, log },
  decisions,
  season: 2027,
  guide: testGuide("wheat"),
});
const of = (...args: Parameters<typeof asked>) => unwrap(openDecisions(asked(...args)));
const sown = done("planting", "2026-10-02");

describe("open decisions", () => {
  it("are none before the crop is planted, nor of what is far off or done", () => {
    expect(of("2026-08-12", [])).toEqual([]);
    expect(of("2026-11-20", [sown])).toEqual([]);
    const fed = ["n1", "n2", "n3"].map((id, i) => done(id, `2027-0${3 + i}-10`, 80));
    expect(of("2027-05-20", [sown, ...fed])).toEqual([]);
  });
  it("weigh the next dressing against the plan without it, the rest made up", () => {
    const log = [sown, done("n1", "2027-03-10", 60)];
    const [next, ...more] = of("2027-04-02", log);
    expect(more).toEqual([]);
    expect(next).toMatchObject({ operationId: "n2", against: "left out" });
    // by hand: two drafts, and what they leave
    const question = asked("2027-04-02", log);
    const margin = (decisions: Decisions) =>
      meanMargin(unwrap(draftPlan(question.facts, decisions, 2027, question.guide))) as number;
    const without = applyChanges(question.decisions, [change("skipped/n2", { reason: "x" })]);
    expect(next?.gainPerHa).toBeCloseTo(margin(question.decisions) - margin(without), 6);
    expect(next?.gainPerHa).toBeGreaterThan(1000);
    expect(next?.gainTPerHa).toBeGreaterThan(0.1);
  });
  it("weigh the harvest against a week later, and give yield alone where nothing is priced", () => {
    const fed = ["n1", "n2", "n3"].map((id, i) => done(id, `2027-0${3 + i}-10`, 80));
    const [cut] = of("2027-07-20", [sown, ...fed]);
    expect(cut).toMatchObject({ operationId: "harvest", against: "a week later" });
    const question = asked("2027-07-20", [sown, ...fed]);
    const prices = { ...question.facts.prices, cropPerT: {} };
    const [unpriced] = unwrap(openDecisions({ ...question, facts: { ...question.facts, prices } }));
    expect(unpriced?.gainPerHa).toBeNull();
    expect(unpriced?.gainTPerHa).not.toBeNaN();
  });
});
