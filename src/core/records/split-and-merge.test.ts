import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { readBoundary } from "./land/boundary";
import { type Boundary, boundaryAreaHa, frameAt, type Ring } from "./land/boundary-measures";
import { cutBoundary, joinBoundaries } from "./land/cut-boundary";
import type { GrownCrop } from "./land/grown-crop";
import { mergeHistory } from "./land/merge-history";

const FRAME = frameAt([-30, 47]);
/** A polygon of metres east and north. */
const metric = (...rings: [number, number][][]): Boundary => ({
  type: "Polygon",
  coordinates: rings.map((r) => [...r, r[0] as [number, number]].map((p) => FRAME.fromGrid(p as [number, number]))),
});
const SQUARE = metric([
  [0, 0],
  [200, 0],
  [200, 200],
  [0, 200],
]);
const cut = (boundary: Boundary, shares: number[], bearing: number) => {
  const read = cutBoundary(boundary, shares, bearing);
  if (!read.ok) throw new Error(JSON.stringify(read.errors));
  return read.value;
};
const eastmost = (boundary: Boundary) =>
  Math.max(...(boundary.coordinates.flat(boundary.type === "Polygon" ? 1 : 2) as Ring).map((p) => FRAME.toGrid(p)[0]));
/** A U whose right arm is a little higher. */
const BAY = metric([
  [0, 0],
  [300, 0],
  [300, 250],
  [200, 250],
  [200, 60],
  [90, 60],
  [90, 200],
  [0, 200],
]);

describe("a field that is cut", () => {
  it("has its western strip first when the line leads north", () => {
    // 200 m square: a quarter is a strip of 50 m
    const [west, east] = cut(SQUARE, [1, 3], 0);
    expect(boundaryAreaHa(west as Boundary)).toBeCloseTo(1, 3);
    expect(boundaryAreaHa(east as Boundary)).toBeCloseTo(3, 3);
    expect(eastmost(west as Boundary)).toBeCloseTo(50, 1);
    // leading south, the left is the east
    const [first] = cut(SQUARE, [1, 3], 180);
    expect(eastmost(first as Boundary)).toBeCloseTo(200, 1);
  });

  it("keeps its ground whatever its form, the cut and the shares", () => {
    const holed = metric(
      [
        [0, 0],
        [300, 0],
        [300, 250],
        [0, 250],
      ],
      [
        [100, 100],
        [100, 150],
        [160, 150],
        [160, 100],
      ],
    );
    fc.assert(
      fc.property(
        fc.constantFrom(SQUARE, BAY, holed),
        fc.integer({ min: 0, max: 360 }),
        fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 2, maxLength: 5 }),
        (field, bearing, shares) => {
          const parts = cut(field, shares, bearing);
          const total = boundaryAreaHa(field);
          const sum = shares.reduce((a, b) => a + b, 0);
          for (const [i, part] of parts.entries()) {
            expect(boundaryAreaHa(part)).toBeCloseTo((total * (shares[i] as number)) / sum, 2);
            expect(readBoundary(part).ok).toBe(true);
          }
          const whole = joinBoundaries(parts);
          expect(whole && boundaryAreaHa(whole)).toBeCloseTo(total, 2);
        },
      ),
      { numRuns: 60 },
    );
  });

  it("leaves no sliver where a line grazes a corner", () => {
    // a U whose right arm is a little higher: cut along 118 degrees by [3, 8] a line grazes the corner of its left arm
    for (let bearing = 0; bearing <= 360; bearing++)
      for (const shares of [
        [1, 1, 1, 1, 1],
        [3, 8],
        [9, 9, 1],
      ])
        for (const part of cut(BAY, shares, bearing)) expect(readBoundary(part).ok, `${bearing}`).toBe(true);
  });

  it("names what it cannot cut by", () => {
    const fields = (shares: number[], bearing: number) => {
      const read = cutBoundary(SQUARE, shares, bearing);
      return read.ok ? [] : read.errors.map((e) => e.field);
    };
    expect(fields([1], 0)).toEqual(["shares"]);
    expect(fields([1, 0], 0)).toEqual(["shares.1"]);
    expect(fields([1, 1], 400)).toEqual(["bearingDeg"]);
  });
});

describe("history of fields that become one", () => {
  const grown = (season: number, crop: string, yieldTPerHa: number | null, more: Partial<GrownCrop> = {}) => ({
    season,
    crop,
    kindId: null,
    productId: null,
    yieldTPerHa,
    harvestOn: null,
    harvested: true,
    residueTaken: null,
    ...more,
  });

  it("takes the mean yield by area of one crop, and the last day it was off", () => {
    // (6 x 8 + 3 x 5) / 9 = 7
    const { history, doubts } = mergeHistory([
      { areaHa: 6, history: [grown(2026, "wheat", 8, { harvestOn: "2026-08-01", residueTaken: true })] },
      { areaHa: 3, history: [grown(2026, "wheat", 5, { harvestOn: "2026-08-09", residueTaken: false })] },
    ]);
    expect(history).toEqual([grown(2026, "wheat", 7, { harvestOn: "2026-08-09" })]);
    expect(doubts).toEqual([]);
  });
  it("knows the kind where it was the same on all", () => {
    const of = (...kinds: (string | null)[]) =>
      mergeHistory(kinds.map((kindId) => ({ areaHa: 3, history: [grown(2026, "wheat", 8, { kindId })] }))).history[0]
        ?.kindId;
    expect(of("spring", "spring")).toBe("spring");
    expect(of("spring", "winter")).toBeNull();
    expect(of("spring", null)).toBeNull();
  });

  it("tells which crops of the smaller ground are left out, and keeps two in turn on the larger", () => {
    const { history, doubts } = mergeHistory([
      { areaHa: 6, history: [grown(2026, "barley", 6), grown(2026, "mustard", null), grown(2025, "wheat", 8)] },
      { areaHa: 3, history: [grown(2026, "beet", 60)] },
    ]);
    expect(history.map((h) => [h.season, h.crop])).toEqual([
      [2026, "barley"],
      [2026, "mustard"],
      [2025, "wheat"],
    ]);
    expect(doubts).toEqual([{ season: 2026, crop: "barley", left: ["beet"] }]);
  });

  it("does not take an unknown yield as none", () => {
    const { history } = mergeHistory([
      { areaHa: 6, history: [grown(2026, "wheat", null)] },
      { areaHa: 3, history: [grown(2026, "wheat", 5)] },
    ]);
    expect(history[0]?.yieldTPerHa).toBe(5);
  });
});
