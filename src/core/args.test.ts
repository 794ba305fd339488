import { describe, expect, it } from "vitest";
import { describeRule, readChoice, readNumber } from "./args";
import type { FieldError } from "./result";

describe("readNumber", () => {
  const read = (given: unknown, rule: Parameters<typeof readNumber>[3] = {}) => {
    const errors: FieldError[] = [];
    const value = readNumber(errors, "depthCm", given, rule);
    return { value, errors };
  };
  it.each([Number.NaN, Number.POSITIVE_INFINITY, undefined, null, "", "4", [], {}, true])("refuses %s", (given) => {
    expect(read(given).errors).toHaveLength(1);
  });
  it("keeps to the limits, the excluded one included", () => {
    expect(read(0, { above: 0 }).errors).toHaveLength(1);
    expect(read(0, { min: 0 }).errors).toHaveLength(0);
    expect(read(101, { max: 100 }).errors).toHaveLength(1);
    expect(read(2.5, { integer: true }).errors).toHaveLength(1);
  });
  it("takes the default only for what is absent, never for what is wrong", () => {
    expect(read(undefined, { fallback: 30 })).toEqual({ value: 30, errors: [] });
    expect(read(Number.NaN, { fallback: 30 }).errors).toHaveLength(1);
  });
  it("names field, given and allowed", () => {
    expect(read(90, { min: 0, max: 80, unit: "cm" }).errors[0]).toEqual({
      field: "depthCm",
      given: 90,
      allowed: "a number from 0 to 80 cm",
      message: "depthCm: 90 given, allowed is a number from 0 to 80 cm",
    });
    expect(read("deep").errors[0]?.message).toContain('"deep" given');
    expect(read(undefined).errors[0]?.message).toContain("nothing given");
  });
  it("describes every kind of rule", () => {
    expect(describeRule({ above: 0, unit: "g" })).toBe("a number above 0 g");
    expect(describeRule({ min: 1, integer: true })).toBe("a whole number from 1 up");
    expect(describeRule({ max: 5 })).toBe("a number up to 5");
    expect(describeRule({})).toBe("a number");
  });
});

describe("readChoice", () => {
  it("takes one of the words, the default for none, and refuses others", () => {
    const errors: FieldError[] = [];
    expect(readChoice(errors, "x", "a", ["a", "b"])).toBe("a");
    expect(readChoice(errors, "x", undefined, ["a", "b"], "b")).toBe("b");
    expect(errors).toEqual([]);
    readChoice(errors, "x", "c", ["a", "b"], "b");
    expect(errors[0]?.allowed).toBe("one of a, b");
  });
});
