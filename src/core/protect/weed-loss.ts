import { readNumber } from "../args";
import { type FieldError, failed, ok, type Result } from "../result";

/**
 * Yield lost to weeds [%]: i d / (1 + i d / a), with i the loss by one plant a square metre while there are few, a the loss among very many.
 * Source: Cousens 1985.
 *
 * Example: 10 plants of 2 % each, at most 60 %: 20 / (1 + 20 / 60) = 15 %.
 */
export function weedLoss(input: {
  plantsPerM2: number;
  lossPctPerPlant: number;
  greatestLossPct: number;
}): Result<{ lossPct: number }> {
  const errors: FieldError[] = [];
  const plants = readNumber(errors, "plantsPerM2", input?.plantsPerM2, { min: 0, max: 100_000, unit: "/m2" });
  const each = readNumber(errors, "lossPctPerPlant", input?.lossPctPerPlant, { min: 0, max: 100, unit: "%" });
  const most = readNumber(errors, "greatestLossPct", input?.greatestLossPct, { above: 0, max: 100, unit: "%" });
  if (errors.length > 0) return failed(errors);
  const linear = each * plants;
  return ok({ lossPct: linear / (1 + linear / most) });
}
