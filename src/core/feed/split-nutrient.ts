import { readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

interface SplitInput {
  at: string;
  sharePct?: number;
  kgPerHa?: number;
}

/** How far shares may miss 100 % before they are refused [percentage points]. */
const SHARE_TOLERANCE_PCT = 0.5;

/**
 * Splits of a nutrient's total, each as a share of the total or in kg/ha. Together they must make 100 % within 0.5, or
 * the error says the sum; what rounding is left within that is spread, so that the kilograms always add up to the total.
 *
 * Example: 145 kg/ha as 30 % at tillering, 65 kg/ha at first node and 25 % at flag leaf: 30 + 44.8 + 25 = 99.8 %, taken
 * as 43.6, 65.1 and 36.3 kg/ha.
 */
export function splitNutrient(input: {
  totalKgPerHa: number;
  splits: SplitInput[];
}): Result<{ splits: { at: string; sharePct: number; kgPerHa: number }[] }> {
  const errors: FieldError[] = [];
  const total = readNumber(errors, "totalKgPerHa", input.totalKgPerHa, { min: 0, max: 5000, unit: "kg/ha" });
  if (!Array.isArray(input.splits) || input.splits.length === 0)
    return failed([...errors, fieldError("splits", input.splits, "a list of at least one split")]);
  const shares = input.splits.map((split, i) => {
    const field = `splits[${i}]`;
    if ((split?.sharePct === undefined) === (split?.kgPerHa === undefined)) {
      errors.push(fieldError(field, split, "either sharePct or kgPerHa"));
      return 0;
    }
    if (split.sharePct !== undefined)
      return readNumber(errors, `${field}.sharePct`, split.sharePct, { min: 0, max: 100, unit: "%" });
    const kg = readNumber(errors, `${field}.kgPerHa`, split.kgPerHa, { min: 0, max: 5000, unit: "kg/ha" });
    if (total === 0 && kg > 0) errors.push(fieldError(`${field}.kgPerHa`, kg, "0 where the total is 0 kg/ha"));
    return total > 0 ? (kg / total) * 100 : 100 / input.splits.length;
  });
  if (errors.length > 0) return failed(errors);
  const sum = shares.reduce((a, b) => a + b, 0);
  if (Math.abs(sum - 100) > SHARE_TOLERANCE_PCT + 1e-9) {
    const rounded = Number(sum.toFixed(1));
    const kg = Number(((sum / 100) * total).toFixed(1));
    return failed([
      {
        field: "splits",
        given: rounded,
        allowed: "shares that add up to 100 %",
        message: `splits: they add up to ${rounded} % (${kg} of ${Number(total.toFixed(1))} kg/ha), allowed is 100 %`,
      },
    ]);
  }
  return ok({
    splits: input.splits.map((split, i) => {
      const sharePct = ((shares[i] as number) / sum) * 100;
      return { at: split.at, sharePct, kgPerHa: (total * sharePct) / 100 };
    }),
  });
}
