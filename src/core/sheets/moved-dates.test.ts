import { describe, expect, it } from "vitest";
import { testGuide } from "../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import { unwrap } from "../result";
import type { Decisions } from "./decisions";
import { freshDecisions } from "./decisions";
import { draftPlan } from "./draft-plan";
import { type Drafted, movedDates, whyMoved } from "./moved-dates";

const wheat = freshDecisions("wheat");
const draft = (change: Partial<typeof EXAMPLE_FACTS>, decisions: Decisions = wheat): Drafted => {
  const facts = { ...EXAMPLE_FACTS, ...change };
  return { plan: unwrap(draftPlan(facts, decisions, 2027, testGuide(decisions.crop.guideId))), facts, decisions };
};
const planted = { operationId: "planting", doneOn: "2026-10-08", quantityPerHa: null, note: "" };

describe("movedDates", () => {
  it("lists what a later sowing takes along, with the reason", () => {
    const before = draft({});
    const decisions: Decisions = { ...wheat, dates: { planting: { date: "2026-10-16", held: false } } };
    const after = draft({}, decisions);
    const moved = movedDates(before.plan, after.plan);
    const sowing = moved.find((m) => m.id === "planting");
    expect(sowing?.to).toBe("2026-10-16");
    expect(moved.length).toBeGreaterThan(5);
    for (const m of moved) expect(m.from).not.toBe(m.to);
    expect(whyMoved(before, after)).toMatch(/was set for 16 Oct$/);
  });
  it("moves what follows a stage that is seen later than expected, and nothing before it", () => {
    const facts = { log: [planted], today: "2027-04-28" };
    const before = draft(facts);
    const after = draft({ ...facts, observations: [{ stageId: "first-node", seenOn: "2027-04-26" }] });
    expect(after.plan.stages.find((s) => s.id === "first-node")).toMatchObject({
      date: "2027-04-26",
      basis: "observed",
    });
    const flag = (d: Drafted) => d.plan.stages.find((s) => s.id === "flag-leaf")!.date;
    expect(flag(after) > flag(before)).toBe(true);
    const moved = movedDates(before.plan, after.plan);
    expect(moved.map((m) => m.id)).toContain("harvest");
    expect(moved.every((m) => m.days > 0)).toBe(true);
    expect(moved.every((m) => m.to >= "2027-04-26")).toBe(true);
    expect(whyMoved(before, after)).toBe("first node was seen on 26 Apr");
    expect(whyMoved(after, before)).toBe("the note of first node was taken back");
  });
  it("names the stage whose date was corrected, and not one that stands as it was", () => {
    const seen = (...observations: [stageId: string, seenOn: string][]) =>
      draft({
        log: [planted],
        today: "2027-05-20",
        observations: observations.map(([stageId, seenOn]) => ({ stageId, seenOn })),
      });
    const before = seen(["tillering", "2027-02-20"], ["first-node", "2027-04-26"]);
    expect(whyMoved(before, seen(["tillering", "2027-02-20"], ["first-node", "2027-04-28"]))).toBe(
      "first node was seen on 28 Apr",
    );
    expect(whyMoved(before, seen(["tillering", "2027-02-22"], ["first-node", "2027-04-26"]))).toBe(
      "tillering was seen on 22 Feb",
    );
    expect(whyMoved(before, seen(["tillering", "2027-02-20"]))).toBe("the note of first node was taken back");
  });
  it("keeps hard waits when facts move the dates", () => {
    const facts = {
      log: [planted],
      today: "2027-04-28",
      observations: [{ stageId: "first-node", seenOn: "2027-04-26" }],
    };
    const { plan } = draft(facts);
    const dates = new Map([
      ...plan.operations.map((o) => [o.id, o.date] as const),
      ...plan.stages.map((s) => [s.id, s.date] as const),
    ]);
    const aside = new Set([...plan.conflicts.flatMap((c) => c.ids), ...plan.broken.map((b) => b.id)]);
    for (const wait of plan.waits.filter((w) => w.hard && !aside.has(w.id))) {
      const from = dates.get(wait.from);
      const to = dates.get(wait.to);
      if (!from || !to) continue;
      const days = (Date.parse(to) - Date.parse(from)) / 86_400_000;
      if (typeof wait.minDays === "number") expect(days).toBeGreaterThanOrEqual(wait.minDays);
      if (typeof wait.maxDays === "number") expect(days).toBeLessThanOrEqual(wait.maxDays);
    }
  });
});
