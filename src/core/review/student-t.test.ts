import { describe, expect, it } from "vitest";
import { studentT, twoSidedP } from "./student-t";

describe("Student's t", () => {
  // from printed tables
  it.each([
    [5, 1, 12.706],
    [5, 2, 4.303],
    [5, 10, 2.228],
    [1, 10, 3.169],
    [5, 30, 2.042],
    [10, 5, 2.015],
    [5, 120, 1.98],
  ])("exceeded with %d %% at %d degrees of freedom is %d", (alpha, df, t) => {
    expect(studentT(alpha, df)).toBeCloseTo(t, 3);
  });
  it("goes back to its chance", () => {
    for (const df of [1, 3, 17, 400])
      for (const alpha of [0.1, 5, 50]) expect(twoSidedP(studentT(alpha, df), df)).toBeCloseTo(alpha / 100, 8);
    expect(twoSidedP(0, 7)).toBe(1);
  });
});
