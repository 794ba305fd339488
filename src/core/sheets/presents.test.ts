/** What a sheet says of a plan on the ladder and in the booklet, and what stands on the ledger. */

import { describe, expect, it } from "vitest";
import { byBalance } from "../../../tests/support/by-balance";
import { testGuide } from "../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import type { PlanFacts } from "../plan/facts";
import { unwrap } from "../result";
import { SHEETS, type SheetId } from "../sheet-ids";
import { type Words, wordsFor } from "../units/words";
import { comparePlans, summarisePlan } from "../views/compare";
import { applyChanges, type Change, freshDecisions } from "./decisions";
import { draftPlan } from "./draft-plan";
import { METRIC } from "./example-findings";
import { fallBack, SHEET_FACES, takeAnother } from "./faces";
import type { Plan } from "./plan";
import { SHEET_PRINTS } from "./prints";
import { days, joinNames, round, sentence } from "./words";

const words: Words = {
  ...wordsFor({ unitSet: "metric", decimal: "point", currency: "cr" }),
  quantity: (value, dimension, decimals) => `${value.toFixed(decimals ?? 0)} ${dimension}`,
  number: (value, decimals = 0) => value.toFixed(decimals),
  money: (minor) => (minor / 100).toFixed(0),
  date: (date) => date,
};
const draft = (id: string, facts: Partial<PlanFacts> = {}, changes: [string, unknown][] = []) =>
  unwrap(
    draftPlan(
      { ...EXAMPLE_FACTS, ...facts },
      applyChanges(
        byBalance(id),
        changes.map(([path, value]) => ({ path, value }) as Change),
      ),
      2027,
      testGuide(id),
    ),
  );
const module_ = (sheet: SheetId) => SHEET_FACES.find((s) => s.id === sheet)!;
const result = (plan: Plan, sheet: SheetId) => module_(sheet).present.result(plan, words);
const text = (plan: Plan, sheet: SheetId) => SHEET_PRINTS[sheet].text?.(plan).map(METRIC.tell) ?? [];

describe("the ladder", () => {
  const wheat = draft("wheat");
  it("says the result of each sheet in a few words", () => {
    expect(SHEET_FACES.map((s) => s.id)).toEqual([...SHEETS]);
    expect(result(wheat, "ground")).toBe("deep non-inversion tillage");
    // 5.49 t/ha
    expect(result(wheat, "soil")).toBe("lime 5 dressing");
    expect(result(draft("wheat", { soilTest: null }), "soil")).toBe("no soil test");
    expect(result(draft("potato"), "soil")).toBe("no lime needed");
    expect(result(wheat, "seed")).toBe("148 massPerArea, 268 countPerArea");
    // planted by the tuber: what is bought, and plants with a decimal
    expect(result(draft("potato"), "seed")).toBe("2509 massPerArea, 4.0 countPerArea");
    expect(result(wheat, "feed")).toBe("165 N, 79 P₂O₅, 41 K₂O");
    // what goes by the test stands there only where some is needed; a trace element with a decimal
    const level = (levels: Record<string, number>) => ({
      soilTest: { ...EXAMPLE_FACTS.soilTest!, levels: { p: 14, k: 180, ...levels } },
    });
    expect(result(draft("wheat", level({ mg: 10 })), "feed")).toBe("165 N, 79 P₂O₅, 41 K₂O, 100 MgO");
    expect(result(draft("wheat", level({ mg: 70, b: 5 })), "feed")).toBe("165 N, 79 P₂O₅, 41 K₂O");
    // garlic answers to boron: 2 kg/ha where the soil is very low in it
    const boron = draft("garlic", level({ b: 0.05 }));
    expect(result(boron, "feed")).toContain(`, ${boron.feed.need.b.toFixed(1)} B`);
    // the booklet prints what is given of what is needed or brought along, and nothing of the rest
    const printed = SHEET_PRINTS.feed.figures(wheat);
    expect(printed).toContain("feed.supplied.n");
    expect(printed).not.toContain("feed.supplied.zn");
    // twenty plants a square metre need no decimal, fewer do
    const plants = (n: number) => result(draft("wheat", {}, [["seed/targetPlantsPerM2", n]]), "seed");
    expect(plants(20)).toContain(", 20 countPerArea");
    expect(plants(19.9)).toContain(", 19.9 countPerArea");
    // stage by stage and by the sums of the season
    expect(result(wheat, "water")).toMatch(/^\d+( to \d+)? % by rain alone$/);
    const wet = draft("potato", { field: { ...EXAMPLE_FACTS.field, irrigated: true } });
    expect(result(wet, "water")).toMatch(/^\d+ irrigations, \d+ waterDepth$/);
    expect(result(wheat, "protect")).toBe("5 looks planned");
    expect(result(draft("potato"), "protect")).toBe("2 looks planned, 1 job");
    expect(result(draft("garlic"), "protect")).toBe("1 look planned, 3 jobs");
    expect(result(wheat, "harvest")).toBe("about 2027-07-21, 16 %");
    expect(result(wheat, "keep")).toBe("2 jobs, next 2027-07-22");
    // the margin at what is expected, not at what is wished
    const expected = Math.round((wheat.rehearsal.expectedTPerHa * 215 * 100 - wheat.money.costPerHa) / 100);
    expect(result(wheat, "money")).toBe(`987 cost, ${expected} margin cr`);
    expect(result(draft("wheat", { prices: { ...EXAMPLE_FACTS.prices, cropPerT: {} } }), "money")).toBe("987 cost cr");
  });
  it("counts on from what is done", () => {
    const done = (operationId: string, doneOn: string) => ({ operationId, doneOn, quantityPerHa: null, note: "" });
    const log = [done("planting", "2026-10-06"), done("harvest", "2027-07-21"), done("dry", "2027-07-22")];
    expect(result(draft("wheat", { log, today: "2027-07-23" }), "keep")).toMatch(/^2 jobs, next 2027-0[78]-\d\d$/);
  });
});

