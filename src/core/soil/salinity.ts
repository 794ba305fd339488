import { readNumber } from "../args";
import { type FieldError, failed, ok, type Result } from "../result";

/**
 * Yield relative to a soil without salt [%]: 100 up to the crop's threshold of soil-extract conductivity, then down by
 * the slope per dS/m, never below 0 (Maas and Hoffman 1977).
 *
 * Example: carrot, threshold 1.0 dS/m and slope 14 %, at 2.4 dS/m gives 80.4 %.
 */
export function salinityYield(input: {
  ecE: number;
  thresholdEc: number;
  slopePctPerDsM: number;
}): Result<{ relativeYieldPct: number }> {
  const errors: FieldError[] = [];
  const ecE = readNumber(errors, "ecE", input.ecE, { min: 0, max: 100, unit: "dS/m" });
  const threshold = readNumber(errors, "thresholdEc", input.thresholdEc, { min: 0, max: 50, unit: "dS/m" });
  const slope = readNumber(errors, "slopePctPerDsM", input.slopePctPerDsM, { min: 0, max: 100, unit: "% per dS/m" });
  if (errors.length > 0) return failed(errors);
  return ok({ relativeYieldPct: Math.min(100, Math.max(0, 100 - slope * Math.max(0, ecE - threshold))) });
}
