import { describe, expect, it } from "vitest";
import { comesTooLate, latestInWords, windowInWords } from "./job-words";

const job = (date: string | null, earliest: string | null, latest: string | null) => ({ date, earliest, latest });

describe("until when a job may be done", () => {
  it("is its latest day, or nothing where it lies on it", () => {
    expect(latestInWords(job("2026-12-20", "2026-12-01", "2027-01-04"), "2026-11-30")).toBe("By 4 Jan.");
    expect(latestInWords(job("2027-01-04", "2026-12-01", "2027-01-04"), "2026-11-30")).toBe("");
    expect(windowInWords(job("2026-12-20", "2026-12-01", "2027-01-04"), "2026-11-30")).toBe("1 Dec to 4 Jan");
    expect(windowInWords(job("2026-12-20", null, "2027-01-04"), "2026-11-30")).toBe("");
  });

  it("has passed where the job is planned after it, or today lies behind it", () => {
    const late = job("2027-05-11", "2026-12-01", "2027-01-04");
    expect(comesTooLate(late, "2026-11-30")).toBe(true);
    expect(latestInWords(late, "2027-03-30")).toBe("Its latest day, 4 Jan, has passed.");
    expect(latestInWords(late, "2026-11-30")).toBe("Its latest day, 4 Jan 2027, has passed.");
    expect(windowInWords(late, "2027-03-30")).toBe("passed on 4 Jan");
    expect(latestInWords(job("2026-12-20", null, "2026-12-24"), "2026-12-25")).toBe(
      "Its latest day, 24 Dec, has passed.",
    );
  });
});
