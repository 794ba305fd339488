import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { addDays, byDate, dayNumber, dayOfYear, daysBetween, formatDay, isoDate } from "./dates";

describe("sorting by date", () => {
  it("puts earlier first and what has no date last", () => {
    expect(["2027-03-01", null, "2026-10-02", "2027-03-01"].sort(byDate)).toEqual([
      "2026-10-02",
      "2027-03-01",
      "2027-03-01",
      null,
    ]);
    expect([null, "2027-03-01"].sort(byDate)).toEqual(["2027-03-01", null]);
  });
});

describe("dates without time", () => {
  it("knows which dates exist", () => {
    expect(dayNumber("1970-01-01")).toBe(0);
    expect(dayNumber("2028-02-29")).not.toBeNull();
    for (const none of ["2027-02-29", "2027-02-30", "2027-13-01", "2027-4-1", "27-04-01", "", null, 5])
      expect(dayNumber(none)).toBeNull();
  });
  it("counts over month ends, leap days and years", () => {
    expect(addDays("2027-02-27", 2)).toBe("2027-03-01");
    expect(addDays("2028-02-27", 2)).toBe("2028-02-29");
    expect(addDays("2027-01-01", -1)).toBe("2026-12-31");
    expect(daysBetween("2026-10-06", "2027-04-14")).toBe(190); // 25 + 30 + 31 + 31 + 28 + 31 + 14
    expect(dayOfYear("2027-03-01")).toBe(60);
    expect(dayOfYear("2028-12-31")).toBe(366);
    expect(formatDay("2027-04-12", true)).toBe("12 Apr 2027");
  });
  it("adds and subtracts without loss", () => {
    fc.assert(
      fc.property(fc.integer({ min: -20_000, max: 60_000 }), fc.integer({ min: -5000, max: 5000 }), (day, n) => {
        const date = isoDate(day);
        expect(daysBetween(date, addDays(date, n))).toBe(n);
      }),
    );
  });
  it("agrees with the platform's calendar on every day of eight centuries", () => {
    fc.assert(
      fc.property(fc.integer({ min: -140_000, max: 160_000 }), (day) => {
        const date = new Date(day * 86_400_000).toISOString().slice(0, 10);
        expect(isoDate(day)).toBe(date);
        expect(dayNumber(date)).toBe(day);
      }),
    );
  });
});
