/** Salt, sodium, chloride and nitrate that come with water. */

import { times } from "../figure/expression";
import { computed, type Figure, quantity } from "../figure/figure";

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

/**
 * Nitrogen that water brings [kg/ha]: depth [mm] x nitrate [mg/L] x the nitrogen in it. Example: 200 mm with 50 mg/L of nitrate:
 * 2,000 m3/ha bring 100 kg of nitrate, of it 22.6 kg of nitrogen.
 */
export const nitrogenInWater = (grossMm: number, nitrateMgL: number): Figure =>
  computed(
    "Nitrogen in the water",
    "kg/ha",
    times(
      quantity("water", grossMm, "mm"),
      quantity("nitrate", nitrateMgL, "mg/L"),
      quantity("nitrogen of nitrate", N_IN_NITRATE, "", { basis: { kind: "source", text: "ratio of molar masses" } }),
    ),
  );

export const ANALYSIS_LIMITS: Record<keyof WaterAnalysis, { max: number; unit: string }> = {
  ecDsM: { max: 60, unit: "dS/m" },
  sar: { max: 100, unit: "" },
  chlorideMgL: { max: 20_000, unit: "mg/L" },
  nitrateMgL: { max: 1000, unit: "mg/L" },
};

/**
 * Most of the second water that keeps the blend's conductivity at or under a limit [%]; 0 where the first is over it already.
 *
 * Example: 0.4 and 3.0 dS/m for 1.2: (1.2 - 0.4) / (3.0 - 0.4) = 30.8 %.
 */
export function mostOfSecond(firstEc: number, secondEc: number, limitEc: number): number {
  if (firstEc > limitEc) return 0;
  if (secondEc <= limitEc) return 100;
  return (100 * (limitEc - firstEc)) / (secondEc - firstEc);
}

/**
 * How far water closes the soil to itself: by sodium's ratio against conductivity. Source: Ayers and Westcot 1985 (FAO-29), table 1:
 * for ratios of 0-3, 3-6, 6-12, 12-20 and 20-40 "none" above 0.7, 1.2, 1.9, 2.9, 5.0 dS/m and "severe" under 0.2, 0.3, 0.5, 1.3, 2.9.
 *
 * Example: ratio 8 at 0.4 dS/m is severe; at 2 dS/m none.
 */
export function sealing(sar: number, ecDsM: number): "none" | "slight to moderate" | "severe" {
  const rows = [
    [3, 0.7, 0.2],
    [6, 1.2, 0.3],
    [12, 1.9, 0.5],
    [20, 2.9, 1.3],
  ] as const;
  const [, none, severe] = rows.find(([upTo]) => sar <= upTo) ?? [40, 5, 2.9];
  return ecDsM > none ? "none" : ecDsM < severe ? "severe" : "slight to moderate";
}

/** Chloride from which sprinkled leaves burn, and from which roots of the usual crops suffer [mg/L]: 3 and 10 meq/L (FAO-29, table 1). */
export const CHLORIDE_MG_L = { leaves: 106, roots: 355 };
