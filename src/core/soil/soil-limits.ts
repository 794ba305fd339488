/** The shape of a scheme's limits, and the scheme that every plan knows; the others come with the test that needs them. */

import type { SoilTestKey } from "../nutrients";

export interface NutrientLimits {
  nutrient: SoilTestKey;
  unit: "mg/L" | "mg/kg";
  /** upper limits (inclusive) of very low, low, target and high; above the last is very high */
  limits: [number, number, number, number];
}
export interface SchemeLimits {
  id: string;
  nutrients: NutrientLimits[];
}

/** Of the form of the published index tables, index 2 as target for arable crops. */
export const INDEX_LIMITS: SchemeLimits = limitsOf("olsenIndex", "mg/L", {
  p: [9, 15, 25, 45],
  k: [60, 120, 240, 400],
  mg: [25, 50, 100, 175],
  b: [0.4, 0.8, 1.6, 3],
  zn: [0.5, 1.5, 10, 40],
  mn: [20, 40, 150, 400],
  cu: [0.6, 1.6, 8, 20],
  mo: [0.05, 0.1, 0.4, 1],
});

/** A scheme in one unit. */
export function limitsOf(
  id: string,
  unit: NutrientLimits["unit"],
  limits: Partial<Record<SoilTestKey, NutrientLimits["limits"]>>,
): SchemeLimits {
  return {
    id,
    nutrients: Object.entries(limits).map(([nutrient, own]) => ({
      nutrient: nutrient as SoilTestKey,
      unit,
      limits: own,
    })),
  };
}
