import { readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import { studentT } from "../review/student-t";
import { SPACING_CM } from "./spacing";

/** Of the target: a stand under it is thin, and said to be; assumption. */
export const THIN_STAND = 0.85;

const CONFIDENCE_PCT = 95;

/**
 * Plants that stand, from counts of plants in equal samples: pieces of row so many metres long, or quadrats. The interval is Student's t
 * on the mean and does not go under 0; establishment is the share of what was sown that stands. Errors: fewer than two counts, counts
 * that are not whole numbers from 0 up by their place, neither a length of row with its spacing nor a quadrat, or both.
 *
 * Example: 28, 31, 25, 30 and 26 plants on 1 m of rows 12.5 cm apart, of 331 seeds/m2: mean 28 / 0.125 = 224 plants/m2; spread 2.55,
 * 2.776 x 2.55 / root 5 / 0.125 = 25.3: 198.7 to 249.3; 67.7 % established.
 */
export function standCount(input: {
  counts: number[];
  rowSpacingCm?: number;
  sampleLengthM?: number;
  quadratM2?: number;
  seedsPerM2: number;
}): Result<{ plantsPerM2: number; ci95: [low: number, high: number]; establishmentPct: number }> {
  const errors: FieldError[] = [];
  const given = Array.isArray(input?.counts) ? input.counts : [];
  if (given.length < 2) errors.push(fieldError("counts", input?.counts, "at least two counts"));
  const counts = given.map((c, i) => readNumber(errors, `counts.${i}`, c, { min: 0, max: 100_000, integer: true }));
  const areaM2 = sampleArea(errors, input ?? {});
  const seeds = readNumber(errors, "seedsPerM2", input?.seedsPerM2, { above: 0, max: 20_000, unit: "/m2" });
  if (errors.length > 0) return failed(errors);
  const n = counts.length;
  const mean = counts.reduce((a, b) => a + b, 0) / n;
  const spread = Math.sqrt(counts.reduce((sum, c) => sum + (c - mean) ** 2, 0) / (n - 1));
  const half = (studentT(100 - CONFIDENCE_PCT, n - 1) * spread) / Math.sqrt(n);
  const plantsPerM2 = mean / areaM2;
  return ok({
    plantsPerM2,
    ci95: [Math.max(0, mean - half) / areaM2, (mean + half) / areaM2],
    establishmentPct: (plantsPerM2 / seeds) * 100,
  });
}

/** Ground that one sample covers [m2]. */
function sampleArea(
  errors: FieldError[],
  input: { rowSpacingCm?: number; sampleLengthM?: number; quadratM2?: number },
): number {
  const byRow = input.sampleLengthM !== undefined && input.sampleLengthM !== null;
  const byQuadrat = input.quadratM2 !== undefined && input.quadratM2 !== null;
  if (byRow === byQuadrat) {
    errors.push(
      fieldError(
        "sampleLengthM",
        input.sampleLengthM,
        "a length of row, or the area of a quadrat as quadratM2: one of them",
      ),
    );
    return 1;
  }
  if (byQuadrat) return readNumber(errors, "quadratM2", input.quadratM2, { above: 0, max: 100, unit: "m2" });
  const length = readNumber(errors, "sampleLengthM", input.sampleLengthM, { above: 0, max: 1000, unit: "m" });
  const row = readNumber(errors, "rowSpacingCm", input.rowSpacingCm, SPACING_CM);
  return (length * row) / 100;
}
