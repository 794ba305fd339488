/** Whether a water suits soil and leaves, and how two are mixed to suit. */

import type { WaterAnalysis } from "./water-quality";

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
