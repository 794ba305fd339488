/** Rows on fields that are no rectangles, by hand and against rectangles. */

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { unwrap } from "../result";
import { fieldLayout } from "./field-layout";
import { type FieldShape, type ShapePoint, shapeLayout } from "./shape-layout";

const closed = (...points: ShapePoint[]): ShapePoint[] => [...points, points[0] as ShapePoint];
const rectangle = (width: number, length: number): FieldShape => [
  closed([0, 0], [width, 0], [width, length], [0, length]),
];
const triangle: FieldShape = [closed([0, 0], [100, 0], [0, 100])];
const told = (result: ReturnType<typeof shapeLayout>) => (result.ok ? [] : result.errors.map((e) => e.message));

describe("rows in a shape", () => {
  it("are as long as a slanting side lets them be", () => {
    // at x 5, 15 ... 95: 95 + 85 + ... + 5 = 500 m, on half of 100 x 100 m
    const found = unwrap(shapeLayout(triangle, { headlandM: 0, rows: { spacingCm: 1000 } }));
    expect(found).toMatchObject({ rows: 10, beds: 0, areaM2: 5000, shortestRowM: 5, longestRowM: 95, fromM: 0 });
    expect(found.rowMetres).toBeCloseTo(500, 6);
    // 10 m x 500 m is all of it
    expect(found.croppedAreaPct).toBeCloseTo(100, 6);
    // by 6 m: 15 + 14 + 12 + 10 + 9 + 7 + 5 + 4 + 2 + 0 places, of each row the whole ones
    const places = [95, 85, 75, 65, 55, 45, 35, 25, 15, 5].reduce((sum, m) => sum + Math.floor(m / 6), 0);
    expect(unwrap(shapeLayout(triangle, { headlandM: 0, rows: { spacingCm: 1000 }, inRowSpacingCm: 600 })).plants).toBe(
      places,
    );
  });
  it("keep the headland from every side, slanting ones too", () => {
    // the slanting side moved in by 10 m lies at x + y = 100 - 14.142: at x 15 the row is from 10 to 70.858
    const found = unwrap(shapeLayout(triangle, { headlandM: 10, rows: { spacingCm: 1000 } }));
    const first = found.pieces[0]!;
    expect(first.xM).toBe(10);
    expect(first.yM).toBeCloseTo(10, 5);
    expect(first.lengthM).toBeCloseTo(60.858, 3);
    expect(found.fromM).toBe(10);
  });
  it("end at a hole and begin again behind it", () => {
    const hole = closed([40, 40], [40, 60], [60, 60], [60, 40]);
    const found = unwrap(shapeLayout([...rectangle(100, 100), hole], { headlandM: 0, rows: { spacingCm: 1000 } }));
    // two of ten rows lose 20 m each
    expect(found).toMatchObject({ rows: 10, rowMetres: 960, areaM2: 9600 });
    expect(found.pieces.length).toBe(12);
    // with a headland no row ends nearer to it than that
    const kept = unwrap(shapeLayout([...rectangle(100, 100), hole], { headlandM: 5, rows: { spacingCm: 1000 } }));
    for (const p of kept.pieces) {
      const x = p.xM + p.widthM / 2;
      for (const y of [p.yM, p.yM + p.lengthM])
        expect(Math.max(40 - x, x - 60, 0) ** 2 + Math.max(40 - y, y - 60, 0) ** 2).toBeGreaterThanOrEqual(25 - 1e-4);
    }
  });
  it("are those of a rectangle in a rectangle, with tramlines and in beds", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 300 }),
        fc.integer({ min: 20, max: 300 }),
        fc.integer({ min: 0, max: 8 }),
        fc.integer({ min: 10, max: 100 }),
        (widthM, lengthM, headlandM, spacingCm) => {
          const input = { headlandM, rows: { spacingCm }, inRowSpacingCm: 20 };
          const flat = unwrap(fieldLayout({ widthM, lengthM, ...input }));
          const shaped = unwrap(shapeLayout(rectangle(widthM, lengthM), input));
          expect(shaped.rows).toBe(flat.rows);
          // a millionth of a metre at each end of a row
          expect(Math.abs((shaped.rowMetres as number) - (flat.rowMetres as number))).toBeLessThan(0.02);
          const driven = { ...input, tramlineEveryM: 15 };
          const lines = unwrap(fieldLayout({ widthM, lengthM, ...driven })).rows as number;
          // whether a tramline that does not fit whole takes a row more is a matter of the last metres
          expect(
            Math.abs((unwrap(shapeLayout(rectangle(widthM, lengthM), driven)).rows as number) - lines),
          ).toBeLessThan(3);
          const bed = { widthM: 1.5, lengthM: 10, pathM: 0.5 };
          const beds = fieldLayout({ widthM, lengthM, headlandM, bed });
          if (beds.ok && beds.value.beds > 0)
            expect(unwrap(shapeLayout(rectangle(widthM, lengthM), { headlandM, bed })).beds).toBe(beds.value.beds);
        },
      ),
      { numRuns: 100 },
    );
  });
  it("stand in beds only where a whole bed lies in the shape", () => {
    const bed = { widthM: 10, lengthM: 20, pathM: 0 };
    const { beds, pieces, croppedAreaPct } = unwrap(shapeLayout(triangle, { headlandM: 0, bed }));
    // strips of 10 m end at 90, 80 ... 0: 4, 4, 3, 3, 2, 2, 1, 1, 0, 0
    expect(beds).toBe(20);
    expect(croppedAreaPct).toBeCloseTo((100 * 20 * 200) / 5000, 6);
    for (const p of pieces) expect(p.xM + p.widthM + p.yM + p.lengthM).toBeLessThanOrEqual(100 + 1e-9);
  });
  it("are refused with the reason", () => {
    expect(told(shapeLayout(triangle, { headlandM: 40, rows: { spacingCm: 50 } }))).toEqual([
      "headlandM: 40 given, allowed is a headland that leaves room for a row in this shape",
    ]);
    expect(told(shapeLayout(triangle, { headlandM: 0, rows: { spacingCm: 50 }, tramlineEveryM: 1 }))[0]).toContain(
      "more than the 1 m that a tramline takes itself",
    );
    expect(told(shapeLayout(triangle, { headlandM: 0, bed: { widthM: 80, lengthM: 80, pathM: 0 } }))[0]).toContain(
      "a bed that fits",
    );
    expect(told(shapeLayout([closed([0, 0], [10, 0], [20, 0])], { headlandM: 0 }))[0]).toContain("with an area");
    expect(told(shapeLayout(rectangle(9000, 9000), { headlandM: 0, rows: { spacingCm: 0.01 } }))[0]).toContain(
      "at most 50000 rows",
    );
  });
});
