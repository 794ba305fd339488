/** Kale and green onions by the week, and seedlings in trays, by hand. */

import { describe, expect, it } from "vitest";
import { testGuide } from "../../../../tests/support/guides";
import { addDays } from "../../dates";
import { EXAMPLE_FACTS } from "../../plan/example-facts";
import { unwrap } from "../../result";
import { type Decisions, freshDecisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { pickingsOf, plannedBatches } from "./batches";

const FACTS = { ...EXAMPLE_FACTS, climate: null, seedLots: [] };
const made = (guideId: string, crop: Record<string, string> = {}, own: Partial<Decisions> = {}) =>
  unwrap(
    draftPlan(FACTS, { ...freshDecisions(guideId), crop: { guideId, ...crop }, ...own }, 2027, testGuide(guideId)),
  );

describe("kale, so much a week", () => {
  const plan = made("kale");
  it("takes the area that the pickings of the target ask for", () => {
    const { pickings, everyDays } = pickingsOf(plan)!;
    const first = plan.harvestDate!;
    const wish = { kgPerWeek: 210, from: first, to: addDays(first, 27) };
    const { batches, areaHa } = unwrap(plannedBatches(plan, FACTS, wish)!);
    // 210 kg in 7 days, 30 kg a day: what one picking must give, over what a hectare gives at one
    const expected = (30 * everyDays) / ((plan.targetTPerHa * 1000) / pickings);
    expect(batches).toHaveLength(1);
    expect(areaHa).toBeCloseTo(expected, 9);
    const [batch] = batches;
    expect(batch!.plants).toBeCloseTo(plan.seed.targetPlantsPerM2 * 10_000 * expected, 6);
    expect(batch!.stockKg).toBeCloseTo(plan.seed.boughtKgPerHa * expected, 9);
    // by the guide's days: as long before the first picking as the plan's own planting, its nursery before it
    expect(batch!.planting).toBe(plan.plantingDate);
    expect(batch!.sowing).toBe(addDays(plan.plantingDate!, -plan.crop.method.nursery!.days));
  });
  it("says what no planting serves", () => {
    const wish = { kgPerWeek: 210, from: addDays(plan.harvestDate!, -100), to: addDays(plan.harvestDate!, -90) };
    const { batches, gaps } = unwrap(plannedBatches(plan, FACTS, wish)!);
    expect(batches).toEqual([]);
    expect(gaps).toEqual([{ from: wish.from, to: wish.to }]);
  });
});

describe("what is cut once", () => {
  it("stands some days, or is no crop for the week", () => {
    const green = testGuide("onion").kinds.find((k) => k.products?.includes("bunches"))!;
    expect(pickingsOf(made("onion", { kindId: green.id, productId: "bunches" }))).toEqual({
      pickings: 1,
      everyDays: 8,
    });
    expect(pickingsOf(made("wheat"))).toBeNull();
    expect(plannedBatches(made("wheat"), FACTS, { kgPerWeek: 1, from: "2027-07-01", to: "2027-07-02" })).toBeNull();
  });
});

describe("seedlings in trays", () => {
  const plan = made("kale", {}, { seed: { raisedIn: "trays", targetPlantsPerM2: 4, reservePct: 10 } });
  it("fill whole trays, with the reserve", () => {
    // a plant to each place; 95 % live in the field, 85 % in the tray, and so many germinate
    const germination = plan.figures["seed.germination"]!.value / 100;
    const seeds = 40_000 / 0.95 / 0.85 / germination;
    const trays = Math.ceil((seeds * 14.2 * 1.1) / 150);
    expect(plan.seed.trays).toEqual({ count: trays, cells: 150, substrateL: (trays * 150 * 20) / 1000 });
    expect(plan.figures["seed.trays"]!.value).toBe(trays);
    expect(plan.seed.nurseryM2PerHa).toBeNull();
    const sown = plan.operations.find((o) => o.role === "nursery")!;
    expect(sown.name).toBe("Sow the trays");
    expect(sown.inputs.map((i) => [i.kind, i.quantity])).toEqual([
      ["seed", plan.seed.orderKg],
      ["material", trays],
      ["material", trays * 3],
    ]);
  });
  it("count and cost what somebody says of them", () => {
    const own = made(
      "kale",
      {},
      {
        seed: { raisedIn: "trays" },
        materials: { perHa: { "nursery.trays": 300 }, price: { trays: 120 } },
      },
    );
    const trays = own.operations.find((o) => o.role === "nursery")!.inputs.find((i) => i.id === "trays")!;
    // 300 on each of 14.2 ha, at 1.20
    expect([trays.perHa, trays.quantity, trays.pricePerUnit]).toEqual([300, 4260, 120]);
    expect(trays.how).toMatch(/^decided; usual is \d+ trays/);
  });
  it("stand in the cold store a picking at a time", () => {
    // 24 t x 14.2 ha of 150 kg/m3, in twelve pickings
    expect(made("kale", {}, { targetTPerHa: 24 }).keep.roomM3).toBeCloseTo((24 * 14.2 * 1000) / 150 / 12, 6);
  });
  it("are raised in a bed where the guide knows no trays", () => {
    const rice = made("rice", {}, { seed: { raisedIn: "trays" } });
    expect(rice.seed.trays ?? null).toBeNull();
    expect(rice.seed.nurseryM2PerHa).toBeGreaterThan(0);
    expect(rice.operations.find((o) => o.role === "nursery")!.name).toBe("Sow the nursery");
  });
});
