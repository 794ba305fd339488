/** Expressions by hand: what they give, over units, and what they print. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { MEASURE_IDS } from "../units/measure-ids";
import { MEASURE_SIZES } from "../units/measure-sizes";
import {
  asMeasure,
  atLeast,
  atMost,
  type Expression,
  minus,
  numberOf,
  over,
  plus,
  power,
  product,
  rounded,
  sum,
  textOf,
  times,
  valueIn,
  wholeOnes,
} from "./expression";
import { computed, given, overridden, quantity, workingOf } from "./figure";

const depth = quantity("water", 30, "mm");
const area = quantity("area", 4, "ha");
const flow = quantity("flow", 36, "m³/h");

describe("an expression", () => {
  it("computes over units: 30 mm on 4 ha are 1,200 m3, at 36 m3/h 33.3 h", () => {
    const volume = times(depth, area);
    expect(valueIn(volume, "m³")).toBe(1200);
    expect(valueIn(over(volume, flow), "h")).toBeCloseTo(33.333, 3);
    expect(textOf(volume)).toBe("water x area");
  });
  it("adds what stands in different units: 2 t/ha and 300 kg/ha are 2.3 t/ha", () => {
    const [a, b] = [quantity("a", 2, "t/ha"), quantity("b", 300, "kg/ha")];
    expect(valueIn(plus(a, b), "t/ha")).toBeCloseTo(2.3, 12);
    expect(valueIn(minus(b, a), "kg/ha")).toBeCloseTo(-1700, 9);
    // from nothing on
    expect(valueIn(plus(quantity("none", 0, "kg"), a), "kg/ha")).toBeCloseTo(2000, 9);
  });
  it("puts brackets where they are needed and nowhere else", () => {
    const [a, b, c] = [quantity("a", 7, ""), quantity("b", 3, ""), quantity("c", 2, "")];
    const printed: [string, Expression, number][] = [
      ["(a + b) x c", times(plus(a, b), c), 20],
      ["a + b x c", plus(a, times(b, c)), 13],
      ["a / (b x c)", over(a, times(b, c)), 7 / 6],
      ["a x b / c", over(times(a, b), c), 10.5],
      ["a - (b - c)", minus(a, minus(b, c)), 6],
      ["a - b - c", minus(a, b, c), 2],
      ["(a - b)^c", power(minus(a, b), c), 16],
      ["a^(1 / 3)", power(a, over(1, 3)), 7 ** (1 / 3)],
      ["(b - a, at least 0) x c", times(atLeast(minus(b, a), 0), c), 0],
      ["a x b, at most (c + 1)", atMost(times(a, b), plus(c, 1)), 3],
      ["a / b, whole ones", wholeOnes(over(a, b)), 3],
      ["a / b, rounded", rounded(over(a, b)), 2],
      ["10,000 x c", times(10_000, c), 20_000],
    ];
    for (const [text, expression, value] of printed) {
      expect(textOf(expression)).toBe(text);
      expect(expression.value, text).toBeCloseTo(value, 9);
    }
  });
  it("counts whole ones: a hair over four is four", () => {
    expect(wholeOnes(quantity("a", 4 + 1e-12, "")).value).toBe(4);
    expect(wholeOnes(quantity("a", 4.001, "")).value).toBe(5);
    // 0.5 % of 1,000 are 5
    expect(wholeOnes(times(quantity("part", 0.5, "%"), 1000)).value).toBe(5);
  });
  it("takes bare numbers for formulas that were fitted to them: 3 % at 10 C, 20 x 3 x 10 / 15 = 40 kg/ha", () => {
    const fitted = over(
      times(20, numberOf(quantity("organic matter", 3, "%")), numberOf(quantity("temperature", 10, "C"))),
      15,
    );
    const figure = computed("N", "kg/ha", asMeasure(fitted, "kg/ha"));
    expect(figure.value).toBe(40);
    expect(figure.formula).toBe("(20 x organic matter in % x temperature in °C / 15) kg/ha");
  });
  it("prints a few lines one by one and many as a sum", () => {
    const lines = (n: number) => Array.from({ length: n }, (_, i) => quantity(`line ${i + 1}`, i + 1, "kg"));
    expect(textOf(sum(lines(3)))).toBe("line 1 + line 2 + line 3");
    const read = (e: Expression) => [textOf(e), e.value];
    expect(read(sum(lines(6)))).toEqual(["sum of the 6 lines", 21]);
    expect(read(product(lines(5)))).toEqual(["product of the 5 lines", 120]);
    expect(read(sum([]))).toEqual(["0", 0]);
    expect(product([]).value).toBe(1);
  });
  it("does not compute with words", () => {
    expect(() => times({ label: "soil class", value: "low" }, 2)).toThrow('"soil class" is no number');
  });
  it("is linear in what goes in, whatever the units", () => {
    const sizes = fc.constantFrom(...MEASURE_IDS);
    fc.assert(
      fc.property(sizes, sizes, fc.integer({ min: 1, max: 1000 }), (from, to, n) => {
        const one = valueIn(times(quantity("a", 1, from)), to);
        expect(valueIn(times(quantity("a", n, from)), to) / one).toBeCloseTo(n, 6);
      }),
    );
  });
});

describe("a figure", () => {
  const need = computed(
    "Potash to apply",
    "kg/ha",
    times(quantity("target", 8, "t/ha"), quantity("offtake", 6, "kg/t")),
  );
  it("lists each value once, in the order of the formula", () => {
    const target = quantity("target", 8, "t/ha");
    expect(computed("x", "t/ha", minus(times(target, 2), target)).inputs).toEqual([target]);
  });
  it("goes on from another with that one's working: 8 x 6 - 20 = 28", () => {
    const left = computed(need.label, need.unit, atLeast(minus(workingOf(need), quantity("manure", 20, "kg/ha")), 0));
    expect(left.formula).toBe("(target x offtake) - manure, at least 0");
    expect(left.value).toBe(28);
    const known = given("Soil mineral N", 50, "kg/ha", { kind: "measured", text: "soil test" });
    expect([textOf(workingOf(known)), workingOf(known).value]).toEqual(["Soil mineral N", 50]);
  });
  it("keeps what was computed where another value was put in its place", () => {
    expect(overridden(need, 60, "own trial")).toMatchObject({
      value: 60,
      override: { computed: 48, reason: "own trial" },
    });
  });
});

describe("sizes of units", () => {
  it("are those of the metric units: a hectare is 10,000 m2, a litre a thousandth of a cubic metre", () => {
    const [t, kg, ha] = [MEASURE_SIZES["t/ha"][0], MEASURE_SIZES["kg/ha"][0], MEASURE_SIZES.ha[0]];
    // a tonne a hectare is 0.1 kg/m2; 1,000 kg/ha
    expect([t, t - kg, ha]).toEqual([-1, 3, 4]);
    expect(valueIn(times(quantity("a", 1, "ha"), quantity("b", 1, "L/ha")), "L")).toBe(1);
    expect(valueIn(times(quantity("a", 1, "km"), quantity("b", 1, "cm")), "m²")).toBe(10);
    expect(valueIn(over(quantity("a", 1, "g/cm³"), quantity("b", 1, "kg/m³")), "")).toBe(1000);
    expect(valueIn(times(quantity("a", 10, "mm"), quantity("b", 100, "mg/L")), "kg/ha")).toBe(10);
    expect(valueIn(over(quantity("a", 1, "m³/h"), quantity("b", 1, "ha/h")), "mm")).toBeCloseTo(0.1, 12);
  });
});
