/**
 * Laws that every plan keeps, whatever the field and whatever was decided: no number that is none, dates within their
 * play, money and matter that add up. Fields and decisions are drawn at random within what their schemas allow.
 */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { ALL_GUIDES, testGuide } from "../../../tests/support/guides";
import { addDays, toDay } from "../dates";
import type { Figure } from "../figure/figure";
import { NUTRIENT_IDS, type NutrientId } from "../nutrients";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import type { PlanFacts } from "../plan/facts";
import { TEXTURE_CLASSES } from "../soil/texture";
import { outlineHolds, outlinePlan } from "../views/outline";
import { DELTA, UPLAND_PLAIN } from "../weather/example-climates";
import { applyChanges, type Decisions, freshDecisions } from "./decisions";
import { decisionsSchema } from "./decisions-schema";
import { draftPlan } from "./draft-plan";
import { checkPlan } from "./example-findings";
import type { Plan } from "./plan";

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const maybe = <T>(of: fc.Arbitrary<T>) => fc.option(of, { nil: undefined });

const facts: fc.Arbitrary<PlanFacts> = fc
  .record({
    areaHa: number(0.05, 400),
    textureClass: fc.constantFrom(...TEXTURE_CLASSES),
    drainage: fc.constantFrom("free", "moderate", "poor") as fc.Arbitrary<"free" | "moderate" | "poor">,
    compactionDepthCm: fc.option(number(5, 60)),
    irrigated: fc.boolean(),
    handWork: fc.boolean(),
    contractor: fc.boolean(),
    zone: fc.constantFrom("temperate upland plain", "any", "monsoon delta"),
    test: fc.option(
      fc.record({
        ph: number(4, 9),
        organicMatterPct: number(0, 20),
        levels: fc.record(
          { p: number(0, 200), k: number(0, 900), mg: number(0, 500), b: number(0, 5) },
          { requiredKeys: [] },
        ),
        soilMineralNKgPerHa: fc.option(number(0, 300)),
        ecE: fc.option(number(0, 20)),
      }),
    ),
    harvested: fc.boolean(),
    previous: fc.option(fc.integer({ min: -200, max: 90 })),
    climate: fc.constantFrom(UPLAND_PLAIN, DELTA, null),
    today: fc.integer({ min: 0, max: 420 }).map((d) => addDays("2026-06-01", d)),
    products: fc.boolean(),
  })
  .map(
    ({ areaHa, textureClass, drainage, compactionDepthCm, irrigated, handWork, contractor, zone, ...f }): PlanFacts => {
      const off = f.previous === null ? null : addDays("2026-09-14", f.previous);
      return {
        ...EXAMPLE_FACTS,
        field: {
          ...EXAMPLE_FACTS.field,
          ...{ areaHa, textureClass, drainage, compactionDepthCm, irrigated, handWork, contractor, zone },
        },
        soilTest: f.test && { ...EXAMPLE_FACTS.soilTest!, ...f.test },
        previousCrop: EXAMPLE_FACTS.previousCrop && {
          ...EXAMPLE_FACTS.previousCrop,
          harvest: off,
          harvested: f.harvested && off !== null && off <= f.today,
        },
        climate: f.climate,
        today: f.today,
        fertilisers: f.products ? EXAMPLE_FACTS.fertilisers : [],
        limes: f.products ? EXAMPLE_FACTS.limes : [],
      };
    },
  );

