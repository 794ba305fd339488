/** What may be decided: each limit holds on its line and refuses past it, with the field named. */

import { describe, expect, it } from "vitest";
import { applyChanges, type Change, freshDecisions } from "./decisions";
import { decisionsSchema } from "./decisions-schema";

const parse = (path: string, value: unknown) =>
  decisionsSchema.safeParse(applyChanges(freshDecisions("wheat"), [{ path, value } as Change]));

/** Least and most that are allowed, and what lies just past them; null where any number goes. */
const LIMITS: [path: string, least: number, below: number | null, most: number, above: number][] = [
  ["targetTPerHa", 0.01, 0.009, 300, 300.1],
  ["soil/lime/targetPh", 3, 2.9, 9, 9.1],
  ["soil/lime/depthCm", 0.1, 0.09, 60, 61],
  ["seed/handbookRateKgPerHa", 0.01, 0.009, 10_000, 10_001],
  ["seed/targetPlantsPerM2", 0.01, 0.009, 20_000, 20_001],
  ["seed/thousandGrainWeightG", 0.01, 0.009, 5000, 5001],
  ["seed/germinationPct", 0.01, 0.009, 100, 100.1],
  ["seed/fieldEmergencePct", 0.01, 0.009, 100, 100.1],
  ["seed/adjustments/late/changePct", -90, -91, 300, 301],
  ["seed/rowSpacingCm", 0.01, 0.009, 1000, 1001],
  ["seed/inRowSpacingCm", 0.01, 0.009, 1000, 1001],
  ["seed/unitsPerStation", 0.01, 0.009, 100, 101],
  ["seed/unitMassG", 0.01, 0.009, 5000, 5001],
  ["seed/stockKgPerHa", 0.01, 0.009, 100_000, 100_001],
  ["seed/reservePct", 0, -1, 200, 201],
  ["seed/coulters", 1, 0, 200, 201],
  ["seed/checkRunM", 0.01, 0.009, 1000, 1001],
  ["feed/soilMineralNKgPerHa", 0, -1, 500, 501],
  ["feed/mineralisationKgPerHa", 0, -1, 500, 501],
  ["feed/recovery", 0.01, 0.009, 1, 1.01],
  ["feed/manure/tPerHa", 0, -1, 200, 201],
  ["feed/manure/hoursToIncorporation", 0, -1, 10_000, 10_001],
  ["feed/shares/n1", 0, -1, 100, 101],
  ["ground/passes/disc/depthCm", 0, -1, 80, 81],
  ["ground/passes/disc/speedKmH", 0.1, 0.09, 30, 31],
  ["ground/passes/disc/widthM", 0.1, 0.09, 60, 61],
  ["ground/passes/disc/fieldEfficiencyPct", 0.1, 0.09, 100, 101],
  ["money/pricePerT", 0, -1, 100_000_000, 100_000_001],
  ["money/otherCostPerHa", 0, -1, 100_000_000, 100_000_001],
  ["relaxed/wait/days", 1, 0, 400, 401],
];
/** What stands beside a value that cannot stand alone. */
const BESIDES: [start: string, object][] = [
  ["seed/adjustments/late", { on: true }],
  ["feed/manure", { kind: "cattleFarmyard", tPerHa: 10, hoursToIncorporation: 6 }],
  ["relaxed/wait", { days: 3, reason: "dry spring" }],
];

describe.each(LIMITS)("%s", (path, least, below, most, above) => {
  const put = (value: number) => {
    const [start, others] = BESIDES.find(([s]) => path.startsWith(`${s}/`)) ?? [];
    if (!start || !others) return parse(path, value);
    return parse(start, { ...others, [path.slice(start.length + 1)]: value });
  };
  it(`allows ${least} to ${most}, and names itself where it refuses`, () => {
    expect(put(least).success).toBe(true);
    expect(put(most).success).toBe(true);
    for (const bad of [below, above]) {
      if (bad === null) continue;
      const refused = put(bad);
      expect(refused.success, `${bad}`).toBe(false);
      expect(refused.error?.issues[0]?.path.join("/")).toBe(path);
    }
  });
});

describe("ids and reasons", () => {
  it("have 1 to 80 and 1 to 500 letters", () => {
    for (const path of ["seed/lotId", "feed/patternId", "ground/systemId", "soil/lime/productId", "crop/kindId"]) {
      expect(parse(path, "a").success, path).toBe(true);
      expect(parse(path, "a".repeat(80)).success, path).toBe(true);
      expect(parse(path, "a".repeat(81)).success, path).toBe(false);
      expect(parse(path, "").success, path).toBe(false);
    }
    const skipped = (reason: string) => parse("skipped/n1", { reason }).success;
    expect(skipped("x")).toBe(true);
    expect(skipped("x".repeat(500))).toBe(true);
    expect(skipped("x".repeat(501))).toBe(false);
    expect(skipped("  ")).toBe(false);
  });
  it("know the schools, residue and implements by name only", () => {
    for (const [path, good, bad] of [
      ["seed/school", "handbook", "mine"],
      ["feed/pkSchool", "criticalLevel", "mine"],
      ["ground/residue", "baled", "burnt"],
      ["ground/passes/disc/with", "roller", "spade"],
    ] as const) {
      expect(parse(path, good).success, path).toBe(true);
      expect(parse(path, bad).success, path).toBe(false);
    }
    expect(parse("seed/coulters", 2.5).success).toBe(false);
    expect(parse("relaxed/w", { days: 1.5, reason: "x" }).success).toBe(false);
    expect(parse("dates/n1", { date: "2027-02-30", held: true }).success).toBe(false);
    expect(parse("feed/products", { gold: "tsp" }).success).toBe(false);
    expect(parse("surprise", 1).success).toBe(false);
  });
});
