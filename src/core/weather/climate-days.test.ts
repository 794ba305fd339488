import { describe, expect, it } from "vitest";
import { meanTemperatures, startOfSpring } from "./climate-days";
import { UPLAND_PLAIN } from "./example-climates";

describe("stretches of days by normals", () => {
  it("have the temperature of their months, day by day", () => {
    expect(meanTemperatures(UPLAND_PLAIN, "2027-05-30", "2027-06-03")).toEqual([14.6, 14.6, 18, 18]);
    // over the end of a year
    expect(meanTemperatures(UPLAND_PLAIN, "2026-12-31", "2027-01-02")).toEqual([0.1, -1.4]);
    expect(meanTemperatures(UPLAND_PLAIN, "2027-06-03", "2027-05-30")).toEqual([]);
  });
  it("know when spring begins after planting, if a winter comes between", () => {
    expect(startOfSpring(UPLAND_PLAIN, "2026-10-02")).toBe("2027-03-01");
    expect(startOfSpring(UPLAND_PLAIN, "2027-04-20")).toBe("2027-04-20");
    expect(startOfSpring({ months: UPLAND_PLAIN.months.map((m) => ({ ...m, meanC: 25 })) }, "2026-06-20")).toBe(
      "2026-06-20",
    );
  });
});
