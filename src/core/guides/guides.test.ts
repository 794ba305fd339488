import { describe, expect, it } from "vitest";
import { TILLAGE_SYSTEMS, tillageSystem } from "../ground/systems";
import { unwrap } from "../result";
import { findGuide, GUIDES } from "./index";
import { resolveGuide } from "./resolve-guide";
import { type Guide, guideSchema, type Task } from "./schema";

const tasksOf = (guide: Guide): Task[] => [
  ...guide.methods.flatMap((m) => m.preparation),
  ...guide.water.tasks,
  ...guide.weeds.tasks,
  ...guide.protectTasks,
  ...guide.tending,
  ...guide.harvest.tasks,
  ...guide.keep.tasks,
];

describe.each(GUIDES.map((guide) => [guide.id, guide] as const))("guide %s", (_, guide) => {
  it("has the shape of a guide", () => {
    expect(() => guideSchema.parse(guide)).not.toThrow();
  });

  it("names a listed source for every figure", () => {
    const used: string[] = [];
    JSON.stringify(guide, (key, value) => {
      if (key === "source" && typeof value === "string") used.push(value);
      return value;
    });
    expect(used.length).toBeGreaterThan(30);
    expect([...new Set(used)].filter((id) => !(id in guide.sources))).toEqual([]);
  });

  it("ties every task to something that exists, and no two tasks share an id", () => {
    const tasks = tasksOf(guide);
    const ids = tasks.map((t) => t.id);
    expect(new Set(ids).size).toBe(ids.length);
    const anchors = new Set([
      "planting",
      "harvest",
      "previousHarvest",
      "nursery",
      ...guide.stages.map((s) => s.id),
      ...ids,
    ]);
    const triggers = [
      ...tasks.map((t) => t.when),
      guide.feed.base.when,
      guide.harvest.at,
      ...guide.feed.patterns.flatMap((p) => p.splits.map((s) => s.when)),
    ];
    expect(triggers.map((t) => t.from).filter((from) => !anchors.has(from))).toEqual([]);
    const topics = guide.cautions.map((c) => c.topic);
    expect(tasks.flatMap((t) => t.cautions ?? []).filter((c) => !topics.includes(c))).toEqual([]);
  });

  it("has stages in order, and splits that make 100 %", () => {
    for (const key of ["thermalTimeCd", "days"] as const) {
      const values = guide.stages.map((s) => s[key]);
      expect([...values].sort((a, b) => a - b)).toEqual(values);
    }
    for (const pattern of guide.feed.patterns) expect(pattern.splits.reduce((sum, s) => sum + s.sharePct, 0)).toBe(100);
    const stageIds = guide.stages.map((s) => s.id);
    for (const threat of guide.threats) for (const stage of threat.stages) expect(stageIds).toContain(stage);
  });

  it("names tillage systems that exist, one of them the default of each planting method", () => {
    for (const s of guide.ground.systems) expect(tillageSystem(s.system), s.system).toBeDefined();
    for (const method of guide.methods) {
      const own = guide.ground.systems.filter((s) => !s.methods || s.methods.includes(method.id));
      expect(own.filter((s) => s.fit === "default")).toHaveLength(1);
      expect(own.length).toBeGreaterThanOrEqual(2);
    }
  });

  it("resolves every combination of kind, method and product", () => {
    for (const kind of guide.kinds)
      for (const method of guide.methods)
        for (const product of guide.products) {
          const resolved = unwrap(resolveGuide(guide, { kind: kind.id, method: method.id, product: product.id }));
          expect(() => guideSchema.parse(resolved.guide)).not.toThrow();
        }
  });
});

describe("resolveGuide", () => {
  const wheat = findGuide("wheat") as Guide;
  it("puts the kind before the base and the situation before the kind, and says so", () => {
    const spring = unwrap(resolveGuide(wheat, { kind: "spring" }));
    expect(spring.product.targetTPerHa.typical).toBe(5.5);
    expect(spring.origins["products.grain.targetTPerHa"]).toBe("kind");
    const here = unwrap(
      resolveGuide(wheat, {
        kind: "spring",
        situation: {
          "products.grain.targetTPerHa": { low: 1, typical: 2, high: 3, source: "assume" },
          "climate.baseC.value": 1,
        },
      }),
    );
    expect(here.product.targetTPerHa.typical).toBe(2);
    expect(here.origins["products.grain.targetTPerHa"]).toBe("situation");
    expect(here.guide.climate.baseC.value).toBe(1);
    expect(wheat.climate.baseC.value).toBe(0);
  });
  it("refuses what the guide does not have", () => {
    const result = resolveGuide(wheat, { kind: "summer", situation: { "feed.nonsense": 3 } });
    expect(result.ok ? [] : result.errors.map((e) => e.field)).toEqual(["kind", "situation.feed.nonsense"]);
  });
});

describe("tillage systems", () => {
  it("have unique pass ids and waits in order", () => {
    for (const system of TILLAGE_SYSTEMS) {
      expect(new Set(system.passes.map((p) => p.id)).size).toBe(system.passes.length);
      for (const { gap } of system.passes)
        expect(gap.min <= gap.usual && (gap.max === null || gap.usual <= gap.max)).toBe(true);
    }
  });
});
