import fs from "node:fs";
import path from "node:path";
import { describe, expect, it } from "vitest";
import { compiledFiles, compileFolder, SURROUNDINGS } from "../../../scripts/guide-files";
import { ALL_GUIDES, testGuide } from "../../../tests/support/guides";
import { TILLAGE_SYSTEMS } from "../ground/systems";
import { NUTRIENT_IDS } from "../nutrients";
import { unwrap } from "../result";
import { expand } from "./author";
import { compileGuides } from "./compile";
import { brokenLaws } from "./laws";
import { layered, merge } from "./merge";
import { resolveGuide } from "./resolve-guide";
import { guideSchema } from "./schema";

const root = path.resolve(import.meta.dirname, "../../..");
const compiled = compileFolder(root);
const around = SURROUNDINGS(compiled);

describe("the compiled guides", () => {
  it("are those of the files: npm run guides renews them", () => {
    const folder = path.join(root, "data/guides/compiled");
    const files = compiledFiles(compiled);
    expect(fs.readdirSync(folder).sort()).toEqual(Object.keys(files).sort());
    for (const [name, text] of Object.entries(files))
      expect(fs.readFileSync(path.join(folder, name), "utf8") === text, name).toBe(true);
  });

  it.each(ALL_GUIDES.map((g) => [g.id, g] as const))("%s keeps every law", (_, guide) => {
    expect(brokenLaws(guide, around)).toEqual([]);
  });
});

describe("resolveGuide", () => {
  const wheat = testGuide("wheat");
  it("puts the kind before the crop and the practice before the kind, and says so", () => {
    const spring = unwrap(resolveGuide(wheat, { kind: "spring" }));
    expect(spring.product.targetTPerHa.typical).toBe(5.5);
    expect(spring.origins["products.grain.targetTPerHa"]).toBe("kind");
    const here = unwrap(
      resolveGuide(wheat, {
        kind: "spring",
        practice: {
          products: { grain: { targetTPerHa: { low: 1, typical: 2, high: 3, source: "assumption" } } },
          climate: { baseC: { value: 1, source: "assumption" } },
        },
      }),
    );
    expect(here.product.targetTPerHa.typical).toBe(2);
    expect(here.origins["products.grain.targetTPerHa"]).toBe("practice");
    expect(here.guide.climate.baseC.value).toBe(1);
    expect(wheat.climate.baseC.value).toBe(0);
  });
  it("takes from a spring sowing what only autumn and winter ask for", () => {
    const tasks = (kind: string) => unwrap(resolveGuide(wheat, { kind })).guide.tasks.map((t) => t.id);
    expect(tasks("winter")).toEqual(expect.arrayContaining(["weed-look-autumn", "roll-spring"]));
    expect(tasks("spring")).not.toEqual(expect.arrayContaining(["weed-look-autumn"]));
    expect(tasks("spring")).not.toContain("roll-spring");
    expect(tasks("spring")).toContain("stand-count");
    expect(unwrap(resolveGuide(wheat, { kind: "spring" })).origins["tasks.roll-spring"]).toBe("kind");
  });
  it("gives no kind another kind's figures: straw sold besides, maize cut whole, seed thrown by hand", () => {
    const target = (id: string, kind: string, product: string) =>
      unwrap(resolveGuide(testGuide(id), { kind, product })).product.targetTPerHa.typical;
    // 7.5 t of winter wheat stood for spring and facultative wheat whose straw is baled
    for (const kind of testGuide("wheat").kinds)
      expect(target("wheat", kind.id, "grainAndStraw"), kind.id).toBe(target("wheat", kind.id, "grain"));
    expect([target("wheat", "spring", "grainAndStraw"), target("barley", "organicFood", "grainAndStraw")]).toEqual([
      5.5, 3.4,
    ]);
    // 43 t and 302 kg N stood for warm maize, whose grain is 5 t: its dry matter is some 2.2 times that of the grain, not 3.4
    const warm = [target("maize", "warm", "wholeCrop"), target("maize", "warm", "grain")] as const;
    expect((warm[0] * 0.34) / (warm[1] * 0.86)).toBeCloseTo(2.21, 2);
    const stand = (kind: string, method: string) =>
      unwrap(resolveGuide(testGuide("barley"), { kind, method })).method.targetPlantsPerM2.typical;
    // 290 plants stood for all that was broadcast
    for (const kind of testGuide("barley").kinds)
      expect(stand(kind.id, "broadcast"), kind.id).toBe(stand(kind.id, "drilled"));
  });
  it("takes from rice that is drilled dry what asks for standing water, seedlings and bunds", () => {
    const rice = unwrap(resolveGuide(testGuide("rice"), { method: "drySeeded" }));
    const ids = rice.guide.tasks.map((t) => t.id);
    for (const gone of ["first-drain", "final-drain", "snail-look", "gap-fill"]) expect(ids).not.toContain(gone);
    expect(rice.guide.threats.map((t) => t.id)).not.toContain("golden-snail");
    expect(rice.guide.water.standing).toEqual([]);
    expect(JSON.stringify([rice.guide.tasks, rice.guide.feed.base])).not.toMatch(/puddling|shallow water|bund/);
  });
  it("sets hybrid rice one to a hill", () => {
    const { method } = unwrap(resolveGuide(testGuide("rice"), { kind: "hybrid", method: "transplanted" }));
    expect(method.geometry.unitsPerStation).toBe(1);
  });
  it("gives the same answer to the same question, without merging again", () => {
    expect(resolveGuide(wheat, { kind: "spring" })).toBe(resolveGuide(wheat, { kind: "spring" }));
  });
  it("refuses what the guide does not have", () => {
    const result = resolveGuide(wheat, { kind: "summer", method: "thrown" });
    expect(result.ok ? [] : result.errors.map((e) => e.field)).toEqual(["kind", "method"]);
  });
});

