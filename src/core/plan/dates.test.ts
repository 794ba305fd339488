/** Dates of a plan: what they hang on, in words; what is relaxed, held, past or overdue. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../tests/support/guides";
import { addDays } from "../dates";
import { unwrap } from "../result";
import { applyChanges, type Change, freshDecisions } from "../sheets/decisions";
import { draftPlan } from "../sheets/draft-plan";
import { checkPlan } from "../sheets/example-findings";
import type { Plan } from "../sheets/plan";
import { EXAMPLE_FACTS } from "./example-facts";
import type { PlanFacts } from "./facts";

const wheat = freshDecisions("wheat");
const put = (...changes: [path: string, value: unknown][]) =>
  applyChanges(
    wheat,
    changes.map(([path, value]) => ({ path, value }) as Change),
  );
const draft = (decisions = wheat, facts: Partial<PlanFacts> = {}) =>
  unwrap(draftPlan({ ...EXAMPLE_FACTS, ...facts }, decisions, 2027, testGuide("wheat")));
const date = (plan: Plan, id: string) => plan.operations.find((o) => o.id === id)?.date;
const reason = (plan: Plan, id: string) => plan.waits.find((w) => w.id === id)?.reason;

describe("reasons of waits", () => {
  const plan = draft();
  it("say days, side and anchor", () => {
    const guide = testGuide("wheat");
    const look = guide.tasks.find((t) => t.id === "water-check")!;
    // from 14 days before flag leaf to the day itself
    expect([look.when.min, look.when.max]).toEqual([-14, 0]);
    expect(reason(plan, "water-check.from.flag-leaf")).toBe(`${look.name}: 0 to 14 days before flag leaf`);
    expect(reason(plan, "weed-look-autumn.from.emergence")).toContain(": 5 to 25 days after emerged");
    // on either side of the stage
    expect(reason(plan, "n2.from.first-node")).toBe("Second nitrogen: 7 days before to 14 days after first node");
    expect(reason(plan, "shred.from.planting")).toBe("Shred stubble comes before drill");
    expect(reason(plan, "shred.from.previousHarvest")).toBe(
      "Shred stubble: at least 1 day after the previous crop is off",
    );
    expect(reason(plan, "chisel.then")).toMatch(/^Chisel: \d+ to (\d+|any number of) days before disc$/);
  });
  it("know what no one may ease: the crop off, and the ground worked before planting", () => {
    const hard = (id: string) => plan.waits.find((w) => w.id === id)?.hard;
    expect(hard("shred.from.previousHarvest")).toBe(true);
    expect(hard("shred.from.planting")).toBe(true);
    expect(hard("water-check.from.flag-leaf")).toBe(false);
    expect(plan.windows.find((w) => w.id === "planting.window")).toMatchObject({
      hard: false,
      notBefore: "2026-09-20",
      notAfter: "2026-10-20",
      reason: "winter wheat is sown here from 20 Sep to 20 Oct",
    });
  });
});

describe("the previous crop", () => {
  const off = (harvest: string, harvested: boolean, today = "2026-08-12") =>
    draft(wheat, { previousCrop: { ...EXAMPLE_FACTS.previousCrop!, harvest, harvested }, today });
  it("is a fact once it is off, else expected, and nothing begins before it", () => {
    expect(off("2026-08-01", true).windows.some((w) => w.kind === "previousOff")).toBe(false);
    expect(off("2026-08-12", false).windows.some((w) => w.kind === "previousOff")).toBe(true);
    // expected and past: taken as off
    expect(off("2026-08-11", false).windows.some((w) => w.kind === "previousOff")).toBe(false);
    expect(date(off("2026-09-10", false), "shred")! >= "2026-09-11").toBe(true);
  });
  it("that is not known holds nothing up", () => {
    const none = draft(wheat, { previousCrop: null });
    expect(none.waits.some((w) => w.from === "previousHarvest")).toBe(false);
    expect(none.plantingDate).not.toBeNull();
  });
});

describe("what is relaxed", () => {
  it("widens a wait and a window by its days, on both sides", () => {
    const plan = draft(
      put(
        ["relaxed/lime.wait", { days: 5, reason: "fine lime" }],
        ["relaxed/planting.window", { days: 3, reason: "mild" }],
        ["relaxed/n3.from.flag-leaf", { days: 2, reason: "busy" }],
      ),
    );
    const usual = draft();
    const wait = (p: Plan, id: string) => p.waits.find((w) => w.id === id)!;
    expect(wait(plan, "lime.wait").minDays).toBe((wait(usual, "lime.wait").minDays as number) - 5);
    expect(wait(plan, "n3.from.flag-leaf").minDays).toBe((wait(usual, "n3.from.flag-leaf").minDays as number) - 2);
    expect(wait(plan, "n3.from.flag-leaf").maxDays).toBe((wait(usual, "n3.from.flag-leaf").maxDays as number) + 2);
    expect(plan.windows.find((w) => w.id === "planting.window")).toMatchObject({
      notBefore: "2026-09-17",
      notAfter: "2026-10-23",
    });
    // the lime's wait was what kept sowing from its best day
    expect(plan.plantingDate! < usual.plantingDate!).toBe(true);
  });
});

describe("wishes", () => {
  it("that are held stand as windows of their own and are kept", () => {
    const plan = draft(put(["dates/n2", { date: "2027-04-15", held: true }]));
    expect(date(plan, "n2")).toBe("2027-04-15");
    expect(plan.windows.find((w) => w.id === "held.n2")).toMatchObject({
      notBefore: "2027-04-15",
      notAfter: "2027-04-15",
      reason: "you set Second nitrogen for 15 Apr",
      hard: false,
    });
    expect(plan.operations.find((o) => o.id === "n2")?.held).toBe(true);
  });
  it("that are not held give way to what cannot move", () => {
    const plan = draft(put(["dates/lime", { date: "2026-08-20", held: false }]));
    // the beans are off on 14 September
    expect(date(plan, "lime")).toBe("2026-09-15");
  });
  it("before planting move planting along, after it only within their play", () => {
    const usual = draft();
    const before = draft(put(["dates/lime", { date: addDays(date(usual, "lime")!, 6), held: false }]));
    expect(before.plantingDate).toBe(addDays(usual.plantingDate!, 6));
    const after = draft(put(["dates/n2", { date: addDays(date(usual, "n2")!, 4), held: false }]));
    expect(after.plantingDate).toBe(usual.plantingDate);
    expect(date(after, "n2")).toBe(addDays(date(usual, "n2")!, 4));
  });
  it("of a stage are none: it comes by warmth, and what hangs on it stays with it", () => {
    const usual = draft();
    const wished = draft(put(["dates/flag-leaf", { date: addDays(date(usual, "n3")!, 30), held: true }]));
    expect(wished.operations.map((o) => o.date)).toEqual(usual.operations.map((o) => o.date));
    expect(wished.windows).toEqual(usual.windows);
  });
  it("for what was done count no more", () => {
    const log = [{ operationId: "n2", doneOn: "2027-04-12", quantityPerHa: null, note: "" }];
    const plan = draft(put(["dates/n2", { date: "2027-04-20", held: true }]), { log, today: "2027-04-13" });
    expect(plan.windows.some((w) => w.id === "held.n2")).toBe(false);
    expect(date(plan, "n2")).toBe("2027-04-12");
  });
});

describe("stages", () => {
  it("follow planting by warmth as hard waits until they are seen or past", () => {
    const plan = draft();
    const stage = plan.stages.find((s) => s.id === "first-node")!;
    const wait = plan.waits.find((w) => w.id === "stage.first-node")!;
    expect(addDays(plan.plantingDate!, wait.minDays as number)).toBe(stage.date);
    expect(wait).toMatchObject({ hard: true, kind: "stage", maxDays: wait.minDays });
    expect(wait.reason).toBe(`first node comes ${wait.minDays} days after planting at this station's warmth`);
  });
  it("that were seen pin what hangs on them", () => {
    const log = [{ operationId: "planting", doneOn: "2026-10-06", quantityPerHa: null, note: "" }];
    const observations = [{ stageId: "first-node", seenOn: "2027-04-02" }];
    const plan = draft(wheat, { log, observations, today: "2027-04-03" });
    expect(plan.stages.find((s) => s.id === "first-node")).toMatchObject({ date: "2027-04-02", basis: "observed" });
    expect(plan.waits.some((w) => w.id === "stage.first-node")).toBe(false);
    expect(date(plan, "n2")! >= "2027-03-26" && date(plan, "n2")! <= "2027-04-16").toBe(true);
    // before planting nothing can have been seen
    expect(draft(wheat, { observations }).stages.find((s) => s.id === "first-node")?.basis).not.toBe("observed");
  });
});

describe("what was overtaken", () => {
  const logged = (...ids: string[]) =>
    ids.map((operationId) => ({ operationId, doneOn: "2026-10-06", quantityPerHa: null, note: "" }));
  const drafted = (...ids: string[]) =>
    unwrap(draftPlan({ ...EXAMPLE_FACTS, log: logged(...ids), today: "2026-10-08" }, wheat, 2027, testGuide("wheat")));
  const overtaken = (plan: Plan) => plan.operations.filter((o) => o.overtakenBy !== null).map((o) => o.id);
  it("is what comes before a logged job: after drilling no stubble is shredded and no seed is tested", () => {
    const plan = drafted("planting");
    expect(overtaken(plan)).toEqual(
      expect.arrayContaining(["shred", "chisel", "disc", "harrow", "seed-test", "base-feed", "lime"]),
    );
    for (const o of plan.operations.filter((x) => x.overtakenBy !== null))
      expect([o.date, o.overdueDays, o.overtakenBy]).toEqual([null, 0, "Drill"]);
    // what follows drilling is still to be done
    expect(overtaken(plan)).not.toContain("roll");
    const said = checkPlan(plan, EXAMPLE_FACTS, wheat).filter((f) => f.id.startsWith("overtaken."));
    expect(said).toHaveLength(1);
    expect(said[0]?.title).toMatch(/^No longer due because "Drill" is logged: .*Shred stubble|shred stubble/);
  });
  it("is not what was logged too, nor what comes later", () => {
    const plan = drafted("shred", "chisel");
    expect(overtaken(plan)).not.toContain("disc");
    expect(overtaken(drafted())).toEqual([]);
  });
  it("is never planting or harvest: all else is counted from them", () => {
    expect(drafted("roll").operations.find((o) => o.role === "plant")?.date).not.toBeNull();
    expect(overtaken(drafted("dry"))).not.toContain("harvest");
  });
});

describe("clashes", () => {
  const facts = { ...EXAMPLE_FACTS };
  it("say who clashes, by how much, and offer ways out that hold", () => {
    const decisions = put(["dates/planting", { date: "2026-10-01", held: true }]);
    const plan = draft(decisions);
    const [clash] = checkPlan(plan, facts, decisions).filter((f) => f.severity === "stop");
    // lime from 15 September, 21 days: 6 October; five days short
    expect(clash?.title).toBe("Spread lime and drill are in conflict by 5 days.");
    expect(clash?.repairs.map((r) => r.label)).toContain("Accept 16 days between lime and sowing");
    expect(clash?.repairs.map((r) => r.label)).toContain("Release the date of drill");
    expect(plan.conflicts[0]?.shortByDays).toBe(5);
    expect(clash?.sheet).toBe("soil");
  });
  it("with the window widen it by a day where a day is short", () => {
    const decisions = put(["dates/planting", { date: "2026-10-21", held: true }]);
    const [clash] = checkPlan(draft(decisions), facts, decisions).filter((f) => f.severity === "stop");
    expect(clash?.title).toBe("Drill is 1 day outside its window.");
    expect(clash?.repairs.map((r) => r.label)).toEqual([
      "Widen the sowing window by 1 day",
      "Release the date of drill",
    ]);
  });
  it("with today are overdue and can be left out", () => {
    const log = [{ operationId: "planting", doneOn: "2026-10-06", quantityPerHa: null, note: "" }];
    const f = { ...EXAMPLE_FACTS, log, today: "2026-12-20" };
    const plan = unwrap(draftPlan(f, wheat, 2027, testGuide("wheat")));
    const late = checkPlan(plan, f, wheat).find((x) => /is overdue by/.test(x.title));
    expect(late?.severity).toBe("advise");
    expect(late?.repairs.at(-1)?.label).toBe("Omit it this season");
    const id = (late?.repairs.at(-1)?.changes[0]?.path ?? "").split("/")[1]!;
    expect(plan.operations.find((o) => o.id === id)!.overdueDays).toBeGreaterThan(0);
    const without = unwrap(draftPlan(f, applyChanges(wheat, late!.repairs.at(-1)!.changes), 2027, testGuide("wheat")));
    expect(without.operations.some((o) => o.id === id)).toBe(false);
  });
});
