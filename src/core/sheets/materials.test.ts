/** Material that jobs take, by hand: a hectare, then the 14.2 ha of the field. */

import { describe, expect, it } from "vitest";
import { ALL_GUIDES, testGuide } from "../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import type { PlanFacts } from "../plan/facts";
import { unwrap } from "../result";
import { applyChanges, type Change, change, freshDecisions } from "./decisions";
import { decisionsSchema } from "./decisions-schema";
import { draftPlan } from "./draft-plan";
import { checkPlan } from "./example-findings";
import { broughtByMaterials, materialsOfGuides } from "./materials";

const of = (guideId: string, crop: Record<string, string>, changes: Change[] = [], facts: PlanFacts = EXAMPLE_FACTS) =>
  unwrap(
    draftPlan(
      facts,
      applyChanges({ ...freshDecisions(guideId), crop: { guideId, ...crop } }, changes),
      2027,
      testGuide(guideId),
    ),
  );
const materials = (plan: ReturnType<typeof of>, task: string) =>
  plan.operations.find((o) => o.id === task)!.inputs.map((i) => [i.name, i.perHa, i.unit, i.quantity] as const);

describe("straw over garlic", () => {
  const crop = { methodId: "underStraw" };
  it("weighs so much for each centimetre that lies, on the field and in the order", () => {
    const plan = of("garlic", crop);
    // 12 cm x 0.9 t; x 14.2 ha
    const [[, perHa, unit, inAll]] = materials(plan, "lay-straw") as [readonly [string, number, string, number]];
    expect(unit).toBe("t");
    expect(perHa).toBeCloseTo(10.8, 9);
    expect(inAll).toBeCloseTo(153.36, 9);
    const bought = plan.inputs.find((i) => i.kind === "material")!;
    expect(bought.quantity).toBeCloseTo(153.36, 9);
    expect(bought.how).toMatch(/^0.9 t \(0.7 to 1.2\) for 1 cm of mulch x 12 cm; /);
    // what it costs nobody knows
    expect(plan.money.notPlanned).toContain("straw without seed");
  });
  it("costs what the practice pays for it, unless the plan says otherwise", () => {
    const facts = {
      ...EXAMPLE_FACTS,
      prices: { ...EXAMPLE_FACTS.prices, materialPerUnit: { "straw.t": 5000, "straw.kg": 1 } },
    };
    const free = of("garlic", crop).money.costPerHa;
    // 10.8 t x 50.00
    expect(of("garlic", crop, [], facts).money.costPerHa - free).toBeCloseTo(54_000, 6);
    expect(of("garlic", crop, [], facts).money.notPlanned).not.toContain("straw without seed");
    expect(of("garlic", crop, [change("materials/price/straw", 6000)], facts).money.costPerHa - free).toBeCloseTo(
      64_800,
      6,
    );
  });
  it("is less where less is laid, and as much as somebody says", () => {
    expect(materials(of("garlic", crop, [change("water/mulch", { kind: "straw", depthCm: 5 })]), "lay-straw")[0]![1])
      // 5 x 0.9
      .toBeCloseTo(4.5, 9);
    const own = of("garlic", crop, [
      change("materials/perHa/lay-straw.straw", 8),
      change("materials/price/straw", 6000),
    ]);
    expect(materials(own, "lay-straw")[0]![1]).toBe(8);
    // 8 t x 60.00 on the sheet of the task
    const without = of("garlic", crop, [change("materials/perHa/lay-straw.straw", 8)]);
    expect(own.money.costPerHa - without.money.costPerHa).toBeCloseTo(48_000, 6);
    expect(own.money.costBySheet.seed! - without.money.costBySheet.seed!).toBeCloseTo(48_000, 6);
    expect(own.money.notPlanned).not.toContain("straw without seed");
  });
  it("is what was laid, once that is logged", () => {
    const log = [
      { operationId: "lay-straw", doneOn: "2026-10-20", quantityPerHa: 9, note: "", by: "Imre Castellan" },
    ] as unknown as PlanFacts["log"];
    const done = of("garlic", crop, [], { ...EXAMPLE_FACTS, log });
    expect(materials(done, "lay-straw")[0]).toEqual(["straw without seed", 9, "t", 9 * 14.2]);
  });
});