describe("the booklet", () => {
  it("compares the two ways of working the ground", () => {
    const [chosen, beside] = text(draft("wheat"), "ground");
    expect(chosen).toMatch(/^Deep non-inversion tillage: breaks compaction/);
    // 3295.8 + ... of the passes and the drill
    expect(beside).toMatch(
      /^For comparison, ploughing: \d+ L\/ha of diesel, [\d.]+ h\/ha, \d+ cr\/ha, residue cover after sowing \d+ %\.$/,
    );
  });
  it("names quality for the uses of the kind only, and the moisture to cut at", () => {
    const lines = text(draft("wheat"), "harvest");
    expect(lines.some((l) => /^For milling: protein at least [\d.]+/.test(l))).toBe(true);
    expect(lines.at(-1)).toMatch(
      /^Physiologically mature from \d+ % moisture; harvest at 16 %; safe for storage at 14 %\.$/,
    );
    const feedBarley = draft("barley", {}, [["crop/kindId", "springFeed"]]);
    expect(text(feedBarley, "harvest").some((l) => l.startsWith("For malting"))).toBe(false);
  });
  it("names stages by their names", () => {
    expect(text(draft("wheat"), "protect")[0]).toMatch(/^Keep the crop weed-free from [a-z ]+ to [a-z ]+\.$/);
    const guide = testGuide("wheat");
    const name = (id: string) => guide.stages.find((x) => x.id === id)!.name;
    expect(text(draft("wheat"), "protect")[0]).toContain(`from ${name(guide.weeds.weedFreeFrom)}`);
    expect(text(draft("wheat"), "seed")[0]).toBe("Winter wheat (Triticum aestivum), drilled.");
  });
});

describe("the ledger", () => {
  it("shows plants with a decimal where there are few", () => {
    const of = (id: string) => module_("seed").present.ledger?.(draft(id))[0]?.figures[0];
    expect(of("wheat")).toEqual({ id: "seed.targetPlants", decimals: 0 });
    expect(of("potato")).toEqual({ id: "seed.targetPlants", decimals: 1 });
  });
});

describe("what falls back", () => {
  const paths = (what: "crop" | "kind" | "method" | "product") => fallBack(what).map((c) => c.path);
  it("with the crop is everything that was decided for it", () => {
    expect(paths("crop")).toEqual([
      "ground",
      "soil",
      "seed",
      "feed",
      "water",
      "protect",
      "harvest",
      "keep",
      "money",
      "targetTPerHa",
      "dates",
      "relaxed",
      "skipped",
      "materials",
      "reasons",
      "overrides",
    ]);
    expect(fallBack("crop").every((c) => c.value === undefined)).toBe(true);
  });
  it("with the kind is the lot; with the way of planting what belongs to its stand and ground", () => {
    expect(paths("kind")).toEqual(["seed/lotId", "seed/haveKg", "seed/moreLots", "seed/mixture", "harvest/endUse"]);
    expect(paths("method")).toEqual([
      "ground/systemId",
      "ground/compareWith",
      "seed/rowSpacingCm",
      "seed/inRowSpacingCm",
      "seed/unitDiameterCm",
      "seed/unitsPerStation",
      "seed/raisedIn",
      "seed/cellsPerTray",
      "seed/leftPerStation",
      "seed/adjustments",
      "seed/targetPlantsPerM2",
      "harvest/methodId",
    ]);
  });
});