const decided: fc.Arbitrary<Decisions> = fc
  .constantFrom(...ALL_GUIDES)
  .chain((guide) =>
    fc.record({
      guideId: fc.constant(guide.id),
      kindId: fc.constantFrom(...guide.kinds.map((k) => k.id)),
      methodId: fc.constantFrom(...guide.methods.map((m) => m.id)),
      productId: fc.constantFrom(...guide.products.map((p) => p.id)),
      target: maybe(number(0.05, 60)),
      systemId: maybe(fc.constantFrom(...guide.ground.systems.map((s) => s.id))),
      residue: maybe(fc.constantFrom("kept", "baled")),
      manure: maybe(number(0, 80)),
      recovery: maybe(number(0.05, 1)),
      plants: maybe(number(1, 900)),
      germination: maybe(number(5, 100)),
      reserve: maybe(number(0, 60)),
      other: maybe(fc.integer({ min: 0, max: 500_000 })),
      planting: maybe(fc.integer({ min: -120, max: 300 })),
      held: fc.boolean(),
    }),
  )
  .map((d) =>
    decisionsSchema.parse({
      ...freshDecisions(d.guideId),
      crop: { guideId: d.guideId, kindId: d.kindId, methodId: d.methodId, productId: d.productId },
      targetTPerHa: d.target,
      ground: { systemId: d.systemId, residue: d.residue },
      seed: { targetPlantsPerM2: d.plants, germinationPct: d.germination, reservePct: d.reserve },
      feed: {
        recovery: d.recovery,
        ...(d.manure === undefined
          ? {}
          : { manure: { kind: "cattleFarmyard", tPerHa: d.manure, hoursToIncorporation: 6 } }),
      },
      money: { otherCostPerHa: d.other },
      ...(d.planting === undefined
        ? {}
        : { dates: { planting: { date: addDays("2026-10-01", d.planting), held: d.held } } }),
    }),
  );

/** Holds `law` for plans of random fields and decisions. */
function everyPlan(law: (plan: Plan, facts: PlanFacts, decisions: Decisions) => void, numRuns = 60): void {
  fc.assert(
    fc.property(facts, decided, (f, d) => {
      const drafted = draftPlan(f, d, 2027, testGuide(d.crop.guideId));
      if (!drafted.ok) throw new Error(drafted.errors.map((e) => e.message).join("; "));
      law(drafted.value, f, d);
    }),
    { numRuns, seed: 2027 },
  );
}
const near = (a: number, b: number) => Math.abs(a - b) <= 1e-6 * Math.max(1, Math.abs(a), Math.abs(b));
const sum = (list: number[]) => list.reduce((a, b) => a + b, 0);

