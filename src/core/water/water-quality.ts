/** Salt, sodium, chloride and nitrate that come with water. */

import { readNumber } from "../args";
import { type FieldError, failed, ok, type Result } from "../result";

export interface WaterAnalysis {
  /** conductivity [dS/m] */
  ecDsM?: number | null | undefined;
  /** sodium adsorption ratio */
  sar?: number | null | undefined;
  chlorideMgL?: number | null | undefined;
  /** as nitrate, not as nitrogen */
  nitrateMgL?: number | null | undefined;
}
export const ANALYSED = ["ecDsM", "sar", "chlorideMgL", "nitrateMgL"] as const satisfies (keyof WaterAnalysis)[];

/** Nitrogen in nitrate, by molar mass: 14.007 / 62.004. */
const N_IN_NITRATE = 0.2259;

/**
 * Share of water that has to drain so that salt does not gather: EC of water / (5 x EC that the crop bears - EC of water).
 * Source: Ayers and Westcot 1985 (FAO-29), equation 9, for water given to the ground. 1 where the crop bears no such water.
 *
 * Example: water of 1.2 dS/m on potatoes (1.7): 1.2 / (8.5 - 1.2) = 16.4 %.
 */
export function leachingShare(input: { ecDsM: number; thresholdDsM: number }): Result<{ sharePct: number }> {
  const errors: FieldError[] = [];
  const ec = readNumber(errors, "ecDsM", input?.ecDsM, { min: 0, max: 60, unit: "dS/m" });
  const threshold = readNumber(errors, "thresholdDsM", input?.thresholdDsM, { above: 0, max: 50, unit: "dS/m" });
  if (errors.length > 0) return failed(errors);
  const rest = 5 * threshold - ec;
  return ok({ sharePct: rest <= 0 ? 100 : Math.min(100, (100 * ec) / rest) });
}

/**
 * Two waters put together by volume. Salts add up by their parts; sodium's ratio does not, and is taken between the two by
 * the square of what each brings (assumption, right where calcium and magnesium are alike). What one of them lacks is unknown.
 *
 * Example: 70 % of 0.4 and 30 % of 3.0 dS/m: 1.18 dS/m.
 */
export function blendWater(one: WaterAnalysis, other: WaterAnalysis, otherPct: number): WaterAnalysis {
  const share = otherPct / 100;
  return Object.fromEntries(
    ANALYSED.map((key) => {
      const [a, b] = [one[key], other[key]];
      return [key, a == null || b == null ? (share === 0 ? a : share === 1 ? b : null) : a * (1 - share) + b * share];
    }),
  );
}

/** Nitrogen that water brings [kg/ha]: mm x 10 m3/ha x mg/L. Example: 200 mm with 50 mg/L of nitrate: 22.6 kg. */
export function nitrogenInWater(grossMm: number, nitrateMgL: number): number {
  return (grossMm * 10 * nitrateMgL * N_IN_NITRATE) / 1000;
}
