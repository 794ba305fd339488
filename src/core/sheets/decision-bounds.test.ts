import { describe, expect, it } from "vitest";
import { z } from "zod";
import { testGuide } from "../../../tests/support/guides";
import { EXAMPLE_FACTS } from "../plan/example-facts";
import { unwrap } from "../result";
import { boundsOf } from "./bounds-of-schema";
import { type Bounds, type BoundsTree, boundsAt } from "./decision-bounds";
import { freshDecisions } from "./decisions";
import { decisionsSchema } from "./decisions-schema";
import { draftPlan } from "./draft-plan";

const bounds = boundsOf(decisionsSchema);

/** Every number of the decisions by its path, with a key in the place of any. */
function leaves(tree: BoundsTree | Bounds, path: string[] = []): { path: string[]; of: Bounds }[] {
  if (Array.isArray(tree)) return [{ path, of: tree as Bounds }];
  return Object.entries(tree as BoundsTree).flatMap(([part, inside]) => leaves(inside, [...path, part]));
}

describe("bounds of decisions", () => {
  it("are those of their schema, by any key of a list", () => {
    const tree = boundsOf(
      z.strictObject({
        depth: z.number().min(0.1).max(60).optional(),
        share: z.number().positive().optional(),
        list: z.record(z.string(), z.strictObject({ n: z.number().int().min(1).max(9).optional() })).optional(),
        word: z.string().optional(),
      }),
    );
    expect(tree).toMatchObject({ depth: [0.1, 60], share: [0, null, "above"], list: { "*": { n: [1, 9] } } });
    expect(boundsAt(tree, "depth")).toEqual({ min: 0.1, max: 60 });
    expect(boundsAt(tree, "share")).toEqual({ above: 0 });
    expect(boundsAt(tree, "list/anything/n")).toEqual({ min: 1, max: 9 });
    expect([
      boundsAt(tree, "word"),
      boundsAt(tree, "list"),
      boundsAt(tree, "depth/more"),
      boundsAt(tree, "toString"),
    ]).toEqual([{}, {}, {}, {}]);
    expect(boundsAt(bounds, "seed/rowSpacingCm")).toEqual({ min: 0.01, max: 1000 });
  });

  it("of the row spacing are the same wherever it is reckoned with", () => {
    const decisions = (rowSpacingCm: number) => ({ ...freshDecisions("wheat"), seed: { rowSpacingCm } });
    const { max = 0 } = boundsAt(bounds, "seed/rowSpacingCm");
    const plan = unwrap(draftPlan(EXAMPLE_FACTS, decisions(max), 2027, testGuide("wheat")));
    expect(plan.problems).toEqual([]);
  });

  it("hold at their ends and not beyond, for every number that can be decided", () => {
    const key = (parts: string[]) =>
      parts.includes("treatments") ? "treat-a" : /ByMonth$/.test(parts.at(-1) ?? "") ? "1" : "x";
    const all = leaves(bounds).filter(({ path }) => path[0] !== "version");
    expect(all.length).toBeGreaterThan(90);
    for (const {
      path,
      of: [least, most, above],
    } of all) {
      const own: string[] = [];
      for (const part of path) own.push(part === "*" ? (path[own.length - 1] === "massesG" ? "0" : key(own)) : part);
      const refuses = (value: number) => {
        const inList = path.at(-2) === "massesG";
        const whole = own.reduceRight<unknown>(
          (inside, part, i) => (inList && i === own.length - 1 ? [inside] : { [part]: inside }),
          value,
        );
        const read = decisionsSchema.safeParse({ version: 2, crop: { guideId: "wheat" }, ...(whole as object) });
        return !read.success && read.error.issues.some((issue) => issue.path.join("/") === own.join("/"));
      };
      const name = path.join("/");
      const step = 1;
      if (least !== null)
        expect([refuses(least), refuses(least - step)], `${name} at ${least}`).toEqual([above === "above", true]);
      if (most !== null) expect([refuses(most), refuses(most + step)], `${name} at ${most}`).toEqual([false, true]);
    }
  });
});
