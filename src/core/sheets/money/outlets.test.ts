/** What else the field could be sold for, by hand. */

import { describe, expect, it } from "vitest";
import { byBalance } from "../../../../tests/support/by-balance";
import { testGuide } from "../../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import type { PlanFacts } from "../../plan/facts";
import type { CropOffer } from "../../records/produce/crop-offer";
import { unwrap } from "../../result";
import { applyChanges, type Decisions, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { outletsOf } from "./outlets";

const FACTS: PlanFacts = {
  ...EXAMPLE_FACTS,
  prices: { ...EXAMPLE_FACTS.prices, cropPerT: { "wheat.grain": 20_000, "wheat.grainAndStraw": 24_000 } },
};
const offer = (own: Partial<CropOffer>): CropOffer => ({
  id: "mill",
  guideId: "wheat",
  productId: "grain",
  buyer: "Weir Mill",
  basis: "contract",
  season: 2027,
  saidOn: "2026-08-01",
  pricePerT: 23_000,
  amountT: null,
  deliverBy: null,
  terms: "",
  limits: [],
  ...own,
});
const wheat: Decisions = { ...byBalance("wheat"), targetTPerHa: 8 };
const of = (offers: CropOffer[], own: Partial<Decisions> = {}) =>
  outletsOf(FACTS, { ...wheat, ...own }, 2027, testGuide("wheat"), offers);
const plan = unwrap(draftPlan(FACTS, wheat, 2027, testGuide("wheat")));
const cost = plan.money.costPerHa;

describe("outlets of wheat", () => {
  it("put what is planned first, then what earns most", () => {
    const lines = of([offer({}), offer({ id: "feeder", buyer: "Feeder", pricePerT: 18_500, amountT: 40, limits: [] })]);
    // 8 t x 200.00, 230.00, 185.00; straw goes with the grain at 240.00 and costs its nutrients and baling
    expect(lines.map((l) => l.name)).toEqual(["Grain", "Grain and baled straw", "Weir Mill", "Feeder"]);
    expect(lines[0]!.marginPerHa).toBeCloseTo(8 * 20_000 - cost, 6);
    const [, , mill, feeder] = lines;
    expect(mill!.marginPerHa).toBeCloseTo(8 * 23_000 - cost, 6);
    expect(mill!.marginExpectedPerHa).toBeCloseTo(plan.rehearsal.expectedTPerHa * 23_000 - cost, 6);
    // 40 t at 8 t/ha
    expect(feeder!.coversHa).toBe(5);
    // the same costs: it pays as much from the price that is planned with
    expect(feeder!.equalPricePerT).toBeCloseTo(20_000, 6);
  });
  it("ask the straw for its own price", () => {
    const straw = of([]).find((l) => l.name === "Grain and baled straw")!;
    const own = unwrap(draftPlan(FACTS, applyChanges(wheat, straw.changes), 2027, testGuide("wheat")));
    expect(straw.costPerHa).toBe(own.money.costPerHa);
    // (8 x 200.00 - cost now + cost then) / 8
    expect(straw.equalPricePerT).toBeCloseTo((8 * 20_000 - cost + own.money.costPerHa) / 8, 6);
  });
  it("pass over offers of other years, other goods and what was sold", () => {
    const lines = of([
      offer({ id: "old", season: 2026 }),
      offer({ id: "sold", basis: "sold" }),
      offer({ id: "rice", guideId: "rice" }),
      offer({ id: "other", productId: "straw" }),
    ]);
    expect(lines.filter((l) => l.kind === "offer")).toEqual([]);
  });
  it("know one's own stock where somebody said what a tonne is worth there", () => {
    expect(of([]).some((l) => l.kind === "home")).toBe(false);
    const home = of([], { money: { homeWorthPerT: 25_000 } }).find((l) => l.kind === "home")!;
    expect(home.marginPerHa).toBeCloseTo(8 * 25_000 - cost, 6);
  });
  it("take an offer by its price", () => {
    const mill = of([offer({})]).find((l) => l.kind === "offer")!;
    const taken = unwrap(draftPlan(FACTS, applyChanges(wheat, mill.changes), 2027, testGuide("wheat")));
    expect(taken.money.marginPerHa).toBeCloseTo(mill.marginPerHa!, 6);
  });
});

describe("outlets of maize", () => {
  it("have the whole crop beside the grain, though nobody has a price", () => {
    const lines = outletsOf(
      { ...FACTS, prices: { ...FACTS.prices, cropPerT: { "maize.grain": 19_000 } } },
      { ...freshDecisions("maize"), crop: { guideId: "maize", kindId: "grain" } },
      2027,
      testGuide("maize"),
      [],
    );
    expect(lines[0]!.chosen).toBe(true);
    const silage = lines.find((l) => l.id === "product.wholeCrop")!;
    expect(silage.marginPerHa).toBeNull();
    // what a tonne of it would have to fetch, to earn what grain does
    expect(silage.equalPricePerT).toBeCloseTo((lines[0]!.marginPerHa! + silage.costPerHa) / silage.targetTPerHa, 6);
  });
});
