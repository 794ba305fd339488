/** Rows, beds and tramlines on a field of any shape: each row as long as the shape lets it be. */

import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import {
  type FieldLayoutInput,
  type LayoutPiece,
  MOST_PIECES,
  readLayout,
  round,
  TRAMLINE_ROWS,
  whole,
} from "./field-layout";

export type ShapePoint = [xM: number, yM: number];
/** Closed rings in metres, x across the rows and y along them; holes are rings that turn the other way. */
export type FieldShape = ShapePoint[][];
type Interval = [from: number, to: number];

interface ShapeLayout {
  beds: number;
  rows: number | null;
  rowMetres: number | null;
  plants: number | null;
  croppedAreaPct: number;
  /** of the shape; its extent along the rows and across them */
  areaM2: number;
  lengthM: number;
  widthM: number;
  /** left of the shape's extent at which the headland ends: the first row stands half a spacing further in */
  fromM: number;
  shortestRowM: number | null;
  longestRowM: number | null;
  /** cropped strips of one or several rows, tramlines, beds */
  pieces: LayoutPiece[];
}

/** A row shorter than this is none [m]; assumption. */
const SHORTEST_ROW_M = 1;
const MOST_ROWS = 50_000;
/** Strips of rows that a drawing tells apart. */
const MOST_STRIPS = 200;
/** A millionth of a metre nearer is not nearer. */
const SLACK_M = 1e-6;
/** Lines across a bed along which its ends are looked for. */
const LINES_OF_BED = 5;

/**
 * Rows along y in a shape, none nearer to its outline than the headland: a row is what is left of its line after the parts that lie within
 * the headland of any side are taken away, so that rows end where a slanting side, a corner or a hole makes them end. Row metres, places and
 * the cropped share follow from the rows as they are. A tramline every so many metres takes the two rows that lie nearest to it. Beds of one
 * length lie along the rows in each strip as often as they fit on all lines across the bed.
 *
 * Errors: as of a rectangle; a headland that leaves nothing; beds of which none fits; a shape without area.
 *
 * Example: a triangle with sides of 100 m along x and y, no headland, rows 10 m apart: rows at x 5, 15 ... 95 are 95, 85 ... 5 m long,
 * together 500 m on 5,000 m2.
 */
