/** Plantings that stand for years: what each year brings, when they are replaced, and a year without planting. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../../tests/support/guides";
import { nextYearOf } from "../../guides/fitting";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import { unwrap } from "../../result";
import { DELTA } from "../../weather/example-climates";
import { type Decisions, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { checkPlan } from "../example-findings";
import { groundPrint } from "../ground/print";
import { printedLayout } from "../seed/layout";
import { bestLastYear, type StandYear, standYears } from "./stand-years";

const guide = testGuide("tuberose");
const facts = {
  ...EXAMPLE_FACTS,
  climate: DELTA,
  field: { ...EXAMPLE_FACTS.field, zone: "delta, one rainy season", handWork: true },
};
const of = (methodId?: string, own: Partial<Decisions> = {}): Decisions => ({
  ...freshDecisions("tuberose"),
  ...own,
  crop: { guideId: "tuberose", ...(methodId ? { methodId } : {}) },
});
const year = (n: number, mean: number | null): StandYear => ({
  year: n,
  methodId: `y${n}`,
  name: `year ${n}`,
  chosen: false,
  targetTPerHa: 8,
  costPerHa: 0,
  marginPerHa: mean,
  meanMarginPerHa: mean,
});

describe("the years of a planting", () => {
  const years = standYears(facts, of(undefined, { money: { pricePerT: 250_000 } }), 2027, guide);
  it("are each drafted: planted once, then standing", () => {
    expect(years.map((y) => [y.year, y.methodId, y.chosen, y.targetTPerHa])).toEqual([
      [1, "bulbs", true, 8],
      [2, "second", false, 9.5],
      [3, "third", false, 6],
    ]);
    expect(years[0]!.costPerHa).toBeGreaterThan(years[1]!.costPerHa);
  });
  it("bring a mean margin that each further year moves", () => {
    let sum = 0;
    years.forEach((y, i) => {
      sum += y.marginPerHa ?? Number.NaN;
      expect(y.meanMarginPerHa).toBeCloseTo(sum / (i + 1), 6);
    });
    // -2,000, then 6,000 and 2,600: means -2,000, 2,000, 2,200; with 1,400 in the third 1,800
    expect(bestLastYear([year(1, -2000), year(2, 2000), year(3, 2200)])?.year).toBe(3);
    expect(bestLastYear([year(1, -2000), year(2, 2000), year(3, 1800)])?.year).toBe(2);
    expect(bestLastYear([year(1, null)])).toBeNull();
  });
  it("take a target that was entered for the plan's own year only", () => {
    const own = standYears(facts, of("second", { targetTPerHa: 12 }), 2027, guide);
    expect(own.map((y) => y.targetTPerHa)).toEqual([8, 12, 6]);
    expect(own.map((y) => y.chosen)).toEqual([false, true, false]);
  });
  it("are none where one planting yields once", () => {
    expect(standYears(EXAMPLE_FACTS, freshDecisions("wheat"), 2027, testGuide("wheat"))).toEqual([]);
  });
  it("follow each other: the first is followed by the second, the last by none", () => {
    expect(nextYearOf(guide, {})?.id).toBe("second");
    expect(nextYearOf(guide, { methodId: "second" })?.id).toBe("third");
    expect(nextYearOf(guide, { methodId: "third" })).toBeUndefined();
    expect(nextYearOf(testGuide("wheat"), {})).toBeUndefined();
  });
});

describe("a plan of a later year", () => {
  const before = { crop: "tuberose", name: "Tuberose", harvest: "2026-12-01", leaves: facts.previousCrop?.leaves };
  const standing = { ...facts, previousCrop: { ...facts.previousCrop, ...before } as never };
  const plan = unwrap(draftPlan(standing, of("second"), 2027, guide));
  it("plants, orders and works nothing, and pays nothing for it", () => {
    expect(plan.seed).toMatchObject({
      by: "standing",
      orderKg: 0,
      boughtKgPerHa: 0,
      plantedKgPerHa: null,
      lotId: null,
    });
    // 14.5 plants of a full stand, 93 % of them in the second year
    expect(plan.seed.unitsPerM2).toBeCloseTo(13.485, 6);
    expect(plan.inputs.filter((i) => i.kind === "seed")).toEqual([]);
    expect(plan.operations.filter((o) => o.role === "till")).toEqual([]);
    const again = plan.operations.find((o) => o.role === "plant")!;
    expect([again.name, again.hoursPerHa, again.detail]).toEqual([
      "New growth begins",
      0,
      "Year 2 of a perennial stand: nothing is planted.",
    ]);
  });
  it("speaks of growth that begins again, not of planting", () => {
    const words = plan.operations.map((o) => o.tiedTo);
    expect(words).toContain("8 days before new growth begins");
    expect(words.filter((w) => w.includes("planting"))).toEqual([]);
  });
  it("is not pegged out, and has no other way to work the ground beside it", () => {
    const field = { ...standing.field, longSideM: 200 };
    expect(printedLayout(plan, { ...standing, field }, of("second"))).toBeNull();
    const _words = { number: String, money: String, quantity: String, date: String, currency: "cr" } as never;
    expect(groundPrint.text?.(plan)).toEqual([
      "No tillage: perennial stand: clumps stand for years; only the rows between are loosened.",
    ]);
  });
  it("comes after itself without a word of rotation, and only where it stands", () => {
    const ids = (f: typeof standing) =>
      checkPlan(unwrap(draftPlan(f, of("second"), 2027, guide)), f, of("second")).map((x) => x.id);
    expect(ids(standing).filter((id) => id.startsWith("rotation") || id === "seed.nothingStands")).toEqual([]);
    expect(ids(standing)).not.toContain("money.years");
    expect(ids(facts as never)).toContain("seed.nothingStands");
  });
});