describe("every plan", () => {
  it("has numbers only that are numbers, in figures, jobs, orders and money", () => {
    everyPlan((plan) => {
      const figures = [...Object.entries(plan.figures), ...Object.entries(plan.asides)] as [string, Figure][];
      for (const [id, { value }] of figures) expect(Number.isFinite(value), `${id}: ${value}`).toBe(true);
      for (const o of plan.operations)
        for (const key of ["hoursPerHa", "helperHoursPerHa", "fuelLPerHa", "costPerHa"] as const)
          expect(o[key] >= 0 && Number.isFinite(o[key]), `${key} of ${o.id}: ${o[key]}`).toBe(true);
      for (const i of plan.inputs)
        expect(i.perHa >= 0 && Number.isFinite(i.cost) && Number.isFinite(i.quantity), i.id).toBe(true);
    });
  });

  it("has each job within its play, in the order of dates, and knows planting and harvest", () => {
    everyPlan((plan) => {
      let before = "0000";
      for (const o of plan.operations) {
        if (!o.date) continue;
        expect(o.date >= before, `${o.id} after what comes later`).toBe(true);
        before = o.date;
        if (o.earliest) expect(o.date >= o.earliest, `${o.id}: ${o.date} before ${o.earliest}`).toBe(true);
        if (o.latest) expect(o.date <= o.latest, `${o.id}: ${o.date} after ${o.latest}`).toBe(true);
      }
      const dated = plan.operations.some((o) => o.date !== null);
      expect(plan.plantingDate !== null).toBe(dated);
      if (plan.plantingDate && plan.harvestDate) expect(plan.harvestDate > plan.plantingDate).toBe(true);
    });
  });

  it("plans no work before today, nor before the last crop is off, but where it says what clashes", () => {
    everyPlan((plan, { today, previousCrop }) => {
      if (plan.conflicts.length > 0) return;
      for (const o of plan.operations) if (o.date) expect(o.date >= today, o.id).toBe(true);
      const off = previousCrop?.harvest;
      if (!off) return;
      for (const o of plan.operations.filter((x) => x.role === "till" && x.date))
        expect(toDay(o.date as string) >= toDay(off), `${o.id} on ${o.date}, the last crop is off on ${off}`).toBe(
          true,
        );
    });
  });

  it("costs what its work and what is bought cost, and earns by the target", () => {
    everyPlan((plan, { field }, { money }) => {
      const work = sum(plan.operations.map((o) => o.costPerHa));
      const bought = sum(plan.inputs.map((i) => i.cost)) / field.areaHa;
      const cost = (work + bought + (money?.otherCostPerHa ?? 0)) / 100;
      expect(
        near(plan.figures["money.cost"]?.value ?? 0, cost),
        `${plan.figures["money.cost"]?.value} and ${cost}`,
      ).toBe(true);
      const price = plan.money.pricePerT;
      if (price === null) return;
      expect(near(plan.money.marginPerHa ?? Number.NaN, plan.targetTPerHa * price - cost * 100)).toBe(true);
    });
  });

  it("orders for the field what it gives a hectare, in whole bags that hold it", () => {
    everyPlan((plan, { field }) => {
      for (const input of plan.inputs) {
        const once = plan.operations.flatMap((o) => o.inputs.filter((i) => i.id === input.id && i.kind === input.kind));
        expect(near(input.quantity, sum(once.map((i) => i.quantity))), input.id).toBe(true);
        expect(near(input.perHa * field.areaHa, input.quantity), `${input.id} over the field`).toBe(true);
        if (input.bags === null || input.bagKg === null) continue;
        const kg = input.unit === "t" ? input.quantity * 1000 : input.quantity;
        expect(input.bags * input.bagKg >= kg - 1e-6, `${input.bags} bags of ${input.id} are too few`).toBe(true);
        expect(
          (input.bags - once.length) * input.bagKg < kg + 1e-6,
          `${input.bags} bags of ${input.id} are too many`,
        ).toBe(true);
      }
    });
  });

  it("gives of each nutrient what its products and rates say", () => {
    everyPlan((plan, { fertilisers }) => {
      const given = Object.fromEntries(NUTRIENT_IDS.map((n) => [n, 0])) as Record<NutrientId, number>;
      for (const input of plan.inputs) {
        const product = input.kind === "fertiliser" ? fertilisers.find((f) => f.id === input.id) : undefined;
        for (const n of NUTRIENT_IDS) given[n] += (input.perHa * (product?.contents[n] ?? 0)) / 100;
      }
      for (const n of NUTRIENT_IDS) {
        const shown = plan.figures[`feed.supplied.${n}` as keyof typeof plan.figures];
        if (shown) expect(near(shown.value, given[n]), `${n}: ${shown.value} shown, ${given[n]} given`).toBe(true);
      }
    });
  });

  it("is checked without a stumble, each finding once and with its reason, and each repair can be drafted", () => {
    everyPlan((plan, f, d) => {
      const findings = checkPlan(plan, f, d);
      expect(new Set(findings.map((x) => x.id)).size).toBe(findings.length);
      for (const finding of findings) {
        expect(finding.title.length > 0 && finding.why.length > 0, finding.id).toBe(true);
        expect(`${finding.title} ${finding.why}`, finding.id).not.toMatch(/NaN|undefined|Infinity|\[object/);
        for (const { label, changes } of finding.repairs) {
          const repaired = decisionsSchema.parse(applyChanges(d, changes));
          expect(draftPlan(f, repaired, 2027, testGuide(repaired.crop.guideId)).ok, label).toBe(true);
        }
      }
    });
  });

  it("has an outline of as many jobs, that holds from today on", () => {
    everyPlan((plan, f) => {
      const outline = outlinePlan(plan, f);
      expect(outline.season.operations.length).toBe(plan.operations.filter((o) => o.date !== null).length);
      const holds = outlineHolds(plan, f.today);
      if (holds !== null) expect(holds >= f.today).toBe(true);
    });
  });
});