export function shapeLayout(
  shape: FieldShape,
  input: Omit<FieldLayoutInput, "lengthM" | "widthM">,
): Result<ShapeLayout> {
  const errors: FieldError[] = [];
  const { headland, bed, spacing, perBed: asked, every, inRow } = readLayout(errors, input);
  if (errors.length > 0) return failed(errors);

  const points = shape.flat();
  const extent = (axis: 0 | 1) => [
    points.reduce((least, p) => Math.min(least, p[axis]), Number.POSITIVE_INFINITY),
    points.reduce((most, p) => Math.max(most, p[axis]), Number.NEGATIVE_INFINITY),
  ];
  const [left = 0, right = 0] = extent(0);
  const [low = 0, high = 0] = extent(1);
  const areaM2 = areaOf(shape);
  if (!(areaM2 > 0)) return failed([fieldError("shape", areaM2, "a shape with an area")]);
  const onLine = (x: number) => usableOn(shape, x, headland);
  const from = left + headland;
  const extents = { areaM2, lengthM: high - low, widthM: right - left, fromM: from - left };
  const shifted = (pieces: LayoutPiece[]): LayoutPiece[] =>
    pieces.map((p) => ({ ...p, xM: p.xM - left, yM: p.yM - low }));

  if (bed) {
    if (spacing !== null && spacing > bed.width)
      return failed([
        fieldError("rows.spacingCm", round(spacing * 100), `no wider than the bed of ${round(bed.width * 100)} cm`),
      ]);
    const pieces = bedsOf(onLine, from, right - headland, bed);
    if (pieces === null) return failed([fieldError("bed", `beds of ${bed.width} m`, `at most ${MOST_PIECES} beds`)]);
    if (pieces.length === 0)
      return failed([
        fieldError(
          "bed.lengthM",
          `${round(bed.width)} x ${round(bed.length)} m`,
          "a bed that fits between the headlands",
        ),
      ]);
    const perBed = spacing === null ? null : (asked ?? whole(bed.width / spacing));
    const rows = perBed === null ? null : perBed * pieces.length;
    return ok({
      ...extents,
      beds: pieces.length,
      rows,
      rowMetres: rows === null ? null : rows * bed.length,
      plants: rows === null || inRow === null ? null : rows * whole(bed.length / inRow),
      croppedAreaPct: (100 * pieces.length * bed.width * bed.length) / areaM2,
      shortestRowM: bed.length,
      longestRowM: bed.length,
      pieces: shifted(pieces),
    });
  }

  // without rows of a known width the ground between the headlands is measured in strips
  const width = spacing ?? Math.max((right - left) / 1000, 0.05);
  const count = whole((right - headland - from) / width);
  if (count > MOST_ROWS) return failed([fieldError("rows.spacingCm", round(width * 100), `at most ${MOST_ROWS} rows`)]);
  if (every !== null && every <= TRAMLINE_ROWS * width)
    return failed([
      fieldError(
        "tramlineEveryM",
        every,
        `more than the ${round(TRAMLINE_ROWS * width)} m that a tramline takes itself`,
      ),
    ]);
  const lines = Array.from({ length: Math.max(0, count) }, (_, i) => {
    const xM = from + (i + 0.5) * width;
    return { i, xM, parts: onLine(xM).filter(([a, b]) => b - a >= SHORTEST_ROW_M) };
  });
  const driven = new Set<number>();
  if (every !== null)
    for (let at = every / 2; at < count * width; at += every) {
      const first = Math.max(0, Math.round(at / width) - TRAMLINE_ROWS / 2);
      for (let k = 0; k < TRAMLINE_ROWS; k++) driven.add(first + k);
    }
  const rows = lines.filter((l) => l.parts.length > 0 && !driven.has(l.i));
  if (rows.length === 0)
    return failed([fieldError("headlandM", headland, "a headland that leaves room for a row in this shape")]);
  const lengths = rows.flatMap((r) => r.parts.map(([a, b]) => b - a));
  const rowMetres = lengths.reduce((a, b) => a + b, 0);
  const longest = lengths.reduce((a, b) => Math.max(a, b), 0);
  if (inRow !== null && inRow > longest)
    return failed([
      fieldError("inRowSpacingCm", round(inRow * 100), `no more than the longest row of ${round(longest)} m`),
    ]);
  const each = Math.max(1, Math.ceil(lines.length / MOST_STRIPS));
  return ok({
    ...extents,
    beds: 0,
    rows: spacing === null ? null : rows.length,
    rowMetres: spacing === null ? null : rowMetres,
    plants: spacing === null || inRow === null ? null : lengths.reduce((sum, length) => sum + whole(length / inRow), 0),
    croppedAreaPct: (100 * rowMetres * width) / areaM2,
    shortestRowM: spacing === null ? null : lengths.reduce((a, b) => Math.min(a, b), longest),
    longestRowM: spacing === null ? null : longest,
    pieces: shifted([
      ...lines.flatMap((l) => (l.i % each > 0 || (each === 1 && driven.has(l.i)) ? [] : stripsOf(l, width, each))),
      ...lines.filter((l) => driven.has(l.i)).flatMap((l) => stripsOf(l, width, 1, "tramline")),
    ]),
  });
}

const stripsOf = (
  { xM, parts }: { xM: number; parts: Interval[] },
  width: number,
  rows: number,
  kind: "cropped" | "tramline" = "cropped",
): LayoutPiece[] =>
  parts.map(([from, to]) => ({ kind, xM: xM - width / 2, yM: from, widthM: width * rows, lengthM: to - from }));

