import { describe, expect, it } from "vitest";
import { dateInWords } from "./date-in-words";

describe("a date in words", () => {
  it("says date and play for a screen reader", () => {
    const base = {
      name: "Second nitrogen",
      date: "2027-04-12",
      earliest: "2027-04-05",
      latest: "2027-04-19",
      doneOn: null,
    };
    expect(dateInWords(base)).toBe("Second nitrogen, 12 Apr, may move 5 Apr to 19 Apr");
    expect(dateInWords({ ...base, earliest: base.date, latest: base.date })).toBe(
      "Second nitrogen, 12 Apr, may not move",
    );
    expect(dateInWords({ ...base, doneOn: "2027-04-13" })).toBe("Second nitrogen, done 13 Apr");
    expect(dateInWords({ ...base, earliest: null, latest: null })).toContain("any time before to any time after");
  });
});