describe("another kind, method or product of the same crop", () => {
  const maize = testGuide("maize");
  const paths = (what: "kind" | "method" | "product", id: string, crop = {}) =>
    takeAnother(maize, crop, what, id).map((c) => `${c.path}${c.value === undefined ? "" : ` = ${c.value}`}`);
  it("takes the target with it where other goods are harvested", () => {
    expect(paths("product", "wholeCrop")).toEqual([
      "harvest",
      "keep",
      "money/pricePerT",
      "targetTPerHa",
      "reasons",
      "overrides",
      "crop/productId = wholeCrop",
    ]);
    // a silage kind has no grain
    expect(paths("kind", "silage")).toContain("targetTPerHa");
    expect(paths("kind", "silage", { productId: "wholeCrop" })).not.toContain("targetTPerHa");
  });
  it("keeps it where the same goods leave the field in another way", () => {
    const wheat = testGuide("wheat");
    expect(takeAnother(wheat, {}, "product", "grainAndStraw")).toEqual([
      { path: "crop/productId", value: "grainAndStraw" },
    ]);
    expect(paths("kind", "warm")).toEqual([
      "seed/lotId",
      "seed/haveKg",
      "seed/moreLots",
      "seed/mixture",
      "harvest/endUse",
      "crop/kindId = warm",
    ]);
  });
  it("passes over a product that the kind is not grown for", () => {
    const decisions = {
      ...freshDecisions("maize"),
      crop: { guideId: "maize", kindId: "silage", productId: "grain" },
    };
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, maize));
    expect(plan.crop.product.id).toBe("wholeCrop");
    expect(plan.targetTPerHa).toBe(43);
  });
});

describe("two states of a plan", () => {
  const before = draft("wheat");
  const compare = (after: Plan) => comparePlans(summarisePlan(before), summarisePlan(after));
  it("that are the same differ in nothing", () => {
    expect(compare(draft("wheat"))).toEqual([]);
  });
  it("name choices first, then figures with the change, then dates in days", () => {
    const changes = compare(
      draft("wheat", {}, [
        ["targetTPerHa", 8],
        ["dates/n3", { date: "2027-05-10", held: true }],
        ["ground/systemId", "turn"],
      ]),
    );
    const kinds = changes.map((c) => c.kind);
    expect(kinds).toEqual([...kinds].sort((a, b) => rank(a) - rank(b)));
    expect(changes.find((c) => c.what === "Target yield")).toMatchObject({
      before: 7.5,
      after: 8,
      change: 0.5,
      unit: "t/ha",
    });
    // the third nitrogen stood on 7 May
    expect(changes.find((c) => c.what === "Third nitrogen")).toMatchObject({
      kind: "date",
      before: "2027-05-07",
      after: "2027-05-10",
      change: 3,
    });
  });
  it("name what came and what went", () => {
    const without = compare(draft("wheat", {}, [["skipped/look-ear", { reason: "dry" }]]));
    expect(without.filter((c) => c.kind === "removed").map((c) => [c.before, c.after])).toEqual([["2027-05-30", null]]);
    const back = comparePlans(
      summarisePlan(draft("wheat", {}, [["skipped/look-ear", { reason: "dry" }]])),
      summarisePlan(before),
    );
    expect(back.filter((c) => c.kind === "added").map((c) => [c.before, c.after])).toEqual([[null, "2027-05-30"]]);
  });
});
const rank = (kind: string) =>
  ["choice", "figure", "product", "date", "added", "removed"].indexOf(kind === "added" ? "date" : kind);

describe("sentences", () => {
  it("begin with a capital and end with a stop", () => {
    expect(sentence("a wait")).toBe("A wait.");
    expect(sentence("Is it?")).toBe("Is it?");
    expect(sentence("")).toBe("");
    expect([days(1), days(2), days(0)]).toEqual(["1 day", "2 days", "0 days"]);
    expect(joinNames(["Spread lime", "Drill"])).toBe("Spread lime and drill");
    expect(joinNames(["A", "B", "C"])).toBe("A, B and c");
    expect([joinNames(["One"]), joinNames([])]).toEqual(["One", "Dates"]);
    expect(round(2.345, 2)).toBe(2.35);
    expect(round(2.5)).toBe(3);
  });
});
