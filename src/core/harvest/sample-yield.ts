import { readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import { studentT } from "../review/student-t";

export interface SampledYield {
  tPerHa: number;
  /** 95 % of the mean [t/ha]; null of a single place */
  ci: [number, number] | null;
  places: number;
}

/**
 * Yield from places of one size that were cut and weighed before harvest, at the standard moisture; mean and the interval of its mean by
 * Student's t, never under 0. `sampleMoisturePct` null: as weighed. Errors name the field.
 *
 * Example: 412, 388 and 455 g off 0.5 m2 each at 18 %, standard 15 %: mean 418.3 g is 8.37 t/ha; x 82 / 85 = 8.07.
 */
export function sampleYield(input: {
  massesG: number[];
  areaM2: number;
  sampleMoisturePct: number | null;
  standardMoisturePct: number;
}): Result<SampledYield> {
  const errors: FieldError[] = [];
  const area = readNumber(errors, "areaM2", input?.areaM2, { above: 0, max: 10_000, unit: "m²" });
  const standard = readNumber(errors, "standardMoisturePct", input?.standardMoisturePct, {
    min: 0,
    max: 95,
    unit: "%",
  });
  const own = input?.sampleMoisturePct ?? null;
  const moisture =
    own === null ? standard : readNumber(errors, "sampleMoisturePct", own, { min: 0, max: 95, unit: "%" });
  const masses = Array.isArray(input?.massesG) ? input.massesG : [];
  if (masses.length === 0) errors.push(fieldError("massesG", input?.massesG, "at least one place"));
  masses.forEach((m, i) => {
    readNumber(errors, `massesG.${i}`, m, { min: 0, max: 10_000_000, unit: "g" });
  });
  if (errors.length > 0) return failed(errors);
  // g/m2 are hundredths of t/ha
  const yields = masses.map((g) => ((g / area) * (100 - moisture)) / (100 - standard) / 100);
  const n = yields.length;
  const mean = yields.reduce((a, b) => a + b, 0) / n;
  if (n === 1) return ok({ tPerHa: mean, ci: null, places: 1 });
  const sd = Math.sqrt(yields.reduce((sum, y) => sum + (y - mean) ** 2, 0) / (n - 1));
  const half = (studentT(5, n - 1) * sd) / Math.sqrt(n);
  return ok({ tPerHa: mean, ci: [Math.max(0, mean - half), mean + half], places: n });
}
