import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { readBoundary } from "./boundary";
import {
  type Boundary,
  boundaryAreaHa,
  frameAt,
  longestSideM,
  type Position,
  shapeAlongRows,
} from "./boundary-measures";

const square = (lon: number, lat: number, w: number, h: number): Position[] => [
  [lon, lat],
  [lon + w, lat],
  [lon + w, lat + h],
  [lon, lat + h],
  [lon, lat],
];
const polygon = (...rings: Position[][]): Boundary => ({ type: "Polygon", coordinates: rings });
const why = (given: unknown) => {
  const read = readBoundary(given);
  return read.ok ? "" : read.errors[0]?.message;
};

describe("a boundary along its rows", () => {
  // a kite of metres around a place: its longest side from (0, 0) to (-300, 400), 500 m; what lies inside is on the left of it
  const frame = frameAt([-30, 47]);
  const corners: [number, number][] = [
    [0, 0],
    [-300, 400],
    [-270, 110],
    [0, 0],
  ];
  const kite = polygon(corners.map(frame.fromGrid));
  it("stands with its longest side at the left, and keeps its area", () => {
    const [ring = []] = shapeAlongRows(kite) ?? [];
    // distance of (-270, 110) from the side: |-300 x 110 - 400 x -270| / 500 = 150 m
    expect(Math.max(...ring.map(([x]) => x))).toBeCloseTo(150, 1);
    expect(Math.max(...ring.map(([, y]) => y))).toBeCloseTo(500, 1);
    expect(ring.filter(([x]) => x < 0.05).length).toBe(3);
    const twice = ring.slice(1).reduce((sum, [x, y], i) => sum + ring[i]![0] * y - x * ring[i]![1], 0);
    expect(Math.abs(twice / 2)).toBeCloseTo((500 * 150) / 2, -1);
  });
  it("is the same however it is turned, and none with too many corners", () => {
    const turned = polygon(corners.map(([x, y]) => frame.fromGrid([-y, x])));
    expect(Math.max(...(shapeAlongRows(turned) ?? []).flat().map(([x]) => x))).toBeCloseTo(150, 1);
    const many = Array.from({ length: 2100 }, (_, i): Position => {
      const at = (2 * Math.PI * i) / 2100;
      return frame.fromGrid([100 * Math.cos(at), 100 * Math.sin(at)]);
    });
    expect(shapeAlongRows(polygon(many))).toBeNull();
  });
});

describe("a boundary", () => {
  it("is measured by the ellipsoid's radii", () => {
    // at 47 N, sine 0.731354: 1 - e2 sin2 = 0.99641929; meridian 6 378 137 x 0.99330562 / that^1.5 = 6 369 620 m, a degree
    // 111 170.8 m; prime vertical 6 378 137 / its root = 6 389 587 m, times cos 47 = 0.681998, a degree 76 056.0 m
    const [x, y] = frameAt([-30, 47]).toGrid([-29, 48]);
    expect([Math.round(x), Math.round(y)]).toEqual([76_056, 111_171]);
    // 0.002 degrees by 0.001: 152.11 m by 111.17 m = 16 910 m2
    const area = boundaryAreaHa(polygon(square(-30, 47, 0.002, 0.001)));
    expect(area).toBeCloseTo(1.691, 3);
    expect(longestSideM(polygon(square(-30, 47, 0.002, 0.001)))).toBeCloseTo(152.11, 1);
    // a quarter of it as a hole leaves three quarters
    expect(
      boundaryAreaHa(polygon(square(-30, 47, 0.002, 0.001), square(-29.9995, 47.00025, 0.001, 0.0005))),
    ).toBeCloseTo(0.75 * area, 4);
  });

  it("is closed, turned against the clock, its holes with it, and freed of heights and doubled corners", () => {
    const open = [
      [-30, 47, 310],
      [-30, 47.001, 311],
      [-29.998, 47.001, 312],
      [-29.998, 47.001, 312],
      [-29.998, 47, 313],
    ];
    const read = readBoundary({ type: "Polygon", coordinates: [open], bbox: [1, 2, 3, 4] });
    expect(read.ok && read.value).toEqual({
      type: "Polygon",
      coordinates: [
        [
          [-30, 47],
          [-29.998, 47],
          [-29.998, 47.001],
          [-30, 47.001],
          [-30, 47],
        ],
      ],
    });
    const holed = readBoundary(polygon(square(-30, 47, 0.002, 0.001), square(-29.9995, 47.0002, 0.001, 0.0004)));
    expect(holed.ok && boundaryAreaHa(holed.value)).toBeCloseTo(1.691 * 0.8, 3);
  });

  it.each([
    [{ type: "Point", coordinates: [1, 2] }, /Polygon or MultiPolygon/],
    [{ type: "Polygon", coordinates: [square(47, -130, 0.001, 0.002)] }, /latitude stands before longitude/],
    [{ type: "Polygon", coordinates: [square(423_000, 5_205_000, 200, 100)] }, /metres of some grid.*EPSG:4326/],
    [
      polygon([
        [-30, 47],
        [-29.99, 47.01],
        [-29.99, 47],
        [-30, 47.01],
        [-30, 47],
      ]),
      /sides cross/,
    ],
    [
      polygon([
        [-30, 47],
        [-29.99, 47],
        [-29.98, 47],
      ]),
      /no area/,
    ],
    [
      polygon([
        [-30, 47],
        [-30, 47],
        [-30, 47],
      ]),
      /fewer than three corners/,
    ],
    [polygon(square(-30, 47, 0.002, 0.001), square(-31, 47, 0.001, 0.0005)), /hole lies outside/],
    [polygon(square(-30, 47, 1, 0.1)), /76 km across given, allowed are 50/],
    [polygon(Array.from({ length: 20_001 }, (_, i) => [i / 1e6, 0] as Position)), /20001 points given/],
  ])("is refused with the reason (%#)", (given, reason) => {
    expect(why(given)).toMatch(reason);
  });

  it("read again is the same, wherever it lies", () => {
    fc.assert(
      fc.property(
        fc.double({ min: -179, max: 179, noNaN: true }),
        fc.double({ min: -80, max: 80, noNaN: true }),
        fc.array(fc.double({ min: 20, max: 900, noNaN: true }), { minLength: 3, maxLength: 12 }),
        (lon, lat, radii) => {
          const frame = frameAt([lon, lat]);
          const ring = radii.map((r, i) => {
            const angle = (2 * Math.PI * i) / radii.length;
            return frame.fromGrid([r * Math.cos(angle), r * Math.sin(angle)]);
          });
          const read = readBoundary(polygon(ring));
          if (!read.ok) throw new Error(read.errors[0]?.message);
          expect(readBoundary(read.value)).toEqual(read);
          // the area of triangles around the middle: half the sine of the angle times both radii
          const area =
            radii.reduce((sum, r, i) => sum + r * (radii[(i + 1) % radii.length] ?? 0), 0) *
            0.5 *
            Math.sin((2 * Math.PI) / radii.length);
          expect(Math.abs((boundaryAreaHa(read.value) * 10_000) / area - 1)).toBeLessThan(1e-3);
        },
      ),
      { seed: 20_261_126, numRuns: 200 },
    );
  });
});
