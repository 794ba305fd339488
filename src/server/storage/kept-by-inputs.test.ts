import { describe, expect, it } from "vitest";
import { keepByInputs, keyOf } from "./kept-by-inputs";

describe("what is kept by its inputs", () => {
  it("is made once for a key, and anew for another one", () => {
    const kept = keepByInputs<number>(10);
    let made = 0;
    const draft = (key: unknown) => kept("a", [keyOf(key)], () => ++made);
    expect([draft({ x: 1 }), draft({ x: 1 }), draft({ x: 2 }), draft({ x: 1 })]).toEqual([1, 1, 2, 3]);
  });

  it("is made anew for another object that says the same, and where an input more is given", () => {
    const kept = keepByInputs<number>(10);
    let made = 0;
    const facts = { ph: 6.5 };
    const draft = (...inputs: unknown[]) => kept("a", inputs, () => ++made);
    expect([draft(facts, 1), draft(facts, 1), draft({ ...facts }, 1), draft(facts, 1, undefined)]).toEqual([
      1, 1, 2, 3,
    ]);
  });

  it("lets go of what was asked for the longest ago", () => {
    const kept = keepByInputs<string>(2);
    const made: string[] = [];
    const ask = (name: string) =>
      kept(name, ["same"], () => {
        made.push(name);
        return name;
      });
    // a is asked for again before c comes: b goes
    for (const name of ["a", "b", "a", "c", "a", "b"]) ask(name);
    expect(made).toEqual(["a", "b", "c", "b"]);
  });

  it("keeps nothing that could not be made", () => {
    const kept = keepByInputs<number>(2);
    expect(() =>
      kept("a", ["k"], () => {
        throw new Error("not drafted");
      }),
    ).toThrow("not drafted");
    expect(kept("a", ["k"], () => 5)).toBe(5);
  });
});
