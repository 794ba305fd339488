/** What drawing a boundary needs: corners in metres east and north of an anchor, and what becomes of them. */

import { readBoundary } from "@/core/records/land/boundary";
import {
  type Boundary,
  boundaryAreaHa,
  frameAt,
  longestSideM,
  type Position,
} from "@/core/records/land/boundary-measures";

export type Corner = [x: number, y: number];

/** To the nearest step; as it is where the step is 0. Example: snap([12.4, 7.6], 5) is [10, 10]. */
export const snap = ([x, y]: Corner, stepM: number): Corner =>
  stepM > 0
    ? [Math.round(x / stepM) * stepM, Math.round(y / stepM) * stepM]
    : [Math.round(x * 100) / 100, Math.round(y * 100) / 100];

/** The corner that lies so far on a bearing, clockwise from north. Example: byBearing([0, 0], 90, 100) is [100, 0]. */
export function byBearing([x, y]: Corner, bearingDeg: number, distanceM: number): Corner {
  const angle = (bearingDeg * Math.PI) / 180;
  return [round(x + distanceM * Math.sin(angle)), round(y + distanceM * Math.cos(angle))];
}
const round = (value: number) => Math.round(value * 100) / 100;

/** Bearing [degrees] and length [m] of the side from one corner to the next. */
export function sideOf([ax, ay]: Corner, [bx, by]: Corner): { bearingDeg: number; lengthM: number } {
  const bearing = (Math.atan2(bx - ax, by - ay) * 180) / Math.PI;
  return { bearingDeg: (bearing + 360) % 360, lengthM: Math.hypot(bx - ax, by - ay) };
}

/** A boundary from corners around an anchor; why not, where it cannot be one (yet). */
export function drawn(
  corners: Corner[],
  anchor: Position,
): { ok: true; boundary: Boundary; areaHa: number; longestM: number } | { ok: false; message: string } {
  if (corners.length < 3) return { ok: false, message: `${corners.length} corners so far, needed are three or more` };
  const frame = frameAt(anchor);
  const read = readBoundary({ type: "Polygon", coordinates: [corners.map(frame.fromGrid)] });
  if (!read.ok) return { ok: false, message: read.errors[0]?.message.replace(/^boundary: /, "") ?? "no boundary" };
  return { ok: true, boundary: read.value, areaHa: boundaryAreaHa(read.value), longestM: longestSideM(read.value) };
}

/** Corners of a boundary that can be drawn on; null where it has holes or several parts. */
export function cornersOf(boundary: Boundary, anchor: Position): Corner[] | null {
  if (boundary.type !== "Polygon" || boundary.coordinates.length !== 1) return null;
  const frame = frameAt(anchor);
  return (boundary.coordinates[0] ?? []).slice(0, -1).map((p) => {
    const [x, y] = frame.toGrid(p);
    return [round(x), round(y)];
  });
}

/** A place as "47.031, -30.012" (latitude first, as people say it) with degrees; null where it is none. */
export function readPlace(text: string): Position | null {
  const found =
    /^\s*(-?\d{1,2}(?:[.,]\d+)?)\s*°?\s*([NnSs])?\s*[,; ]\s*(-?\d{1,3}(?:[.,]\d+)?)\s*°?\s*([EeWw])?\s*$/.exec(text);
  if (!found) return null;
  const degrees = (digits: string | undefined, side: string | undefined) =>
    Number(digits?.replace(",", ".")) * (/[SsWw]/.test(side ?? "") ? -1 : 1);
  const lat = degrees(found[1], found[2]);
  const lon = degrees(found[3], found[4]);
  return Math.abs(lat) <= 90 && Math.abs(lon) <= 180 ? [lon, lat] : null;
}
