import { describe, expect, it } from "vitest";
import { differingLeaves } from "./audit";

describe("what an audit keeps of a change", () => {
  it("is the leaves that differ, by path", () => {
    expect(differingLeaves({ a: 1, b: { c: 2, d: 4 } }, { a: 1, b: { c: 3, d: 4 } })).toEqual({
      before: { "b/c": 2 },
      after: { "b/c": 3 },
    });
  });
  it("leaves out on its side what was not there, and takes lists whole", () => {
    expect(differingLeaves({ list: [1, 2] }, { list: [1, 3], more: "x" })).toEqual({
      before: { list: [1, 2] },
      after: { list: [1, 3], more: "x" },
    });
    expect(differingLeaves({ gone: { deep: 1 } }, {})).toEqual({ before: { gone: { deep: 1 } }, after: {} });
  });
  it("is nothing where nothing changed, and tells null from absent", () => {
    expect(differingLeaves({ a: { b: [1] } }, { a: { b: [1] } })).toEqual({ before: {}, after: {} });
    expect(differingLeaves({ a: null }, {})).toEqual({ before: { a: null }, after: {} });
  });
});
