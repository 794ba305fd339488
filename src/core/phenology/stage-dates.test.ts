import { describe, expect, it } from "vitest";
import { toDay } from "../dates";
import { findGuide } from "../guides/index";
import type { Guide } from "../guides/schema";
import { type Climate, normalTemperature, stageDates, thermalUnits } from "./stage-dates";

const wheat = findGuide("wheat") as Guide;
const flat = (meanC: number): Climate => ({
  station: "flat",
  latitudeDeg: 0,
  months: Array.from({ length: 12 }, () => ({ meanC, rainMm: 0, etoMm: 0 })),
});

describe("stageDates", () => {
  it("counts thermal time in a constant climate", () => {
    // 12.5 C a day above a base of 0: emergence at 125 Cd after 10 days, tillering at 340 after 27.2, so on day 28
    const dates = stageDates(wheat, "2026-10-01", flat(12.5));
    expect(dates[0]).toMatchObject({ daysAfterPlanting: 10, date: "2026-10-11" });
    expect(dates[1]?.daysAfterPlanting).toBe(28);
  });
  it("falls back to days without a climate, or where it is never warm enough", () => {
    expect(stageDates(wheat, "2026-10-01", null)[0]?.daysAfterPlanting).toBe(14);
    expect(stageDates(wheat, "2026-10-01", flat(-5)).at(-1)?.daysAfterPlanting).toBe(285);
  });
  it("rises to the optimum and falls to the ceiling", () => {
    // falling from 24 at 24 C to 0 at 34 C: at 29 C half of it
    expect([0, 12, 24, 29, 34, 40].map((t) => thermalUnits(t, wheat.climate))).toEqual([0, 12, 24, 12, 0, 0]);
  });
  it("draws straight lines between the middles of the months", () => {
    const climate = flat(10);
    climate.months[1] = { meanC: 20, rainMm: 0, etoMm: 0 };
    expect(normalTemperature(climate, toDay("2027-02-15"))).toBeCloseTo(20, 0);
    expect(normalTemperature(climate, toDay("2027-01-31"))).toBeCloseTo(15, 0);
    expect(normalTemperature(climate, toDay("2027-03-01"))).toBeCloseTo(15, 0);
  });
});
