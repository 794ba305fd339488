import type { SoilTestKey } from "../nutrients";
import { failed, fieldError, type Result } from "../result";
import { NUTRIENT_CLASSES, type NutrientClass, type NutrientReading, readLevels } from "./read-levels";
import type { SchemeLimits } from "./soil-limits";
import { SOIL_LIMITS } from "./soil-test-schemes";

export { NUTRIENT_CLASSES, type NutrientClass, type NutrientReading };

/**
 * Class of each tested nutrient by a scheme's limits.
 *
 * `test` holds what is available of each nutrient in the scheme's unit, by the laboratory's name ("p", "k", "mg", "b" ...);
 * null or absent for what was not tested, which is then left out, as is what the scheme has no limits for.
 * Errors: an unknown scheme, a negative value. Source: the scheme's own.
 *
 * Example: interpretSoilTest({ p: 12, k: 180, mg: 60 }, "olsenIndex") calls P low, K target, Mg target.
 */
export function interpretSoilTest(
  test: Partial<Record<SoilTestKey, number | null>>,
  schemeId: string,
  schemes: readonly SchemeLimits[] = SOIL_LIMITS,
): Result<{ readings: NutrientReading[] }> {
  const scheme = schemes.find((s) => s.id === schemeId);
  if (!scheme) return failed([fieldError("scheme", schemeId, schemes.map((s) => s.id).join(", "))]);
  return readLevels(test, scheme);
}