describe("merge", () => {
  it("merges objects by key and lists by id, removes with null, replaces figures whole", () => {
    const base = {
      a: { x: 1, y: 2 },
      list: [
        { id: "p", n: 1 },
        { id: "q", n: 2 },
      ],
      figure: { low: 1, typical: 2, high: 3, source: "s", varies: "by place" },
    };
    const leaves: string[] = [];
    const merged = merge(
      base,
      {
        a: { y: null, z: 3 },
        list: { q: { n: 5 }, p: null, r: { n: 7 } },
        figure: { low: 0, typical: 1, high: 2, source: "t" },
      },
      (leaf) => leaves.push(leaf),
    );
    expect(merged).toEqual({
      a: { x: 1, z: 3 },
      list: [
        { id: "q", n: 5 },
        { id: "r", n: 7 },
      ],
      figure: { low: 0, typical: 1, high: 2, source: "t" },
    });
    expect(leaves.sort()).toEqual(["a.y", "a.z", "figure", "list.p", "list.q.n", "list.r"]);
    expect(base.a).toEqual({ x: 1, y: 2 });
  });
  it("keeps in a patch what it removes, layer upon layer", () => {
    const under = { tasks: { a: null, b: { n: 1 } } };
    expect(layered(under, { tasks: { b: { m: 2 }, c: null } })).toEqual({
      tasks: { a: null, b: { n: 1, m: 2 }, c: null },
    });
    expect(merge({ kinds: { k: { patch: under } } }, { kinds: { k: { patch: { tasks: { b: null } } } } })).toEqual({
      kinds: { k: { patch: { tasks: { a: null, b: null } } } },
    });
  });
});

describe("short forms", () => {
  it("are made whole with the file's source or their own", () => {
    const expanded = expand(
      {
        climate: { baseC: 0, optimumC: [24, "fao56"], seasonWaterMm: [400, 520, 650] },
        feed: { patterns: { once: { splits: { n1: { when: ["ripe", -3, 0, null] } } } } },
        harvest: { lossPctPerDay: { low: 1, typical: 2, high: 3, varies: "by variety" } },
      },
      "recalled",
    );
    expect(expanded).toEqual({
      climate: {
        baseC: { value: 0, source: "recalled" },
        optimumC: { value: 24, source: "fao56" },
        seasonWaterMm: { low: 400, typical: 520, high: 650, source: "recalled" },
      },
      feed: {
        patterns: {
          once: { splits: { n1: { when: { from: "ripe", min: -3, usual: 0, max: null } } }, source: "recalled" },
        },
      },
      harvest: { lossPctPerDay: { low: 1, typical: 2, high: 3, varies: "by variety", source: "recalled" } },
    });
  });
  it("name file and place of what is not of the shape", () => {
    const files = {
      sources: {},
      threats: { source: "recalled" },
      schools: { source: "recalled" },
      cautions: { source: "recalled" },
      archetypes: {},
      crops: {},
    };
    expect(() => compileGuides({ ...files, crops: { odd: { source: "recalled", extends: "none" } } })).toThrow(
      /crops\/odd.yaml: extends "none"/,
    );
    const withArchetype = { ...files, archetypes: { plain: { source: "recalled" } } };
    expect(() =>
      compileGuides({ ...withArchetype, crops: { odd: { source: "recalled", extends: "plain", name: 7 } } }),
    ).toThrow(/crops\/odd.yaml is not of the shape of a guide:[\s\S]*name:/);
  });
});

describe("fields of a guide", () => {
  it("each have code that reads them", () => {
    const keys = new Set<string>();
    type Node = {
      def?: { type: string; innerType?: Node; element?: Node; options?: Node[]; valueType?: Node };
      shape?: Record<string, Node>;
    };
    const walk = (node: Node | undefined): void => {
      if (!node?.def) return;
      for (const [key, child] of Object.entries(node.shape ?? {})) {
        keys.add(key);
        walk(child);
      }
      for (const child of [node.def.innerType, node.def.element, node.def.valueType, ...(node.def.options ?? [])])
        walk(child);
    };
    walk(guideSchema as unknown as Node);
    // removal is read nutrient by nutrient, through the register
    for (const id of NUTRIENT_IDS) keys.delete(id);
    const code = readers(path.join(root, "src"));
    expect(
      [...keys].filter(
        (key) => !new RegExp(`(\\.|\\?\\.)${key}\\b|[{,]\\s*${key}\\b[^}]*\\} = |\\(\\{[^}]*\\b${key}\\b`).test(code),
      ),
    ).toEqual([]);
  });
});

/** All code but tests and what only describes guides. */
function readers(folder: string): string {
  return fs
    .readdirSync(folder, { recursive: true, encoding: "utf8" })
    .filter((f) => /\.tsx?$/.test(f) && !/\.test\.ts$|guides\/(schema|author|compile)\.ts$/.test(f))
    .map((f) => fs.readFileSync(path.join(folder, f), "utf8"))
    .join("\n");
}

describe("tillage systems", () => {
  it("have unique pass ids and waits in order", () => {
    for (const system of TILLAGE_SYSTEMS) {
      expect(new Set(system.passes.map((p) => p.id)).size).toBe(system.passes.length);
      for (const { gap } of system.passes)
        expect(gap.min <= gap.usual && (gap.max === null || gap.usual <= gap.max)).toBe(true);
    }
  });
});
