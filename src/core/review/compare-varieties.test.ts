import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { compareVarieties } from "./compare-varieties";

const of = (lines: [string, string, number][]) =>
  compareVarieties(lines.map(([variety, trial, yieldTPerHa]) => ({ variety, trial, yieldTPerHa })));
const groups = (lines: [string, string, number][]) => {
  const read = of(lines);
  if (!read.ok) throw new Error(JSON.stringify(read.errors));
  return read.value.groups;
};

describe("varieties over trials", () => {
  it("joins trials by the variety that both have", () => {
    // A beats B by 1, B beats C by 0.5. With effects a + b + c = 0: b = -1/6 (a = b + 1, c = b - 0.5), a = 5/6, c = -4/6.
    // Trials: 8 - 5/6 = 7 + 1/6 = 7.1667 and 9 + 1/6 = 9.1667, mean 8.1667; so A 9, B 8, C 7.5.
    const [only] = groups([
      ["A", "one", 8],
      ["B", "one", 7],
      ["B", "two", 9],
      ["C", "two", 8.5],
    ]);
    expect(only?.means.map((m) => [m.variety, Number(m.meanTPerHa.toFixed(6))])).toEqual([
      ["A", 9],
      ["B", 8],
      ["C", 7.5],
    ]);
    expect(only?.means[0]?.relativePct).toBeCloseTo((100 * 9) / 8.166667, 4);
    // 4 results, 3 varieties, 2 trials: nothing is left over
    expect([only?.df, only?.sedTPerHa]).toEqual([0, null]);
  });

  it("is the plain mean where every trial has every variety, with the error of a two-way table", () => {
    // differences A - B: 1.0, 1.4, 0.6, mean 1.0, variance ((0 + 0.16 + 0.16) / 2) = 0.16; sed = sqrt(0.16 / 3) = 0.2309
    const [only] = groups([
      ["A", "one", 8],
      ["B", "one", 7],
      ["A", "two", 9.4],
      ["B", "two", 8],
      ["A", "three", 6.6],
      ["B", "three", 6],
    ]);
    expect(only?.means.map((m) => Number(m.meanTPerHa.toFixed(6)))).toEqual([8, 7]);
    expect(only?.df).toBe(2);
    expect(only?.sedTPerHa).toBeCloseTo(0.2309, 4);
    // t of 2 degrees of freedom is 4.303: 0.2309 x 4.303 = 0.9937
    expect(only?.lsdTPerHa).toBeCloseTo(0.9937, 3);
  });

  it("does not compare what nothing joins", () => {
    const found = groups([
      ["A", "one", 8],
      ["B", "one", 7],
      ["C", "one", 7.2],
      ["D", "two", 12],
      ["E", "two", 11],
    ]);
    expect(found.map((g) => g.means.map((m) => m.variety))).toEqual([
      ["A", "C", "B"],
      ["D", "E"],
    ]);
  });

  it("names the line that it cannot take", () => {
    const read = of([
      ["A", "one", 8],
      ["A", "one", 7],
      ["B", "one", 0],
    ]);
    expect(read.ok ? [] : read.errors.map((e) => e.field)).toEqual(["results.1.variety", "results.2.yieldTPerHa"]);
  });

  it("ranks alike when a whole trial is better by a tonne", () => {
    const yields = fc.array(fc.double({ min: 2, max: 12, noNaN: true }), { minLength: 6, maxLength: 6 });
    fc.assert(
      fc.property(yields, fc.double({ min: 0.1, max: 3, noNaN: true }), (y, more) => {
        const lines = (by: number): [string, string, number][] => [
          ["A", "one", y[0] as number],
          ["B", "one", y[1] as number],
          ["C", "one", y[2] as number],
          ["A", "two", (y[3] as number) + by],
          ["B", "two", (y[4] as number) + by],
          ["D", "two", (y[5] as number) + by],
        ];
        const effects = (by: number) => {
          const means = groups(lines(by))[0]?.means ?? [];
          const all = means.reduce((s, m) => s + m.meanTPerHa, 0) / means.length;
          return Object.fromEntries(means.map((m) => [m.variety, m.meanTPerHa - all]));
        };
        const [plain, better] = [effects(0), effects(more)];
        for (const v of Object.keys(plain)) expect(better[v]).toBeCloseTo(plain[v] as number, 6);
      }),
    );
  });
});
