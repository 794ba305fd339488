import { readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

export interface LayoutPiece {
  kind: "headland" | "bed" | "cropped" | "tramline";
  xM: number;
  yM: number;
  /** across the rows, and along them */
  widthM: number;
  lengthM: number;
}

export interface FieldLayoutInput {
  /** along the rows, and across them */
  lengthM: number;
  widthM: number;
  /** left on all four sides */
  headlandM: number;
  bed?: { widthM: number; lengthM: number; pathM: number } | undefined;
  rows?: { spacingCm: number; perBed?: number | undefined } | undefined;
  tramlineEveryM?: number | undefined;
  inRowSpacingCm?: number | undefined;
}

/** What rounding leaves of a whole number is not lost. */
const SLACK = 1e-9;
export const TRAMLINE_ROWS = 2;
/** More pieces than this nobody draws or pegs. */
export const MOST_PIECES = 50_000;

/**
 * A rectangular field with its headlands, beds or rows and tramlines, to scale: x across the rows, y along them, from a corner.
 *
 * Beds lie along the length and are not turned, with a path between them on both axes: beds across = floor((usable width + path) /
 * (bed width + path)), along likewise. Rows = floor(usable width / spacing), in beds `perBed` or floor(bed width / spacing) for each bed
 * across; a row is as long as the beds along it together, without beds as the usable length. A tramline every so many metres takes two
 * rows; between beds it runs in the paths and takes none. Row metres = rows x their length, plants = floor(row metres / in-row
 * spacing). The cropped share is of the gross area: that of the beds, or the usable area x rows left / rows. Rows, row metres and
 * plants are null without their inputs.
 *
 * Errors: headlands that leave nothing, a bed that does not fit, rows wider than the bed or the field, more rows in a bed than fit,
 * tramlines with no row between them.
 *
 * Example: 100 x 60 m, headland 6 m, beds 1.2 x 20 m with paths of 0.4 m: (48 + 0.4) / 1.6 = 30 across, (88 + 0.4) / 20.4 = 4 along:
 * 120 beds, 120 x 24 / 6000 = 48 % cropped; 4 rows a bed 30 cm apart: 120 rows of 80 m, 9,600 m; at 15 cm 64,000 plants.
 */
export function fieldLayout(input: FieldLayoutInput): Result<{
  beds: number;
  rows: number | null;
  rowMetres: number | null;
  plants: number | null;
  croppedAreaPct: number;
  pieces: LayoutPiece[];
}> {
  const errors: FieldError[] = [];
  const length = readNumber(errors, "lengthM", input?.lengthM, METRES);
  const width = readNumber(errors, "widthM", input?.widthM, METRES);
  const { headland, bed, spacing, perBed, every, inRow } = readLayout(errors, input);
  if (errors.length > 0) return failed(errors);

  const usable = { length: length - 2 * headland, width: width - 2 * headland };
  if (usable.length <= 0 || usable.width <= 0)
    return failed([
      fieldError("headlandM", headland, `less than half of the field's ${round(Math.min(length, width))} m`),
    ]);
  if (bed) {
    if (bed.width > usable.width + SLACK)
      errors.push(
        fieldError("bed.widthM", bed.width, `no more than the ${round(usable.width)} m between the headlands`),
      );
    if (bed.length > usable.length + SLACK)
      errors.push(
        fieldError("bed.lengthM", bed.length, `no more than the ${round(usable.length)} m between the headlands`),
      );
    if (spacing !== null && spacing > bed.width + SLACK)
      errors.push(
        fieldError("rows.spacingCm", round(spacing * 100), `no wider than the bed of ${round(bed.width * 100)} cm`),
      );
    else if (spacing !== null && perBed !== null && (perBed - 1) * spacing > bed.width + SLACK)
      errors.push(
        fieldError(
          "rows.perBed",
          perBed,
          `at most ${whole(bed.width / spacing) + 1} rows ${round(spacing * 100)} cm apart on a bed of ${round(bed.width * 100)} cm`,
        ),
      );
  } else {
    if (perBed !== null) errors.push(fieldError("rows.perBed", perBed, "rows of a bed only where there are beds"));
    if (spacing !== null && spacing > usable.width + SLACK)
      errors.push(
        fieldError(
          "rows.spacingCm",
          round(spacing * 100),
          `no wider than the ${round(usable.width)} m between the headlands`,
        ),
      );
  }
  if (errors.length > 0) return failed(errors);

  const across = bed ? whole((usable.width + bed.path) / (bed.width + bed.path)) : 0;
  const along = bed ? whole((usable.length + bed.path) / (bed.length + bed.path)) : 0;
  const drawn =
    spacing === null ? null : bed ? across * (perBed ?? whole(bed.width / spacing)) : whole(usable.width / spacing);
  const tramlines = bed || every === null || drawn === null ? 0 : whole(usable.width / every);
  const rows = drawn === null ? null : Math.max(0, drawn - TRAMLINE_ROWS * tramlines);
  const rowLength = bed ? along * bed.length : usable.length;
  if (inRow !== null && inRow > rowLength + SLACK)
    return failed([
      fieldError("inRowSpacingCm", round(inRow * 100), `no more than a row's length of ${round(rowLength)} m`),
    ]);
  const rowMetres = rows === null ? null : rows * rowLength;
  const cropped = bed
    ? across * along * bed.width * bed.length
    : usable.width * usable.length * (drawn ? (rows as number) / drawn : 1);
  if (across * along > MOST_PIECES)
    return failed([fieldError("bed", `${across} x ${along} beds`, `at most ${MOST_PIECES} beds`)]);
  const leastM = Math.max(TRAMLINE_ROWS * (spacing ?? 0), usable.width / MOST_PIECES);
  if (!bed && every !== null && every <= leastM)
    return failed([
      fieldError("tramlineEveryM", every, `more than the ${round(leastM)} m that a tramline takes itself`),
    ]);
  return ok({
    beds: across * along,
    rows,
    rowMetres,
    plants: rowMetres === null || inRow === null ? null : whole(rowMetres / inRow),
    croppedAreaPct: (cropped / (length * width)) * 100,
    pieces: [
      ...headlandPieces(length, width, headland),
      ...(bed
        ? bedPieces(headland, bed, across, along)
        : croppedPieces(headland, usable, every, tramlines, spacing === null ? 0 : TRAMLINE_ROWS * spacing)),
    ],
  });
}

const METRES = { above: 0, max: 20_000, unit: "m" };
const CENTIMETRES = { above: 0, max: 2000, unit: "cm" };

/** What is asked of a layout besides the ground, in metres; null where it is not asked for. Errors name the field. */
export function readLayout(errors: FieldError[], input: Omit<FieldLayoutInput, "lengthM" | "widthM">) {
  const metresOf = (field: string, centimetres: number | undefined) =>
    centimetres === undefined ? null : readNumber(errors, field, centimetres, CENTIMETRES) / 100;
  return {
    headland: readNumber(errors, "headlandM", input?.headlandM, { min: 0, max: 1000, unit: "m" }),
    bed: input?.bed
      ? {
          width: readNumber(errors, "bed.widthM", input.bed.widthM, METRES),
          length: readNumber(errors, "bed.lengthM", input.bed.lengthM, METRES),
          path: readNumber(errors, "bed.pathM", input.bed.pathM, { min: 0, max: 100, unit: "m" }),
        }
      : null,
    spacing: input?.rows ? readNumber(errors, "rows.spacingCm", input.rows.spacingCm, CENTIMETRES) / 100 : null,
    perBed:
      input?.rows?.perBed === undefined
        ? null
        : readNumber(errors, "rows.perBed", input.rows.perBed, { min: 1, max: 1000, integer: true }),
    every:
      input?.tramlineEveryM === undefined ? null : readNumber(errors, "tramlineEveryM", input.tramlineEveryM, METRES),
    inRow: metresOf("inRowSpacingCm", input?.inRowSpacingCm),
  };
}

export const whole = (value: number) => Math.floor(value + SLACK);
export const round = (value: number) => Number(value.toFixed(2));

/** Two across the ends over the whole width, two along the sides between them. */
function headlandPieces(length: number, width: number, headland: number): LayoutPiece[] {
  if (headland === 0) return [];
  const end = (yM: number): LayoutPiece => ({ kind: "headland", xM: 0, yM, widthM: width, lengthM: headland });
  const side = (xM: number): LayoutPiece => ({
    kind: "headland",
    xM,
    yM: headland,
    widthM: headland,
    lengthM: length - 2 * headland,
  });
  return [end(0), end(length - headland), side(0), side(width - headland)];
}

function bedPieces(
  from: number,
  bed: { width: number; length: number; path: number },
  across: number,
  along: number,
): LayoutPiece[] {
  const pieces: LayoutPiece[] = [];
  for (let i = 0; i < across; i++)
    for (let j = 0; j < along; j++)
      pieces.push({
        kind: "bed",
        xM: from + i * (bed.width + bed.path),
        yM: from + j * (bed.length + bed.path),
        widthM: bed.width,
        lengthM: bed.length,
      });
  return pieces;
}

/** What is cropped between the tramlines; each tramline stands in the middle of the width that it serves. */
function croppedPieces(
  from: number,
  usable: { width: number; length: number },
  every: number | null,
  tramlines: number,
  tramlineM: number,
): LayoutPiece[] {
  const pieces: LayoutPiece[] = [];
  let at = 0;
  const crop = (to: number) => {
    if (to > at) pieces.push({ kind: "cropped", xM: from + at, yM: from, widthM: to - at, lengthM: usable.length });
  };
  for (let i = 0; i < tramlines && every !== null; i++) {
    const left = (i + 0.5) * every - tramlineM / 2;
    crop(left);
    pieces.push({ kind: "tramline", xM: from + left, yM: from, widthM: tramlineM, lengthM: usable.length });
    at = left + tramlineM;
  }
  crop(usable.width);
  return pieces;
}
