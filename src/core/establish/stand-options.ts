import { readNumber } from "../args";
import { type FieldError, failed, ok, type Result } from "../result";

/** A plant that is put into a gap is worth so much of one that came up with the rest; and so many gaps take; assumptions. */
const FILLED_WORTH = 0.5;
const FILLED_TAKE = 0.8;

/**
 * Yield of a thin stand as a share of the full one, 0 to 1: s (1 + c) / (s + c), the hyperbola through nothing, the full stand and what half
 * of it yields. A stand over the full one yields as much as it.
 *
 * Example: half a stand that yields 88 %: c = 0.5 x 0.12 / 0.38 = 0.158; three quarters yield 0.75 x 1.158 / 0.908 = 95.7 %.
 */
export function standYield(share: number, halfStandYieldPct: number): number {
  const s = Math.max(0, Math.min(1, share));
  const half = halfStandYieldPct / 100;
  // plants that do not make up for each other at all
  if (half <= 0.5) return s;
  const c = (0.5 * (1 - half)) / (half - 0.5);
  return (s * (1 + c)) / (s + c || 1);
}

export interface StandOption {
  id: "leave" | "fill" | "resow";
  /** of the yield of a full stand sown on time [%] */
  yieldPct: number;
  /** what doing it costs, and what is left of the crop's worth after it [minor units a hectare] */
  costPerHa: number;
  worthPerHa: number;
}

/**
 * What can be done about a thin stand, the best first: leave it, fill its gaps, or sow again. Filled plants are worth half of the others and
 * four gaps of five take. Sown again it stands full and loses by lateness. Filling and sowing again are left out where they cannot be
 * done (null). Worth = yield x target x price - cost. Errors by field.
 *
 * Example: half of the plants stand (88 % of the yield), 8 t/ha at 200: leave 1,408; sown again 20 days late at 0.9 % a day, for 150:
 * 82 % = 1,312 - 150 = 1,162. It is left.
 */
export function standOptions(input: {
  standShare: number;
  halfStandYieldPct: number;
  targetTPerHa: number;
  pricePerT: number;
  fill: { costPerHa: number } | null;
  resow: { costPerHa: number; daysLate: number; lossPctPerDay: number } | null;
}): Result<StandOption[]> {
  const errors: FieldError[] = [];
  const share = readNumber(errors, "standShare", input.standShare, { min: 0, max: 100 });
  const half = readNumber(errors, "halfStandYieldPct", input.halfStandYieldPct, { min: 50, max: 100, unit: "%" });
  const target = readNumber(errors, "targetTPerHa", input.targetTPerHa, { min: 0, max: 500, unit: "t/ha" });
  const price = readNumber(errors, "pricePerT", input.pricePerT, { min: 0 });
  const cost = (name: string, value: unknown) => readNumber(errors, `${name}.costPerHa`, value, { min: 0 });
  const fill = input.fill && { costPerHa: cost("fill", input.fill.costPerHa) };
  const resow = input.resow && {
    costPerHa: cost("resow", input.resow.costPerHa),
    daysLate: readNumber(errors, "resow.daysLate", input.resow.daysLate, { min: 0, max: 366, unit: "days" }),
    lossPctPerDay: readNumber(errors, "resow.lossPctPerDay", input.resow.lossPctPerDay, {
      min: 0,
      max: 100,
      unit: "%",
    }),
  };
  if (errors.length > 0) return failed(errors);
  const option = (id: StandOption["id"], yieldShare: number, costPerHa: number): StandOption => ({
    id,
    yieldPct: 100 * yieldShare,
    costPerHa,
    worthPerHa: yieldShare * target * price - costPerHa,
  });
  const filled = share + Math.max(0, 1 - share) * FILLED_TAKE * FILLED_WORTH;
  return ok(
    [
      option("leave", standYield(share, half), 0),
      ...(fill ? [option("fill", standYield(filled, half), fill.costPerHa)] : []),
      ...(resow
        ? [option("resow", Math.max(0, 1 - (resow.daysLate * resow.lossPctPerDay) / 100), resow.costPerHa)]
        : []),
    ].sort((a, b) => b.worthPerHa - a.worthPerHa),
  );
}
