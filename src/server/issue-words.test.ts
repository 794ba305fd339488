import { describe, expect, it } from "vitest";
import { z } from "zod";
import { issueInWords } from "./issue-words";

const said = (schema: z.ZodType, value: unknown) => {
  const parsed = schema.safeParse(value, { reportInput: true });
  return parsed.success ? [] : parsed.error.issues.map((i) => issueInWords(i).message);
};

describe("what a schema finds wrong, in words", () => {
  const field = z.strictObject({
    name: z.string().min(1).max(5),
    areaHa: z.number().positive().max(100),
    on: z.iso.date(),
    kind: z.enum(["a", "b"]),
  });
  const good = { name: "x", areaHa: 1, on: "2027-01-01", kind: "a" };
  it("names the field and what is allowed", () => {
    expect(said(field, { ...good, areaHa: 0 })).toEqual(["areaHa: enter more than 0."]);
    expect(said(field, { ...good, areaHa: 500 })).toEqual(["areaHa: enter 100 or less."]);
    expect(said(field, { ...good, areaHa: "much" })).toEqual(["areaHa: enter a number."]);
    expect(said(field, { ...good, name: "" })).toEqual(["name: nothing given, it is required."]);
    expect(said(field, { ...good, name: undefined })).toEqual(["name: nothing given, it is required."]);
    expect(said(field, { ...good, name: "too long" })).toEqual(["name: enter at most 5 characters."]);
    expect(said(field, { ...good, on: "3 May" })).toEqual(["on: enter a date as 2027-03-04."]);
    expect(said(field, { ...good, kind: "c" })).toEqual(["kind: choose one of a, b."]);
  });
  it("names what is not known, where the path is empty too: it was ': Unrecognized keys'", () => {
    expect(said(field, { ...good, email: "x", age: 3 })).toEqual(["Not known here: email, age."]);
  });
  it("of a union names the field of the member that was meant", () => {
    const either = z.union([
      z.strictObject({ revision: z.number(), values: z.strictObject({ areaHa: z.number().positive() }) }),
      z.strictObject({ revision: z.number(), retired: z.boolean() }),
    ]);
    expect(said(z.strictObject({ body: either }), { body: { revision: 1, values: { areaHa: -1 } } })).toEqual([
      "body.values.areaHa: enter more than 0.",
    ]);
  });
});
