import { readNumber } from "../args";
import { type FieldError, failed, ok, type Result } from "../result";

/**
 * Mass and diameter of one bulb, tuber or head, that a yield asks of the plants that stand.
 *
 * Mass [g] = yield [t/ha] x 10^6 / (plants/m2 x 10,000 x units a plant); diameter [mm] by the mass over the volume of a ball as
 * wide, `gPerCm3` (about 1 for what is round, less for what is flat or hollow, more for what is long): 10 x (6 m / (pi g))^(1/3).
 *
 * Errors: figures that are not over 0.
 *
 * Example: 45 t/ha from 68 plants/m2 with one bulb each: 66.2 g, at 1 g/cm3 50.2 mm across.
 */
export function productSize(input: {
  yieldTPerHa: number;
  plantsPerM2: number;
  unitsPerPlant: number;
  gPerCm3: number;
}): Result<{ unitG: number; diameterMm: number }> {
  const errors: FieldError[] = [];
  const yieldTPerHa = readNumber(errors, "yieldTPerHa", input.yieldTPerHa, { above: 0, max: 300, unit: "t/ha" });
  const plants = readNumber(errors, "plantsPerM2", input.plantsPerM2, { above: 0, max: 20_000, unit: "/m2" });
  const units = readNumber(errors, "unitsPerPlant", input.unitsPerPlant, { above: 0, max: 1000 });
  const density = readNumber(errors, "gPerCm3", input.gPerCm3, { above: 0, max: 3, unit: "g/cm3" });
  if (errors.length > 0) return failed(errors);
  const unitG = (yieldTPerHa * 100) / (plants * units);
  return ok({ unitG, diameterMm: 10 * ((6 * unitG) / (Math.PI * density)) ** (1 / 3) });
}

/**
 * Share of the units within a grade [% by number], where diameters spread as a normal distribution round their mean.
 *
 * Errors: mean or spread not over 0, limits upside down.
 *
 * Example: 50 mm and a spread of 20 %, from 40 mm on: 40 lies one standard deviation under the mean: 84.1 %.
 */
export function gradeShare(input: {
  meanMm: number;
  spreadPct: number;
  atLeastMm?: number | undefined;
  atMostMm?: number | undefined;
}): Result<{ sharePct: number }> {
  const errors: FieldError[] = [];
  const mean = readNumber(errors, "meanMm", input.meanMm, { above: 0, max: 1000, unit: "mm" });
  const spread = readNumber(errors, "spreadPct", input.spreadPct, { above: 0, max: 100, unit: "%" });
  const atLeast = readNumber(errors, "atLeastMm", input.atLeastMm ?? 0, { min: 0, max: 1000, unit: "mm" });
  const atMost = readNumber(errors, "atMostMm", input.atMostMm ?? 1000, { min: atLeast, max: 1000, unit: "mm" });
  if (errors.length > 0) return failed(errors);
  const sd = (mean * spread) / 100;
  const under = input.atLeastMm === undefined ? 0 : normal((atLeast - mean) / sd);
  const upTo = input.atMostMm === undefined ? 1 : normal((atMost - mean) / sd);
  return ok({ sharePct: 100 * Math.max(0, upTo - under) });
}

/** The normal distribution function: Abramowitz and Stegun, 26.2.17; off by less than 1e-7. */
function normal(z: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const tail =
    (Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)) *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return z > 0 ? 1 - tail : tail;
}
