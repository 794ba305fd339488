import { describe, expect, it } from "vitest";
import { capacityOf, seasonLoad } from "./season-load";
import type { SeasonRow } from "./season-rows";

const farm = {
  id: "f1",
  farm: "Holding",
  tractors: 2,
  harvesters: 1,
  hands: 3,
  dayHours: 9,
  handWork: false,
  contractor: false,
  // workable days of the weeks of 4 and 11 January 2027
  days: [3, 5],
};
const operation = (id: string, date: string, hours: number, change: Partial<SeasonRow["operations"][number]> = {}) => ({
  id,
  role: "till" as const,
  sheet: "ground" as const,
  name: id,
  date,
  earliest: "2027-01-04",
  latest: "2027-01-17",
  done: false,
  held: false,
  resource: "tractors" as const,
  hours,
  ...change,
});
const row = (planId: string, operations: SeasonRow["operations"]): SeasonRow => ({
  planId,
  field: planId,
  farmId: "f1",
  farm: "Holding",
  grower: "Holding",
  areaHa: 10,
  version: null,
  logged: 0,
  crop: "Wheat",
  guideId: "wheat",
  planting: null,
  harvest: null,
  conflicts: 0,
  stored: null,
  drying: null,
  yields: null,
  stages: [],
  operations,
});

describe("capacityOf", () => {
  const capacity = capacityOf([farm], "2027-01-04");
  it("is days x hours x machines, six days for hands, one set for a contractor, nothing for an unknown farm", () => {
    expect(capacity("f1|tractors", "2027-01-04")).toBe(3 * 9 * 2);
    expect(capacity("f1|tractors", "2027-01-11")).toBe(5 * 9 * 2);
    expect(capacity("f1|hands", "2027-01-04")).toBe(6 * 9 * 3);
    expect(capacity("f1|contractor", "2027-01-04")).toBe(3 * 9);
    expect(capacity("f2|tractors", "2027-01-04")).toBe(0);
    // beyond what is known six days are taken
    expect(capacity("f1|tractors", "2027-01-18")).toBe(6 * 9 * 2);
  });
});

describe("seasonLoad", () => {
  it("sums across fields, finds the overbooked week and offers the move that mends it", () => {
    // 54 h fit the week of 4 January: 40 + 20 are 6 too many; 20 fit the week after
    const rows = [row("a", [operation("plough", "2027-01-05", 40)]), row("b", [operation("plough", "2027-01-06", 20)])];
    const load = seasonLoad(rows, [farm], "2027-01-04", "2027-01-01");
    expect(load.over).toMatchObject([{ resource: "f1|tractors", week: "2027-01-04", hours: 60, capacity: 54 }]);
    expect(load.moves).toMatchObject([{ job: "b.plough", to: "2027-01-13" }]);
    expect(load.left).toEqual([]);
  });
  it("leaves what is done or held, and weeks that are over", () => {
    const rows = [
      row("a", [operation("plough", "2027-01-05", 40, { done: true })]),
      row("b", [operation("plough", "2027-01-06", 20, { held: true })]),
    ];
    const load = seasonLoad(rows, [farm], "2027-01-04", "2027-01-01");
    expect([load.moves, load.left.length]).toEqual([[], 1]);
    expect(seasonLoad(rows, [farm], "2027-01-04", "2027-02-01").over).toEqual([]);
  });
});
