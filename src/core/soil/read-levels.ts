import { readNumber } from "../args";
import type { SoilTestKey } from "../nutrients";
import { type FieldError, failed, ok, type Result } from "../result";
import type { SchemeLimits } from "./soil-limits";

export const NUTRIENT_CLASSES = ["very low", "low", "target", "high", "very high"] as const;
export type NutrientClass = (typeof NUTRIENT_CLASSES)[number];

export interface NutrientReading {
  nutrient: SoilTestKey;
  value: number;
  unit: string;
  class: NutrientClass;
  /** from where the class begins to where it ends, null where it is open */
  range: [number | null, number | null];
}

/**
 * Class of each tested nutrient by the limits of one scheme: see interpretSoilTest.
 *
 * Example: readLevels({ p: 12 }, INDEX_LIMITS) calls P low: above 9, up to 15 mg/L.
 */
export function readLevels(
  test: Partial<Record<SoilTestKey, number | null>>,
  scheme: SchemeLimits,
): Result<{ readings: NutrientReading[] }> {
  const errors: FieldError[] = [];
  const readings: NutrientReading[] = [];
  for (const { nutrient, unit, limits } of scheme.nutrients) {
    if (test[nutrient] === null || test[nutrient] === undefined) continue;
    const value = readNumber(errors, nutrient, test[nutrient], { min: 0, max: 10_000, unit });
    const index = limits.findIndex((limit) => value <= limit);
    const at = index < 0 ? 4 : index;
    readings.push({
      nutrient,
      value,
      unit,
      class: NUTRIENT_CLASSES[at] as NutrientClass,
      range: [at === 0 ? null : (limits[at - 1] ?? null), limits[at] ?? null],
    });
  }
  return errors.length > 0 ? failed(errors) : ok({ readings });
}
