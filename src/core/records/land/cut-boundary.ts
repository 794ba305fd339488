/** Boundaries of fields that are split or merged. */

import { intersect } from "@turf/intersect";
import { union } from "@turf/union";
import { failed, fieldError, ok, type Result } from "../../result";
import {
  areaOfRing,
  type Boundary,
  boundaryAreaHa,
  type Frame,
  frameAt,
  middleOf,
  type Position,
  polygonsOf,
  type Ring,
  round8,
} from "./boundary-measures";

/** Parts that one field is cut into at most. */
const MOST_PARTS = 8;

/**
 * Cuts a boundary by straight parallel lines into parts of the given shares of its area, from the left of the lines to
 * their right as one looks along them.
 *
 * `bearingDeg` is where the lines lead (0 north, 90 east); `shares` are above 0 and are taken of their sum. The parts'
 * areas are true to the share within a square metre of what the polygon library keeps (eight decimals of a degree).
 * Errors: fewer than two or more than MOST_PARTS shares, a share that is not above 0, a bearing outside of 0 to 360.
 *
 * Example: a square of 4 ha cut along 0 degrees by [1, 3] gives its western strip of 1 ha and the rest.
 */
export function cutBoundary(boundary: Boundary, shares: number[], bearingDeg: number): Result<Boundary[]> {
  if (shares.length < 2 || shares.length > MOST_PARTS)
    return failed([fieldError("shares", shares.length, `2 to ${MOST_PARTS} parts`)]);
  const wrong = shares.findIndex((s) => !(s > 0 && Number.isFinite(s)));
  if (wrong >= 0) return failed([fieldError(`shares.${wrong}`, shares[wrong], "above 0")]);
  if (!(bearingDeg >= 0 && bearingDeg <= 360))
    return failed([fieldError("bearingDeg", bearingDeg, "0 to 360 degrees")]);

  const own = frameAt(middleOf(polygonsOf(boundary).flat(2)));
  const turn = turned(own, bearingDeg);
  const across = polygonsOf(boundary).map((rings) => rings.map((ring) => ring.map(turn.toGrid)));
  const xs = across.flat(2).map((p) => p[0]);
  const ys = across.flat(2).map((p) => p[1]);
  const [left, right] = [least(xs) - 1, -least(xs.map((x) => -x)) + 1];
  const [low, high] = [least(ys) - 1, -least(ys.map((y) => -y)) + 1];
  const total = boundaryAreaHa(boundary);
  const sum = shares.reduce((a, b) => a + b, 0);
  const between = (from: number, to: number): Boundary | null => {
    const corners: Position[] = [
      [from, low],
      [to, low],
      [to, high],
      [from, high],
      [from, low],
    ];
    const cut = intersect({
      type: "FeatureCollection",
      features: [feature(boundary), feature({ type: "Polygon", coordinates: [corners.map(turn.fromGrid)] })],
    });
    return cut ? (cut.geometry as Boundary) : null;
  };
  const parts: Boundary[] = [];
  let from = left;
  let share = 0;
  for (const [i, own] of shares.entries()) {
    share += own;
    const to = i === shares.length - 1 ? right : lineAt(across, (share / sum) * total * 10_000, left, right);
    const part = between(from, to);
    if (!part) return failed([fieldError(`shares.${i}`, own, "a share that leaves some ground")]);
    parts.push(tidied(part));
    from = to;
  }
  return ok(parts);
}

/**
 * One boundary around several: sides that meet go, what lies apart stays apart (a MultiPolygon).
 *
 * Example: two squares side by side give one oblong.
 */
export function joinBoundaries(boundaries: Boundary[]): Boundary | null {
  const [first, ...others] = boundaries;
  if (!first) return null;
  if (others.length === 0) return first;
  const joined = union({ type: "FeatureCollection", features: boundaries.map(feature) });
  return joined ? tidied(joined.geometry as Boundary) : null;
}

/** Where the longest side of a boundary leads [degrees, 0 to below 180]. Example: of an oblong lying east and west, 90. */
export function longestBearingDeg(boundary: Boundary): number {
  const rings = polygonsOf(boundary).flat();
  const frame = frameAt(middleOf(rings.flat()));
  let [longest, bearing] = [-1, 0];
  for (const ring of rings) {
    const corners = ring.map(frame.toGrid);
    for (let i = 1; i < corners.length; i++) {
      const [ax, ay] = corners[i - 1] as [number, number];
      const [bx, by] = corners[i] as [number, number];
      const length = Math.hypot(bx - ax, by - ay);
      if (length > longest) [longest, bearing] = [length, (Math.atan2(bx - ax, by - ay) * 180) / Math.PI];
    }
  }
  return ((bearing % 180) + 180) % 180;
}

const feature = (geometry: Boundary) => ({ type: "Feature" as const, properties: {}, geometry });
const least = (list: number[]) => list.reduce((a, b) => Math.min(a, b), Number.POSITIVE_INFINITY);

/** The frame turned so that the bearing leads up. */
function turned(frame: Frame, bearingDeg: number): Frame {
  const a = (bearingDeg * Math.PI) / 180;
  const [c, s] = [Math.cos(a), Math.sin(a)];
  return {
    toGrid: (position) => {
      const [x, y] = frame.toGrid(position);
      return [x * c - y * s, x * s + y * c];
    },
    fromGrid: ([x, y]) => frame.fromGrid([x * c + y * s, -x * s + y * c]),
  };
}

/** Where an upright line has `areaM2` of the polygons on its left, by halving. */
function lineAt(polygons: [number, number][][][], areaM2: number, left: number, right: number): number {
  let [a, b] = [left, right];
  for (let i = 0; i < 60; i++) {
    const middle = (a + b) / 2;
    const own = polygons.reduce(
      (sum, rings) =>
        sum + rings.reduce((s, ring, n) => s + (n === 0 ? 1 : -1) * Math.abs(areaLeftOf(ring, middle)), 0),
      0,
    );
    if (own < areaM2) a = middle;
    else b = middle;
  }
  return (a + b) / 2;
}

/** Signed area of a ring on the left of an upright line (Sutherland and Hodgman's clipping, then the shoelace). */
function areaLeftOf(ring: [number, number][], x: number): number {
  const kept: Ring = [];
  for (let i = 1; i < ring.length; i++) {
    const [ax, ay] = ring[i - 1] as [number, number];
    const [bx, by] = ring[i] as [number, number];
    if (ax <= x) kept.push([ax, ay]);
    if (ax <= x !== bx <= x) kept.push([x, ay + ((by - ay) * (x - ax)) / (bx - ax)]);
  }
  const [first] = kept;
  return first ? areaOfRing([...kept, first], FLAT) : 0;
}
const FLAT: Frame = { toGrid: (p) => [p[0], p[1]], fromGrid: (p) => [p[0], p[1]] };

/** Coordinates to a millimetre. */
function tidied(boundary: Boundary): Boundary {
  const polygons = polygonsOf(boundary).map((rings) =>
    rings.map((r): Ring => r.map(([x, y]) => [round8(x), round8(y)])),
  );
  // a corner that a line only grazes leaves a sliver that no boundary could be read from
  const large = polygons.filter(
    ([outer]) => outer && Math.abs(areaOfRing(outer, frameAt(middleOf(outer)))) >= SLIVER_M2,
  );
  const kept = large.length > 0 ? large : polygons;
  return kept.length === 1 && kept[0]
    ? { type: "Polygon", coordinates: kept[0] }
    : { type: "MultiPolygon", coordinates: kept };
}

/** Ground that is smaller goes with nobody [m2]: a boundary must have more to be read. */
const SLIVER_M2 = 1;
