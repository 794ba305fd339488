import { describe, expect, it } from "vitest";
import { ALL_GUIDES, testGuide } from "../../../tests/support/guides";
import { daysBetween } from "../dates";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import { chosenWindow, sowingWindows } from "../plan/sowing-windows";
import { unwrap } from "../result";
import { simulateWindow } from "../season/sowing-window";
import type { Decisions } from "./decisions";
import { applyChanges, freshDecisions } from "./decisions";
import { draftPlan } from "./draft-plan";
import { fallbacks, nitrogenFactor, planWindows, windowQuestion } from "./window-question";

const wheat = freshDecisions("wheat");
const draft = (decisions: Decisions) =>
  unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, testGuide(decisions.crop.guideId)));
const plan = draft(wheat);
const guide = testGuide("wheat");
const facultative = guide.kinds.find((k) => k.id === "facultative")!;

describe("sowingWindows", () => {
  it("gives two windows with a dead period between them where the guide knows two", () => {
    const windows = sowingWindows(facultative, "temperate upland plain", 2027);
    expect(windows.map((w) => [w.from, w.until])).toEqual([
      ["2026-10-10", "2026-11-10"],
      ["2027-02-15", "2027-03-20"],
    ]);
  });
  it("takes the windows of any zone where it does not know the zone", () => {
    expect(sowingWindows(facultative, "nowhere", 2027)[0]?.until).toBe("2026-11-20");
  });
  it("chooses the window nearest to the wish, else the first that is not over", () => {
    const windows = sowingWindows(facultative, "temperate upland plain", 2027);
    expect(chosenWindow(windows, undefined, "2026-08-12").from).toBe("2026-10-10");
    expect(chosenWindow(windows, undefined, "2026-12-01").from).toBe("2027-02-15");
    expect(chosenWindow(windows, "2027-02-01", "2026-08-12").from).toBe("2027-02-15");
    expect(chosenWindow(windows, "2026-11-20", "2026-08-12").from).toBe("2026-10-10");
    expect(chosenWindow(windows, undefined, "2027-06-01").from).toBe("2027-02-15");
  });
  it("plans facultative wheat in the spring window when it is wished there", () => {
    const decisions: Decisions = {
      ...wheat,
      crop: { guideId: "wheat", kindId: "facultative" },
      dates: { planting: { date: "2027-03-01", held: false } },
    };
    expect(draft(decisions).plantingDate).toBe("2027-03-01");
    expect(draft({ ...decisions, dates: undefined }).plantingDate! < "2026-11-11").toBe(true);
  });
});

describe("windowQuestion", () => {
  const of = planWindows(EXAMPLE_FACTS, plan);
  it("asks for at most sixty-one dates from before the customary window to after it", () => {
    const ask = windowQuestion(EXAMPLE_FACTS, plan, of)!;
    // 20 September less 24 days, 20 October and 36: 27 August to 25 November, 90 days in steps of 2
    expect([ask.from, ask.to, ask.stepDays]).toEqual(["2026-08-27", "2026-11-25", 2]);
    expect(daysBetween(ask.from, ask.to) / ask.stepDays).toBeLessThanOrEqual(60);
  });
  it("does not ask for the past, and takes one date alone", () => {
    const later = { ...EXAMPLE_FACTS, today: "2026-10-01" };
    expect(windowQuestion(later, plan, of)?.from).toBe("2026-10-01");
    expect(windowQuestion(EXAMPLE_FACTS, plan, of, "2026-10-06")).toMatchObject({
      from: "2026-10-06",
      to: "2026-10-06",
    });
    expect(windowQuestion({ ...EXAMPLE_FACTS, climate: null }, plan, of)).toBeNull();
  });
  it("expects the guide's typical yield and the field's own together", () => {
    // (2 x 7.5 + 8.1) / 3
    expect(of.expected.value).toBeCloseTo(7.7, 9);
  });
  it("lets nitrogen short of the need slow growth, by half of what is short", () => {
    const feed = (n: number) =>
      ({ feed: { need: { n: 100 }, supplied: { n } } }) as Parameters<typeof nitrogenFactor>[0];
    expect([0, 50, 100, 150].map((n) => nitrogenFactor(feed(n)))).toEqual([0.5, 0.75, 1, 1]);
  });
});

describe("fallbacks", () => {
  const list = fallbacks(EXAMPLE_FACTS, plan, "2026-11-10", [...ALL_GUIDES]);
  it("offers the same later, other types and other crops, none before the missed date", () => {
    expect(list.map((f) => [f.id, f.kind])).toEqual(
      expect.arrayContaining([
        ["wheat.winter", "later"],
        ["wheat.spring", "other type"],
        ["wheat.facultative", "other type"],
        ["potato.maincrop", "other crop"],
      ]),
    );
    expect(list.every((f) => f.date >= "2026-11-10")).toBe(true);
    // rice knows no window in this zone
    expect(list.some((f) => f.id.startsWith("rice"))).toBe(false);
  });
  it("leaves out a crop whose years of rest are not kept", () => {
    const facts = { ...EXAMPLE_FACTS, history: [{ season: 2025, crop: "potato", yieldTPerHa: 40 }] };
    expect(fallbacks(facts, plan, "2026-11-10", [...ALL_GUIDES]).some((f) => f.id.startsWith("potato"))).toBe(false);
  });
  it("starts other types from the guide as it stands, not from the plan's own type", () => {
    // spring wheat's typical yield is 5.5 t/ha; the winter plan's 7.5 must not stand in for it
    const spring = fallbacks({ ...EXAMPLE_FACTS, history: [] }, plan, "2026-11-10", []);
    expect(spring.find((f) => f.id === "wheat.spring")?.question.expectedTPerHa).toBeCloseTo(5.5, 9);
  });
  it("makes plans of each, thicker when later", () => {
    const later = list.find((f) => f.kind === "later")!;
    const plans = list.map((f) => draft(applyChanges(wheat, f.changes)));
    const own = plans[list.indexOf(later)]!;
    expect(own.plantingDate).toBe("2026-11-10");
    expect(own.seed.targetPlantsPerM2).toBeGreaterThan(plan.seed.targetPlantsPerM2);
    expect(plans[list.findIndex((f) => f.id === "wheat.spring")]!.crop.kind.id).toBe("spring");
  });
  it("expects less of the same crop when it is late", () => {
    const later = list.find((f) => f.kind === "later")!;
    const answer = simulateWindow({ ...later.question, seasons: 40 });
    expect(answer.dates[0]!.meanTPerHa).toBeLessThan(7.4);
  });
});

describe("a crop that is sown", () => {
  it("is looked at from its own date on, past as it is", () => {
    const log = [{ operationId: "planting", doneOn: "2026-10-03", quantityPerHa: null, note: "" }];
    const facts = { ...EXAMPLE_FACTS, log, today: "2026-11-20" };
    const sown = unwrap(draftPlan(facts, wheat, 2027, guide));
    const of = planWindows(facts, sown);
    const ask = windowQuestion(facts, sown, of)!;
    expect(ask.from <= "2026-10-03").toBe(true);
    expect(simulateWindow({ ...ask, seasons: 5, stepDays: 30 }).dates.length).toBeGreaterThan(1);
  });
});
