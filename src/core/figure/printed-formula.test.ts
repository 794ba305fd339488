/** The reader of printed formulas reads what is printed and nothing else: it could let anything through. */

import { describe, expect, it } from "vitest";
import { evaluate } from "../../../tests/support/printed-formula";
import { minus, over, plus, times } from "./expression";
import { computed, type Figure, quantity } from "./figure";

const target = quantity("target", 8.5, "t/ha");
const uptake = quantity("uptake", 24, "kg/t");
const soil = quantity("soil mineral N", 94, "kg/ha");
const recovery = quantity("recovery", 0.65, "share");
const need = computed("Nitrogen", "kg N/ha", over(minus(times(target, uptake), soil), recovery));
/** The figure as data, to be told wrong. */
const told = JSON.parse(JSON.stringify(need)) as Figure;

describe("a printed formula", () => {
  it("is read and done: (8.5 x 24 - 94) / 0.65 = 169.2", () => {
    expect(need.formula).toBe("(target x uptake - soil mineral N) / recovery");
    expect(need.value).toBeCloseTo(169.2308, 4);
    expect(evaluate(need, {})).toBeCloseTo(169.2308, 4);
  });
  it("that says another sum comes to another value", () => {
    const other: Figure = { ...told, formula: "target x uptake - soil mineral N / recovery" };
    // 204 - 94 / 0.65
    expect(evaluate(other, {})).toBeCloseTo(59.3846, 4);
  });
  it("is refused where it adds what is unlike, is of another unit, or names what is not shown", () => {
    expect(() => evaluate(computed("x", "kg/ha", plus(soil, uptake)), {})).toThrow("unlike things");
    expect(() => evaluate(computed("x", "kg/ha", times(soil, target)), {})).toThrow("shown in kg/ha");
    expect(() => evaluate({ ...told, inputs: told.inputs.slice(1) }, {})).toThrow("neither a name nor a number");
    expect(() => evaluate({ ...told, formula: `${told.formula} and more` }, {})).toThrow("left over");
  });
});