/** Beds in strips from the left headland on; null where there are more than anybody draws. */
function bedsOf(
  onLine: (x: number) => Interval[],
  from: number,
  to: number,
  bed: { width: number; length: number; path: number },
): LayoutPiece[] | null {
  const pieces: LayoutPiece[] = [];
  const across = whole((to - from + bed.path) / (bed.width + bed.path));
  if (across > MOST_PIECES) return null;
  for (let i = 0; i < across; i++) {
    const xM = from + i * (bed.width + bed.path);
    const lines = Array.from({ length: LINES_OF_BED }, (_, k) =>
      onLine(xM + SLACK_M + (k * (bed.width - 2 * SLACK_M)) / (LINES_OF_BED - 1)),
    );
    for (const [a, b] of lines.reduce(shared)) {
      const along = whole((b - a + bed.path) / (bed.length + bed.path));
      if (pieces.length + along > MOST_PIECES) return null;
      for (let j = 0; j < along; j++)
        pieces.push({
          kind: "bed",
          xM,
          yM: a + j * (bed.length + bed.path),
          widthM: bed.width,
          lengthM: bed.length,
        });
    }
  }
  return pieces;
}

/** What two lists of intervals have in common. */
const shared = (a: Interval[], b: Interval[]): Interval[] =>
  a.flatMap(([from, to]) =>
    b.flatMap(([low, high]): Interval[] => {
      const both: Interval = [Math.max(from, low), Math.min(to, high)];
      return both[1] > both[0] ? [both] : [];
    }),
  );

/** The parts of a line along y that lie inside of the shape and no nearer to its sides than the headland. */
function usableOn(shape: FieldShape, x: number, headland: number): Interval[] {
  const crossings: number[] = [];
  const near: Interval[] = [];
  for (const ring of shape)
    for (let i = 1; i < ring.length; i++) {
      const [a, b] = [ring[i - 1] as ShapePoint, ring[i] as ShapePoint];
      if (a[0] > x !== b[0] > x) crossings.push(a[1] + ((x - a[0]) / (b[0] - a[0])) * (b[1] - a[1]));
      const within = nearSide(a, b, x, headland - SLACK_M);
      if (within) near.push(within);
    }
  crossings.sort((a, b) => a - b);
  near.sort((a, b) => a[0] - b[0]);
  const parts: Interval[] = [];
  for (let i = 1; i < crossings.length; i += 2) {
    let from = crossings[i - 1] as number;
    const to = crossings[i] as number;
    for (const [low, high] of near) {
      if (high <= from || low >= to) continue;
      if (low > from) parts.push([from, low]);
      from = Math.max(from, high);
    }
    if (to > from) parts.push([from, to]);
  }
  return parts;
}

/** The part of the line at x that lies within a distance of a side: that of its two ends' circles and of the band along it, one piece. */
function nearSide(a: ShapePoint, b: ShapePoint, x: number, within: number): Interval | null {
  if (within <= 0 || x < Math.min(a[0], b[0]) - within || x > Math.max(a[0], b[0]) + within) return null;
  let low = Number.POSITIVE_INFINITY;
  let high = Number.NEGATIVE_INFINITY;
  const take = (y: number) => {
    low = Math.min(low, y);
    high = Math.max(high, y);
  };
  for (const [cx, cy] of [a, b]) {
    const half = within * within - (x - cx) ** 2;
    if (half < 0) continue;
    take(cy - Math.sqrt(half));
    take(cy + Math.sqrt(half));
  }
  // the band's two long sides, each the side moved by the distance to its left or right
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  if (length > 0)
    for (const turn of [1, -1]) {
      const dx = (-turn * (b[1] - a[1]) * within) / length;
      const dy = (turn * (b[0] - a[0]) * within) / length;
      const share = (x - a[0] - dx) / (b[0] - a[0]);
      if (share >= 0 && share <= 1) take(a[1] + dy + share * (b[1] - a[1]));
    }
  return high > low ? [low, high] : null;
}

/** Area of a shape [m2], less its holes. */
function areaOf(shape: FieldShape): number {
  const ring = (points: ShapePoint[]) => {
    let twice = 0;
    for (let i = 1; i < points.length; i++) {
      const [a, b] = [points[i - 1] as ShapePoint, points[i] as ShapePoint];
      twice += a[0] * b[1] - b[0] * a[1];
    }
    return twice / 2;
  };
  return Math.abs(shape.reduce((sum, points) => sum + ring(points), 0));
}
