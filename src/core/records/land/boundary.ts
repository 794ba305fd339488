/** Boundaries of fields from GeoJSON (RFC 7946): read, put in order, or refused with the reason. */

import kinks from "@turf/kinks";
import { z } from "zod";
import { type FieldError, failed, ok, type Result } from "../../result";
import {
  areaOfRing,
  type Boundary,
  type Frame,
  frameAt,
  isInside,
  middleOf,
  type Position,
  type Ring,
} from "./boundary-measures";

/** Points of all rings together. */
const MOST_POINTS = 20_000;
/** Corners nearer to each other are one [m]. */
const SAME_POINT_M = 0.01;
/** A field farther across is none [m]. */
const MOST_ACROSS_M = 50_000;
const position = z.tuple([z.number(), z.number()]).rest(z.number());
const polygon = z.array(z.array(position).min(3)).min(1);
const shape = z.union([
  z.object({ type: z.literal("Polygon"), coordinates: polygon }),
  z.object({ type: z.literal("MultiPolygon"), coordinates: z.array(polygon).min(1) }),
]);

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

/** How often sides of a ring cross each other. */
const crossings = (ring: Ring): number => kinks({ type: "Polygon", coordinates: [ring] }).features.length;