describe("what goes with the seed and along the row", () => {
  it("sticks inoculant to the groundnut's seed", () => {
    const plan = of("groundnut", {});
    const kg = plan.seed.sownKgPerHa!;
    expect(materials(plan, "inoculate")).toEqual([
      ["inoculant powder", expect.closeTo(kg * 0.005, 9), "kg", expect.closeTo(kg * 0.005 * 14.2, 9)],
      ["sugar as a sticker", expect.closeTo(kg * 0.0025, 9), "kg", expect.closeTo(kg * 0.0025 * 14.2, 9)],
    ]);
  });
  it("is not stuck to it where the bacteria are there: cowpea grew within four seasons", () => {
    const grown = (crop: string, season: number) => ({
      ...EXAMPLE_FACTS,
      history: [{ season, crop, yieldTPerHa: null, family: null }],
    });
    const inoculates = (facts: PlanFacts) =>
      of("groundnut", {}, [], facts).operations.some((o) => o.id === "inoculate");
    // for the harvest of 2027: 2023 to 2026
    expect([2022, 2023, 2026].map((season) => inoculates(grown("cowpea", season)))).toEqual([true, false, false]);
    expect(inoculates(grown("maize", 2026))).toBe(true);
  });
  it("stands before the sowing of the same day", () => {
    for (const guideId of ["groundnut", "wholeCrop"]) {
      const { operations } = of(guideId, {});
      const at = (id: string) => operations.findIndex((o) => o.id === id || o.role === id);
      expect(operations[at("inoculate")]?.date).toBe(operations[at("plant")]?.date);
      expect(at("inoculate")).toBeLessThan(at("plant"));
    }
  });
  it("inoculates only the legume of a mixture", () => {
    const plan = of("wholeCrop", {});
    const legumes = plan.seed.mixture!.components.filter((c) => c.legume).reduce((sum, c) => sum + c.kgPerHa, 0);
    expect(legumes).toBeLessThan(plan.seed.sownKgPerHa!);
    expect(materials(plan, "inoculate")[0]![1]).toBeCloseTo(legumes * 0.005, 9);
  });
  it("sets posts and strings along the rows of tuberose", () => {
    const plan = of("tuberose", {});
    // rows 30 cm apart, beds of four with their path 1.6 m wide: 0.375 m of bed's side to a metre of row; a post to 3 m of it,
    // two strings
    const rowM = 10_000 / (plan.seed.rowSpacingCm! / 100);
    expect(materials(plan, "stake")).toEqual([
      ["posts", expect.closeTo(rowM * 0.125, 6), "units", expect.closeTo(rowM * 0.125 * 14.2, 4)],
      ["string", expect.closeTo(rowM * 0.75, 6), "m", expect.closeTo(rowM * 0.75 * 14.2, 4)],
    ]);
  });
});

describe("an amount that cannot be", () => {
  it("is refused with its place", () => {
    const decisions = { ...freshDecisions("garlic"), materials: { perHa: { "lay-straw.straw": -1 } } };
    expect(decisionsSchema.safeParse(decisions).error?.issues[0]?.path).toEqual([
      "materials",
      "perHa",
      "lay-straw.straw",
    ]);
  });
});

describe("materials of all guides", () => {
  const all = materialsOfGuides(ALL_GUIDES);
  it("stand once for each unit, by name, those of ways to keep and of trays among them", () => {
    const keys = all.map((m) => m.key);
    expect(new Set(keys).size).toBe(keys.length);
    for (const key of ["straw.t", "string.m", "posts.units", "gas.kg", "acid.L", "trays.units", "substrate.L"])
      expect(keys, key).toContain(key);
    // one price for each: another material has another id
    const names = new Map<string, Set<string>>();
    JSON.stringify(ALL_GUIDES, (at, node) => {
      if (at === "materials")
        for (const [id, m] of Object.entries((node ?? {}) as Record<string, { name?: string; unit?: string } | null>))
          if (m?.name) names.set(`${id}.${m.unit}`, (names.get(`${id}.${m.unit}`) ?? new Set()).add(m.name));
      return node;
    });
    expect([...names].filter(([, of]) => of.size > 1).map(([key, of]) => [key, ...of])).toEqual([]);
    expect(all.map((m) => m.name)).toEqual([...all.map((m) => m.name)].sort((a, b) => a.localeCompare(b)));
  });
});

describe("nutrients of material", () => {
  it("count: gypsum at the pegs brings the sulphur that no fertiliser brings", () => {
    const plan = of("groundnut", {});
    // 32.06 / 172.17 x 90 % = 16.8 %; of 300 kg/ha 50.4 kg S and 87.9 kg CaO
    expect(broughtByMaterials(plan, "s")).toBeCloseTo(50.4, 9);
    expect(broughtByMaterials(plan, "cao")).toBeCloseTo(87.9, 9);
    expect(broughtByMaterials(plan, "n")).toBe(0);
    const short = (changes: Change[]) => {
      const decisions = applyChanges({ ...freshDecisions("groundnut"), crop: { guideId: "groundnut" } }, changes);
      const drafted = unwrap(draftPlan(EXAMPLE_FACTS, decisions, 2027, testGuide("groundnut")));
      return checkPlan(drafted, EXAMPLE_FACTS, decisions).some((f) => f.id === "feed.short.s");
    };
    expect(plan.feed.supplied.s).toBe(0);
    expect(short([])).toBe(false);
    // 10.2 kg are needed at 1.7 t: 20 kg of gypsum bring 3.4, over 5 short
    expect(short([change("materials/perHa/pod-gypsum.gypsum", 20)])).toBe(true);
  });
});
