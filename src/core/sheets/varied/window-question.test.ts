import { describe, expect, it } from "vitest";
import { ALL_GUIDES, testGuide } from "../../../../tests/support/guides";
import { daysBetween } from "../../dates";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import type { PlanFacts } from "../../plan/facts";
import { ownYields } from "../../plan/own-yields";
import { chosenWindow, sowingWindows } from "../../plan/sowing-windows";
import { unwrap } from "../../result";
import { simulateWindow } from "../../season/sowing-window";
import type { Decisions } from "../decisions";
import { applyChanges, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { fallbacks } from "../fallbacks";
import { planWindows, windowQuestion } from "./window-question";

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
    const ask = windowQuestion({ ...EXAMPLE_FACTS, previousCrop: null }, plan, of)!;
    // 20 September less 24 days, 20 October and 36: 27 August to 25 November, 90 days in steps of 2
    expect([ask.from, ask.to, ask.stepDays]).toEqual(["2026-08-27", "2026-11-25", 2]);
    expect(daysBetween(ask.from, ask.to) / ask.stepDays).toBeLessThanOrEqual(60);
  });
  it("does not ask for the past, and takes one date alone", () => {
    const later = { ...EXAMPLE_FACTS, today: "2026-10-10" };
    expect(windowQuestion(later, plan, of)?.from).toBe("2026-10-10");
    expect(windowQuestion(EXAMPLE_FACTS, plan, of, "2026-10-06")).toMatchObject({
      from: "2026-10-06",
      to: "2026-10-06",
    });
    expect(windowQuestion({ ...EXAMPLE_FACTS, climate: null }, plan, of)).toBeNull();
  });
  it("begins when the field can be free and fit: it asked for August while beans stood until 14 September", () => {
    // off on 14 September, limed from the 15th, 21 days: 6 October
    expect(windowQuestion(EXAMPLE_FACTS, plan, of)?.from).toBe("2026-10-06");
    // no lime: shred, chisel 2 days, disc 1, harrow 0 after the 15th
    const unlimed = { ...plan, soil: { ...plan.soil, limeThisSeasonTPerHa: 0 } };
    expect(windowQuestion(EXAMPLE_FACTS, unlimed, of)?.from).toBe("2026-09-18");
  });
  it("expects what the plan is rehearsed to give at its date, and asks the same season", () => {
    expect(of.expected.value).toBe(plan.rehearsal.expectedTPerHa);
    const here = simulateWindow(windowQuestion(EXAMPLE_FACTS, plan, of, plan.plantingDate!)!).dates[0]!;
    expect(here.middleTPerHa).toBeCloseTo(plan.rehearsal.expectedTPerHa, 9);
    expect(here.chancePct).toBeCloseTo(plan.rehearsal.rehearsed!.chancePct, 9);
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
  it("says why a crop cannot be: its rests, the site, machines, hands, no outlet", () => {
    const why = (id: string, more: Partial<PlanFacts>) =>
      fallbacks({ ...EXAMPLE_FACTS, ...more }, plan, "2026-11-10", [...ALL_GUIDES])
        .find((f) => f.id === id)!
        .cannot.join("; ");
    expect(why("potato.maincrop", {})).toBe("");
    expect(why("potato.maincrop", { history: [{ season: 2025, crop: "potato", yieldTPerHa: 40 }] })).toContain(
      "rotation: same crop 2 years ago",
    );
    // garlic and maincrop potato led the list on a saline, badly drained silty clay
    const saline: Partial<PlanFacts> = {
      field: { ...EXAMPLE_FACTS.field, textureClass: "siltyClay", drainage: "poor" },
      soilTest: { ...EXAMPLE_FACTS.soilTest!, ph: 8.1, ecE: 8, espPct: 20, cecCmolPerKg: 24 },
    };
    expect(why("potato.maincrop", saline)).toContain(
      "salinity: ECe 8 dS/m in the saturation extract; the crop tolerates 1.7",
    );
    expect(why("garlic.spring", saline)).toContain("soil pH");
    const machines = [
      { implement: "drill", number: 1, haPerHour: null },
      { implement: "combine", number: 1, haPerHour: null },
    ];
    const small = { field: { ...EXAMPLE_FACTS.field, machines } };
    expect(why("potato.maincrop", small)).toContain("no tuber planter on the farm");
    expect(why("wheat.spring", small)).toBe("");
    // 14.2 ha x 220 h of planting garlic by 3 hands of 8 h: 130 days
    expect(why("garlic.spring", { field: { ...EXAMPLE_FACTS.field, handWork: true } })).toContain(
      "130 days of all 3 hands",
    );
    expect(why("barley.springFeed", {})).toContain("no outlet is known");
  });
  it("starts other types from the guide as it stands, not from the plan's own type", () => {
    // spring wheat's typical yield is 5.5 t/ha; the winter plan's 7.5 must not stand in for it
    const fresh = fallbacks({ ...EXAMPLE_FACTS, history: [] }, plan, "2026-11-10", []);
    const spring = simulateWindow(fresh.find((f) => f.id === "wheat.spring")!.question!).dates[0]!;
    expect(spring.meanTPerHa).toBeGreaterThan(4);
    expect(spring.meanTPerHa).toBeLessThan(5.5 / 0.9);
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
    const answer = simulateWindow({ ...later.question!, seasons: 40 });
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

describe("limits of the questions", () => {
  const of = planWindows(EXAMPLE_FACTS, plan);
  it("the past ends today, the window 36 days after its last customary date", () => {
    const free = { ...EXAMPLE_FACTS, previousCrop: null };
    expect(windowQuestion({ ...free, today: "2026-08-27" }, plan, of)?.from).toBe("2026-08-27");
    expect(windowQuestion({ ...free, today: "2026-08-28" }, plan, of)?.from).toBe("2026-08-28");
    // all of it past: one date, today's
    const over = windowQuestion({ ...EXAMPLE_FACTS, today: "2026-12-10" }, plan, of)!;
    expect([over.from, over.to, over.stepDays]).toEqual(["2026-12-10", "2026-12-10", 1]);
  });
  it("own yields are those of the crop that were weighed", () => {
    const facts = {
      ...EXAMPLE_FACTS,
      history: [
        { season: 2025, crop: "wheat", yieldTPerHa: null },
        { season: 2024, crop: "wheat", yieldTPerHa: 7 },
        { season: 2023, crop: "barley", yieldTPerHa: 6 },
      ],
    };
    expect(ownYields(facts.history, plan.crop)).toEqual([{ tPerHa: 7, weight: 1 }]);
  });
});

describe("fall-backs to another crop or type", () => {
  it("scale own yields of the field to the other type, and change only what they must", () => {
    const list = fallbacks(EXAMPLE_FACTS, plan, "2026-11-10", [...ALL_GUIDES]);
    const of = (id: string) => list.find((f) => f.id === id)!;
    // own wheat of 8.1 is 5.94 of spring wheat: more of it there lifts what is expected
    const none = fallbacks({ ...EXAMPLE_FACTS, history: [] }, plan, "2026-11-10", []);
    const fitOf = (found: typeof list) => found.find((f) => f.id === "wheat.spring")!.question!.asked.fit.calibration;
    expect(fitOf(list)).toBeGreaterThan(fitOf(none));
    expect(of("wheat.winter").changes).toEqual([
      { path: "dates", value: { planting: { date: "2026-11-10", held: true } } },
    ]);
    expect(of("wheat.winter").label).toBe("Winter wheat, later and thicker");
    expect(of("wheat.spring").changes.map((c) => c.path)).toEqual([
      "seed/lotId",
      "seed/haveKg",
      "seed/moreLots",
      "seed/mixture",
      "harvest/endUse",
      "crop",
      "dates",
    ]);
    expect(of("potato.maincrop").changes[0]?.path).toBe("ground");
    expect(of("potato.maincrop").changes.at(-2)).toEqual({
      path: "crop",
      value: { guideId: "potato", kindId: "maincrop" },
    });
    // on the best date of its window, which is still open
    const [window] = sowingWindows(guide.kinds.find((k) => k.id === "spring")!, "temperate upland plain", 2027);
    expect(of("wheat.spring").date).toBe(window!.best);
    expect(of("wheat.spring").question).toMatchObject({
      from: of("wheat.spring").date,
      to: of("wheat.spring").date,
      stepDays: 1,
    });
  });
  it("keep years of rest: the gap itself is too soon, a year more is not", () => {
    const gap = testGuide("potato").rotation.gapYears.value;
    const grown = (season: number) =>
      fallbacks({ ...EXAMPLE_FACTS, history: [{ season, crop: "potato", yieldTPerHa: 40 }] }, plan, "2026-11-10", [
        ...ALL_GUIDES,
      ]);
    const rests = (season: number) =>
      grown(season)
        .find((f) => f.id === "potato.maincrop")!
        .cannot.filter((reason) => reason.startsWith("rotation"));
    expect(rests(2027 - gap)).toHaveLength(1);
    expect(rests(2027 - gap - 1)).toEqual([]);
  });
  it("are none without a climate, and none whose windows are over", () => {
    expect(fallbacks({ ...EXAMPLE_FACTS, climate: null }, plan, "2026-11-10", [])).toEqual([]);
    expect(fallbacks(EXAMPLE_FACTS, plan, "2027-08-01", [...ALL_GUIDES]).map((f) => f.kind)).toEqual(["later"]);
  });
});

describe("the simulation of any crop anywhere", () => {
  // means of a place near the Baltic at 55 degrees north: too cold for half of the guides
  const BALTIC = [-2, -2, 1, 6, 11, 15, 17, 17, 13, 9, 4, 0];
  it.each(ALL_GUIDES.map((g) => [g.id] as const))("of %s answers, whether it ripens or not", (guideId) => {
    const { climate } = EXAMPLE_FACTS;
    const facts: PlanFacts = {
      ...EXAMPLE_FACTS,
      climate: climate && {
        ...climate,
        latitudeDeg: 55,
        months: climate.months.map((m, i) => ({ ...m, meanC: BALTIC[i] as number, tminC: null, tmaxC: null })),
      },
    };
    const own = unwrap(draftPlan(facts, freshDecisions(guideId), 2027, testGuide(guideId)));
    const ask = windowQuestion(facts, own, planWindows(facts, own));
    // what cannot ripen there at all is not asked
    if (!ask) return expect(own.rehearsal).toMatchObject({ why: "does not ripen", expectedTPerHa: 0 });
    const answer = simulateWindow({ ...ask, seasons: 3, stepDays: 5 * ask.stepDays });
    for (const date of answer.dates) {
      expect(Number.isFinite(date.meanTPerHa)).toBe(true);
      expect(date.classes.reduce((a, b) => a + b, 0)).toBe(3);
    }
    // of a field from which nothing is expected too
    expect(
      simulateWindow({
        ...ask,
        asked: { ...ask.asked, fit: { calibration: 0, needKgAt1T: 0 } },
        seasons: 1,
        stepDays: 30,
      }).best,
    ).toBeNull();
  });
});
