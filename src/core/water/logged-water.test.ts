import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { waterLogged } from "./logged-water";

describe("water that was given", () => {
  const field = { flowM3PerH: 45, areaHa: 6.8 };
  const of = (more: Omit<Parameters<typeof waterLogged>[0], "flowM3PerH" | "areaHa">) =>
    waterLogged({ ...field, ...more });
  it("is read as a depth, by hours, from a meter or by runs", () => {
    expect(unwrap(of({ by: "depth", depthMm: 32 })).m3PerHa).toBe(320);
    // 20 h x 45 m3/h = 900 m3 on 6.8 ha
    expect(unwrap(of({ by: "hours", hours: 20 })).m3PerHa).toBeCloseTo(132.35, 2);
    expect(unwrap(of({ by: "meter", meterFrom: 10_400, meterTo: 11_300 })).m3PerHa).toBeCloseTo(132.35, 2);
    expect(unwrap(of({ by: "runs", runs: 4, hours: 5 })).m3PerHa).toBeCloseTo(132.35, 2);
  });
  it("names what cannot be", () => {
    const fields = (result: ReturnType<typeof of>) => (result.ok ? [] : result.errors.map((e) => e.field));
    expect(fields(of({ by: "meter", meterFrom: 11_300, meterTo: 10_400 }))).toEqual(["meterTo"]);
    expect(fields(of({ by: "runs", runs: 2.5, hours: 5 }))).toEqual(["runs"]);
    expect(fields(of({ by: "hours", hours: 1900 }))).toEqual(["water"]);
    expect(fields(of({ by: "hours" }))).toEqual(["hours"]);
  });
});
