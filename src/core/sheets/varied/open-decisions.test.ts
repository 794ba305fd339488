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
  it("weigh a treatment of what was found over its threshold against leaving it", () => {
    const log = [sown, done("n1", "2027-03-10", 60), done("n2", "2027-04-10", 120), done("n3", "2027-05-07", 60)];
    const counted = (counts: number[]) => ({
      id: "v",
      threatId: "septoria",
      day: "2027-05-08",
      counts,
      threshold: 6,
      note: "",
      person: "Imre",
    });
    const question = asked("2027-05-10", log);
    const seen = (counts: number[]) => ({ ...question, facts: { ...question.facts, scouting: [counted(counts)] } });
    const drafted = (q: typeof question) => unwrap(draftPlan(q.facts, q.decisions, 2027, q.guide));
    const found = drafted(seen([9, 10, 11, 10]));
    // 15 % of the yield where nothing is done: so much less is expected, and named among what holds it back
    const plain = drafted(question);
    expect(found.rehearsal.expectedTPerHa).toBeCloseTo(0.85 * plain.rehearsal.expectedTPerHa, 6);
    expect(found.rehearsal.rehearsed?.heldBackBy.find((h) => h.limit === "threats")?.tPerHa).toBeCloseTo(
      0.15 * (plain.rehearsal.rehearsed?.meanTPerHa ?? 0),
      6,
    );
    const treat = unwrap(openDecisions(seen([9, 10, 11, 10]))).find((d) => d.against === "untreated");
    // 65 % of 15 % of the mean yield
    expect(treat).toMatchObject({ operationId: null, name: "Treat septoria leaf blotch" });
    expect(treat?.gainTPerHa).toBeCloseTo(0.65 * 0.15 * (plain.rehearsal.rehearsed?.meanTPerHa ?? 0), 6);
    // counts that settle nothing take nothing
    expect(drafted(seen([9])).rehearsal.expectedTPerHa).toBeCloseTo(plain.rehearsal.expectedTPerHa, 6);
    expect(unwrap(openDecisions(seen([9]))).some((d) => d.against === "untreated")).toBe(false);
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
