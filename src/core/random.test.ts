import { describe, expect, it } from "vitest";
import { normalQuantile, normalShareBelow, Random } from "./random";

const many = (n: number, draw: () => number) => Array.from({ length: n }, draw);
const mean = (list: number[]) => list.reduce((a, b) => a + b, 0) / list.length;
const variance = (list: number[]) => {
  const middle = mean(list);
  return mean(list.map((x) => (x - middle) ** 2));
};

describe("Random", () => {
  it("repeats itself for a seed and stream, and differs between streams", () => {
    const draw = (seed: number, stream: number) => {
      const random = new Random(seed, stream);
      return many(5, () => random.uniform());
    };
    expect(draw(1, 3)).toEqual(draw(1, 3));
    expect(draw(1, 3)).not.toEqual(draw(1, 4));
    expect(draw(1, 3)).not.toEqual(draw(2, 3));
  });
  it("is uniform over 0 to 1", () => {
    const random = new Random(5);
    const list = many(40_000, () => random.uniform());
    expect(Math.min(...list.slice(0, 5000))).toBeGreaterThanOrEqual(0);
    expect(Math.max(...list.slice(0, 5000))).toBeLessThan(1);
    // sd of the mean is sqrt(1/12/40000) = 0.0014: four of them
    expect(Math.abs(mean(list) - 0.5)).toBeLessThan(0.006);
    expect(variance(list)).toBeCloseTo(1 / 12, 2);
  });
  it("draws normals of mean 0 and variance 1", () => {
    const random = new Random(6);
    const list = many(40_000, () => random.normal());
    expect(Math.abs(mean(list))).toBeLessThan(0.02);
    expect(Math.abs(variance(list) - 1)).toBeLessThan(0.03);
    // 2.275 % of a normal lie beyond two standard deviations on one side
    expect(list.filter((x) => x > 2).length / list.length).toBeCloseTo(0.02275, 2);
  });
  it("draws quick normals like the slow ones", () => {
    const random = new Random(8);
    const list = many(40_000, () => random.quickNormal());
    expect(Math.abs(mean(list))).toBeLessThan(0.02);
    expect(Math.abs(variance(list) - 1)).toBeLessThan(0.03);
    expect(list.filter((x) => x < -1).length / list.length).toBeCloseTo(0.1587, 2);
  });
  it("knows the tables of the normal", () => {
    // 1.959964 and 1.281552 are the tabled 97.5 and 90 % points
    expect(normalQuantile(0.975)).toBeCloseTo(1.959964, 5);
    expect(normalQuantile(0.1)).toBeCloseTo(-1.281552, 5);
    expect(normalQuantile(0.001)).toBeCloseTo(-3.090232, 5);
    expect(normalShareBelow(1.959964)).toBeCloseTo(0.975, 6);
    for (const p of [0.003, 0.2, 0.5, 0.77, 0.999]) expect(normalShareBelow(normalQuantile(p))).toBeCloseTo(p, 5);
  });
  it.each([0.6, 1, 3.5])("draws gammas whose mean and variance are the shape %f", (shape) => {
    const random = new Random(7);
    const list = many(40_000, () => random.gamma(shape));
    expect(Math.abs(mean(list) - shape)).toBeLessThan(4 * Math.sqrt(shape / 40_000));
    expect(Math.abs(variance(list) / shape - 1)).toBeLessThan(0.08);
  });
});
