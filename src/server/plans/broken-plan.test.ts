import { describe, expect, it } from "vitest";
import { differingLeaves } from "../access/audit";
import { afterChange } from "./broken-plan";

describe("afterChange", () => {
  it("changes, adds and takes away, and leaves its input as it was", () => {
    const before = { a: 1, d: 4, e: { f: 5, g: 6 } };
    expect(afterChange(before, { a: 1, d: 4, "e/f": 5 }, { a: 2, "b/c": 3 })).toEqual({
      a: 2,
      b: { c: 3 },
      e: { g: 6 },
    });
    expect(before).toEqual({ a: 1, d: 4, e: { f: 5, g: 6 } });
  });
  it("is the other way round of what the audit keeps", () => {
    const pairs = [
      [{ a: 1 }, { a: { b: 2 } }],
      [{ a: { b: 2, c: 3 } }, { a: { c: 3 } }],
      [{ a: [1, 2] }, { a: [2], x: null }],
      [{ a: 1 }, JSON.parse('{ "constructor": 2, "__proto__": { "b": 1 } }')],
    ];
    for (const [one, other] of pairs) {
      const { before, after } = differingLeaves(one, other);
      expect(JSON.stringify(afterChange(one, before, after))).toBe(JSON.stringify(other));
    }
  });
  it("takes an emptied branch away with its last leaf", () => {
    expect(afterChange({ a: { b: { c: 1 } }, d: 2 }, { "a/b/c": 1 }, {})).toEqual({ d: 2 });
  });
});
