/**
 * Boundaries of fields: GeoJSON polygons by longitude and latitude (RFC 7946), drawn and measured on a flat metric grid
 * around the field's own middle. Over a few kilometres that grid is true to a few centimetres.
 */

import kinks from "@turf/kinks";
import { z } from "zod";
import { type FieldError, failed, ok, type Result } from "../result";

export type Position = [lon: number, lat: number];
export type Ring = Position[];
export type Boundary = { type: "Polygon"; coordinates: Ring[] } | { type: "MultiPolygon"; coordinates: Ring[][] };

/** Points of all rings together. */
const MOST_POINTS = 20_000;
/** Corners nearer to each other are one [m]. */
const SAME_POINT_M = 0.01;
/** A field farther across is none [m]. */
const MOST_ACROSS_M = 50_000;
/** WGS 84: half the equator's diameter [m], and the square of the eccentricity. */
const EQUATOR_M = 6_378_137;
const ECCENTRICITY_2 = 0.006_694_379_990_14;

const position = z.tuple([z.number(), z.number()]).rest(z.number());
const polygon = z.array(z.array(position).min(3)).min(1);
const shape = z.union([
  z.object({ type: z.literal("Polygon"), coordinates: polygon }),
  z.object({ type: z.literal("MultiPolygon"), coordinates: z.array(polygon).min(1) }),
]);

export const polygonsOf = (boundary: Boundary): Ring[][] =>
  boundary.type === "Polygon" ? [boundary.coordinates] : boundary.coordinates;

/**
 * A boundary from GeoJSON: rings closed, the outer one against the clock and holes with it, heights left out.
 * Errors (field `boundary`): no polygon, coordinates that are no degrees (another reference system) or in the wrong order,
 * sides that cross, a ring without area, a hole outside of its ring, more than 20 000 points, farther across than 50 km.
 *
 * Example: readBoundary({ type: "Polygon", coordinates: [[[-30, 47], [-29.99, 47], [-29.99, 47.01]]] }) closes the ring.
 */
export function readBoundary(given: unknown, field = "boundary"): Result<Boundary> {
  const refuse = (message: string): Result<Boundary> => {
    const error: FieldError = { field, given: "", allowed: "a polygon", message: `${field}: ${message}` };
    return failed([error]);
  };
  const read = shape.safeParse(given);
  if (!read.success) return refuse("allowed is a GeoJSON Polygon or MultiPolygon with rings of at least three corners");
  const raw: number[][][][] = read.data.type === "Polygon" ? [read.data.coordinates] : read.data.coordinates;
  const all = raw.flat(2);
  if (all.length > MOST_POINTS) return refuse(`${all.length} points given, allowed are ${MOST_POINTS}`);
  const odd = all.find(([x = 0, y = 0]) => !(Math.abs(x) <= 180 && Math.abs(y) <= 90));
  if (odd) {
    const [x = 0, y = 0] = odd;
    return refuse(
      Math.abs(x) <= 90 && Math.abs(y) <= 180
        ? `${x}, ${y} given: latitude stands before longitude; allowed is longitude first (RFC 7946)`
        : `${x}, ${y} given: these are no degrees but metres of some grid; allowed is longitude and latitude of WGS 84 (EPSG:4326). Export the file again in that system`,
    );
  }
  const frame = frameAt(middleOf(all as Position[]));
  const polygons: Ring[][] = [];
  for (const rings of raw) {
    const own: Ring[] = [];
    for (const [i, points] of rings.entries()) {
      const ring = tidy(points as Position[], frame);
      if (ring.length < 4) return refuse("a ring has fewer than three corners that differ");
      if (crossings(ring) > 0) return refuse("its sides cross each other; draw the corners in their order");
      const area = areaOfRing(ring, frame);
      if (Math.abs(area) < 1) return refuse("a ring has no area");
      own.push(area > 0 === (i === 0) ? ring : ring.reverse());
    }
    const [outer, ...holes] = own;
    if (outer && holes.some((hole) => !isInside(hole[0] as Position, outer)))
      return refuse("a hole lies outside of the ring that it is in");
    polygons.push(own);
  }
  const corners = polygons.flat(2).map(frame.toGrid);
  const across = Math.max(spread(corners.map((c) => c[0])), spread(corners.map((c) => c[1])));
  if (across > MOST_ACROSS_M) return refuse(`${Math.round(across / 1000)} km across given, allowed are 50`);
  const [only] = polygons;
  return ok(
    polygons.length === 1 && only
      ? { type: "Polygon", coordinates: only }
      : { type: "MultiPolygon", coordinates: polygons },
  );
}

/**
 * Area [ha] of a boundary, holes taken out.
 *
 * Example: a rectangle of 0.002 by 0.001 degrees at 47 degrees north, 152.1 m by 111.2 m, has 1.69 ha.
 */
