import { describe, expect, it } from "vitest";
import { readTypedDate } from "./typed-date";

const TODAY = "2026-08-12";

describe("a typed date", () => {
  it.each([
    ["6 oct", "2026-10-06"],
    ["6 Oct 2027", "2027-10-06"],
    ["6th of October", "2026-10-06"],
    ["oct 6", "2026-10-06"],
    ["Oct 6, 2025", "2025-10-06"],
    ["6.10.26", "2026-10-06"],
    ["6/10", "2026-10-06"],
    ["06.10.", "2026-10-06"],
    ["2026-10-06", "2026-10-06"],
    ["29 feb 2028", "2028-02-29"],
    ["today", "2026-08-12"],
    ["Tomorrow", "2026-08-13"],
    // 12 August and 21 days: 19 to the end of the month, 2 September
    ["in 3 weeks", "2026-09-02"],
    ["in a week", "2026-08-19"],
    ["10 days ago", "2026-08-02"],
    ["2 months ago", "2026-06-12"],
    ["in 1 year", "2027-08-12"],
    // closer behind than ahead: 1 March is 164 days back and 201 ahead
    ["1 mar", "2026-03-01"],
    // 5 January is 146 days ahead and 219 back
    ["5 jan", "2027-01-05"],
  ])("%s is %s", (typed, iso) => {
    expect(readTypedDate(typed, TODAY)).toEqual({ ok: true, value: iso });
  });

  it("without a year is of the season that it is typed in", () => {
    // on 10 October 2026, of a job that stands on 12 May 2027; and in a plan's autumn
    expect(readTypedDate("10 june", "2026-10-10", "date", "2027-05-12")).toMatchObject({ value: "2027-06-10" });
    expect(readTypedDate("5 jan", "2026-10-10", "date", "2026-10-20")).toMatchObject({ value: "2027-01-05" });
    // what is counted from now stays counted from now
    expect(readTypedDate("in 3 weeks", "2026-10-10", "date", "2027-05-12")).toMatchObject({ value: "2026-10-31" });
  });

  it("of a longer month falls on the last day of a shorter one", () => {
    expect(readTypedDate("in 1 month", "2026-01-31")).toMatchObject({ value: "2026-02-28" });
    expect(readTypedDate("3 months ago", "2028-05-31")).toMatchObject({ value: "2028-02-29" });
  });

  it.each(["", "31.4.2026", "29 feb 2027", "10/13/2026", "soon", "in 3 weeks ago", "3 weeks", "6 octopus 12 99999"])(
    "%s is refused, with what is allowed",
    (typed) => {
      const read = readTypedDate(typed, TODAY, "Taken on");
      expect(read.ok).toBe(false);
      if (!read.ok) expect(read.errors[0]?.message).toContain(`Taken on: "${typed}" given, allowed is a date`);
    },
  );
});
