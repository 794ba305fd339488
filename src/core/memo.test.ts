import { describe, expect, it } from "vitest";
import { latest, numbered, perObject } from "./memo";

describe("what core keeps", () => {
  it("is made once of an object and a key, null too, and again of another", () => {
    let made = 0;
    const of = perObject<object, string, number | null>();
    const [a, b] = [{}, {}];
    const ask = (thing: object, key: string) => of(thing, key, () => (++made > 2 ? null : made));
    expect([ask(a, "x"), ask(a, "x"), ask(a, "y"), ask(b, "x"), ask(b, "x")]).toEqual([1, 1, 2, null, null]);
    expect(made).toBe(3);
  });
  it("lets go of what was asked for longest ago", () => {
    const made: string[] = [];
    const keep = latest<string>(2);
    const ask = (key: string) =>
      keep(key, () => {
        made.push(key);
        return key;
      });
    for (const key of ["a", "b", "a", "c", "a", "b"]) ask(key);
    // b went when c came, since a had been asked for again
    expect(made).toEqual(["a", "b", "c", "b"]);
    const own = perObject<object, number, number>(1);
    const thing = {};
    let count = 0;
    for (const key of [1, 1, 2, 1]) own(thing, key, () => ++count);
    expect(count).toBe(3);
  });
  it("keeps nothing of what failed", () => {
    const keep = latest<number>(3);
    expect(() =>
      keep("a", () => {
        throw new Error("no");
      }),
    ).toThrow("no");
    expect(keep("a", () => 7)).toBe(7);
  });
  it("numbers things apart", () => {
    const id = numbered();
    const [a, b] = [{}, {}];
    expect([id(a), id(b), id(a)]).toEqual([1, 2, 1]);
  });
});