export function boundaryAreaHa(boundary: Boundary): number {
  const polygons = polygonsOf(boundary);
  const frame = frameAt(middleOf(polygons.flat(2)));
  return (
    polygons.reduce(
      (sum, rings) => sum + rings.reduce((s, ring, i) => s + (i === 0 ? 1 : -1) * Math.abs(areaOfRing(ring, frame)), 0),
      0,
    ) / 10_000
  );
}

/** The longest side of a boundary [m]. */
export function longestSideM(boundary: Boundary): number {
  const rings = polygonsOf(boundary).flat();
  const frame = frameAt(middleOf(rings.flat()));
  const sides = rings.flatMap((ring) => {
    const corners = ring.map(frame.toGrid);
    return corners.slice(1).map((c, i) => Math.hypot(c[0] - (corners[i]?.[0] ?? 0), c[1] - (corners[i]?.[1] ?? 0)));
  });
  return Math.max(0, ...sides);
}

export interface Frame {
  /** metres east and north of the origin */
  toGrid: (position: Position) => [x: number, y: number];
  fromGrid: (point: [x: number, y: number]) => Position;
}

/**
 * A flat grid around an origin, by the radii of the ellipsoid there (Bowring's sphere of the place): metres a degree of
 * latitude from the meridian's radius, of longitude from the prime vertical's. Source: any text of geodesy; WGS 84.
 *
 * Example: at 47 degrees north a degree of latitude is 111 171 m and one of longitude 76 056 m.
 */
export function frameAt([lon0, lat0]: Position): Frame {
  const sine = Math.sin((lat0 * Math.PI) / 180);
  const w = 1 - ECCENTRICITY_2 * sine * sine;
  const north = ((EQUATOR_M * (1 - ECCENTRICITY_2)) / w ** 1.5) * (Math.PI / 180);
  const east = (EQUATOR_M / Math.sqrt(w)) * Math.cos((lat0 * Math.PI) / 180) * (Math.PI / 180);
  return {
    toGrid: ([lon, lat]) => [(lon - lon0) * east, (lat - lat0) * north],
    // eight decimals of a degree are a millimetre
    fromGrid: ([x, y]) => [round8(lon0 + x / Math.max(east, 1e-6)), round8(lat0 + y / north)],
  };
}

const round8 = (value: number) => Math.round(value * 1e8) / 1e8;

export function middleOf(points: Position[]): Position {
  const lons = points.map((p) => p[0]);
  const lats = points.map((p) => p[1]);
  const middle = (list: number[]) =>
    (list.reduce((a, b) => Math.min(a, b), Number.POSITIVE_INFINITY) +
      list.reduce((a, b) => Math.max(a, b), Number.NEGATIVE_INFINITY)) /
    2;
  return [middle(lons), middle(lats)];
}

const spread = (list: number[]) =>
  list.reduce((a, b) => Math.max(a, b), Number.NEGATIVE_INFINITY) -
  list.reduce((a, b) => Math.min(a, b), Number.POSITIVE_INFINITY);

/** The ring closed, without heights and without corners that stand twice in a row. */
function tidy(points: Position[], frame: Frame): Ring {
  const ring: Ring = [];
  for (const [lon, lat] of points) {
    const last = ring.at(-1);
    if (last && distance(last, [lon, lat], frame) < SAME_POINT_M) continue;
    ring.push([lon, lat]);
  }
  const [first] = ring;
  const last = ring.at(-1);
  if (first && last && ring.length > 1 && distance(first, last, frame) < SAME_POINT_M) ring.pop();
  return first ? [...ring, [first[0], first[1]]] : ring;
}

function distance(a: Position, b: Position, frame: Frame): number {
  const [ax, ay] = frame.toGrid(a);
  const [bx, by] = frame.toGrid(b);
  return Math.hypot(ax - bx, ay - by);
}

/** Signed area of a ring [m2]: above 0 against the clock (Gauss's shoelace). */
function areaOfRing(ring: Ring, frame: Frame): number {
  const corners = ring.map(frame.toGrid);
  let twice = 0;
  for (let i = 1; i < corners.length; i++) {
    const [ax = 0, ay = 0] = corners[i - 1] ?? [];
    const [bx = 0, by = 0] = corners[i] ?? [];
    twice += ax * by - bx * ay;
  }
  return twice / 2;
}

/** How often sides of a ring cross each other. */
const crossings = (ring: Ring): number => kinks({ type: "Polygon", coordinates: [ring] }).features.length;

function isInside([x, y]: Position, ring: Ring): boolean {
  let inside = false;
  for (let i = 1; i < ring.length; i++) {
    const [ax = 0, ay = 0] = ring[i - 1] ?? [];
    const [bx = 0, by = 0] = ring[i] ?? [];
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside;
  }
  return inside;
}
