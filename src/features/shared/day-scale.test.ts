import { describe, expect, it } from "vitest";
import { dayScale, monthsWithin } from "./day-scale";

describe("a scale of days", () => {
  // ten days over 100 px from 8: 10 px a day
  const x = dayScale("2027-02-25", "2027-03-07", 8, 108);

  it("puts each date in its place and finds it there again", () => {
    expect(x("2027-02-25")).toBe(8);
    expect(x("2027-03-02")).toBe(58);
    expect(x("2027-03-09")).toBe(128);
    expect(x.right).toBe(108);
    for (const date of ["2027-02-25", "2027-02-28", "2027-03-01", "2027-03-07"]) expect(x.dateAt(x(date))).toBe(date);
    // 3 px is less than half a day, 6 px more
    expect(x.dateAt(x("2027-03-02") + 3)).toBe("2027-03-02");
    expect(x.dateAt(x("2027-03-02") + 6)).toBe("2027-03-03");
  });

  it("has a place also where the span is a day or none", () => {
    expect(dayScale("2027-03-01", "2027-03-01", 0, 100)("2027-03-01")).toBe(0);
  });

  it("names the months that begin within a span", () => {
    expect(monthsWithin("2026-11-15", "2027-02-01")).toEqual(["2026-12-01", "2027-01-01"]);
    expect(monthsWithin("2026-12-01", "2026-12-31")).toEqual([]);
  });
});
