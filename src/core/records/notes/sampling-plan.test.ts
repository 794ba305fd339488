import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { unwrap } from "../../result";
import { readBoundary } from "../land/boundary";
import { type Boundary, boundaryAreaHa, frameAt } from "../land/boundary-measures";
import { samplingPlan, scoutWalk } from "./sampling-plan";

const FRAME = frameAt([-30, 47]);
const field = (w: number, h: number): Boundary => ({
  type: "Polygon",
  coordinates: [
    (
      [
        [0, 0],
        [w, 0],
        [w, h],
        [0, h],
        [0, 0],
      ] as [number, number][]
    ).map(FRAME.fromGrid),
  ],
});
const plan = (boundary: Boundary | null, way: string, areaHa = boundary ? boundaryAreaHa(boundary) : 5) => {
  const read = samplingPlan({ areaHa, boundary, way });
  if (!read.ok) throw new Error(JSON.stringify(read.errors));
  return read.value;
};

describe("a sampling plan", () => {
  it("has 25 cores along a W, ten metres off the edge, for ground that one sample stands for", () => {
    const { samples, minutes } = plan(field(200, 180), "walk");
    expect(samples).toHaveLength(1);
    const points = (samples[0]?.points ?? []).map(FRAME.toGrid);
    expect(points).toHaveLength(25);
    for (const [x, y] of points) {
      expect(Math.min(x, 200 - x, y, 180 - y)).toBeGreaterThanOrEqual(9.99);
    }
    // a W leads to and fro across: both ends of the field and both sides are reached
    expect(Math.min(...points.map((p) => p[0]))).toBeLessThan(25);
    expect(Math.max(...points.map((p) => p[0]))).toBeGreaterThan(175);
    // four legs of hypot(50, 160 of 180) are some 700 m: 10 minutes' walk and 25 for the cores
    expect(samples[0]?.walkM).toBeGreaterThan(550);
    expect(samples[0]?.walkM).toBeLessThan(760);
    expect(minutes).toBeGreaterThanOrEqual(33);
    expect(minutes).toBeLessThanOrEqual(37);
  });

  it("cuts 7 ha into two samples of 3.5 ha, and into seven points of a grid", () => {
    const oblong = field(350, 200);
    expect(plan(oblong, "walk").samples.map((s) => Number(s.areaHa.toFixed(2)))).toEqual([3.5, 3.5]);
    const grid = plan(oblong, "grid");
    expect(grid.samples.map((s) => Number(s.areaHa.toFixed(2)))).toEqual([1, 1, 1, 1, 1, 1, 1]);
    expect(grid.samples.every((s) => s.points.length === 1)).toBe(true);
  });

  it("has layers down to 90 cm for mineral nitrogen, and no points without a boundary", () => {
    const deep = plan(null, "layers", 25);
    expect(deep.way.depthsCm).toEqual([30, 60, 90]);
    expect(deep.samples.map((s) => [s.areaHa.toFixed(2), s.points.length])).toEqual([
      ["8.33", 0],
      ["8.33", 0],
      ["8.33", 0],
    ]);
  });

  it("keeps every core on the field, whatever its form", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 500 }),
        fc.integer({ min: 30, max: 300 }),
        fc.constantFrom("walk", "grid", "layers"),
        (w, h, way) => {
          const whole = field(w, h);
          const { samples } = plan(whole, way);
          expect(samples.reduce((sum, s) => sum + s.areaHa, 0)).toBeCloseTo(boundaryAreaHa(whole), 1);
          for (const [x, y] of samples.flatMap((s) => s.points).map(FRAME.toGrid)) {
            expect(x).toBeGreaterThan(-0.1);
            expect(x).toBeLessThan(w + 0.1);
            expect(y).toBeGreaterThan(-0.1);
            expect(y).toBeLessThan(h + 0.1);
          }
          for (const s of samples) if (s.boundary) expect(readBoundary(s.boundary).ok).toBe(true);
        },
      ),
      { numRuns: 40 },
    );
  });

  it("names what it cannot plan", () => {
    const fields = (given: Parameters<typeof samplingPlan>[0]) => {
      const read = samplingPlan(given);
      return read.ok ? [] : read.errors.map((e) => e.field);
    };
    expect(fields({ areaHa: 0, boundary: null, way: "walk" })).toEqual(["areaHa"]);
    expect(fields({ areaHa: 5, boundary: null, way: "guess" })).toEqual(["way"]);
    expect(fields({ areaHa: 400, boundary: null, way: "grid" })).toEqual(["areaHa"]);
  });
});

describe("a walk of a visit", () => {
  // some 200 m by 100 m at the equator: 0.0018 degrees are 200 m
  const field = {
    type: "Polygon" as const,
    coordinates: [
      [
        [0, 0],
        [0.0018, 0],
        [0.0018, 0.0009],
        [0, 0.0009],
        [0, 0],
      ] as [number, number][],
    ],
  };
  it("has so many places along a W, all on the ground", () => {
    const walk = unwrap(scoutWalk(field, 12));
    expect(walk.places).toHaveLength(12);
    for (const [x, y] of walk.places) {
      expect(Math.abs(x)).toBeLessThan(100.5);
      expect(Math.abs(y)).toBeLessThan(50.5);
    }
    // four legs of about 43 x 80 m within the margin: 4 x 91 = 364
    expect(walk.walkM).toBeGreaterThan(250);
    expect(walk.walkM).toBeLessThan(420);
  });
  it("refuses places that nobody walks to", () => {
    for (const places of [0, 201, 2.5, Number.NaN]) expect(scoutWalk(field, places).ok).toBe(false);
  });
});
