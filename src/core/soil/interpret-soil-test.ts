import { readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

export const NUTRIENT_CLASSES = ["very low", "low", "target", "high", "very high"] as const;
export type NutrientClass = (typeof NUTRIENT_CLASSES)[number];
export type TestedNutrient = "p" | "k" | "mg";

export interface SoilTestScheme {
  id: string;
  name: string;
  /** extraction method that the limits belong to, by nutrient */
  methods: Record<TestedNutrient, string>;
  unit: "mg/L" | "mg/kg";
  /** upper limits (inclusive) of very low, low, target and high; above the last is very high */
  limits: Record<TestedNutrient, [number, number, number, number]>;
  source: string;
}

/**
 * Schemes as data; limits may be edited per practice. The Olsen index scheme follows the form of the published index
 * tables (Olsen P 0-9, 10-15, 16-25, 26-45 mg/L; ammonium-nitrate K and Mg), with index 2 as target for arable crops.
 */
export const SOIL_TEST_SCHEMES: SoilTestScheme[] = [
  {
    id: "olsenIndex",
    name: "Olsen P, ammonium-nitrate K and Mg, index",
    methods: { p: "Olsen", k: "ammonium nitrate", mg: "ammonium nitrate" },
    unit: "mg/L",
    limits: { p: [9, 15, 25, 45], k: [60, 120, 240, 400], mg: [25, 50, 100, 175] },
    source: "published index tables for Olsen P and ammonium-nitrate K, Mg (arable, index 2 as target)",
  },
];

export interface NutrientReading {
  nutrient: TestedNutrient;
  value: number;
  unit: string;
  class: NutrientClass;
  /** from where the class begins to where it ends, null where it is open */
  range: [number | null, number | null];
}

/**
 * Class of each tested nutrient by a scheme's limits.
 *
 * `test` holds available P, K and Mg in the scheme's unit; null for what was not tested, which is then left out.
 * Errors: an unknown scheme, a negative value. Source: the scheme's own.
 *
 * Example: interpretSoilTest({ p: 12, k: 180, mg: 60 }, "olsenIndex") calls P low, K target, Mg target.
 */
export function interpretSoilTest(
  test: Partial<Record<TestedNutrient, number | null>>,
  schemeId: string,
  schemes: SoilTestScheme[] = SOIL_TEST_SCHEMES,
): Result<{ readings: NutrientReading[] }> {
  const scheme = schemes.find((s) => s.id === schemeId);
  if (!scheme) return failed([fieldError("scheme", schemeId, schemes.map((s) => s.id).join(", "))]);
  const errors: FieldError[] = [];
  const readings: NutrientReading[] = [];
  for (const nutrient of ["p", "k", "mg"] as const) {
    if (test[nutrient] === null || test[nutrient] === undefined) continue;
    const value = readNumber(errors, nutrient, test[nutrient], { min: 0, max: 10_000, unit: scheme.unit });
    const limits = scheme.limits[nutrient];
    const index = limits.findIndex((limit) => value <= limit);
    const at = index < 0 ? 4 : index;
    readings.push({
      nutrient,
      value,
      unit: scheme.unit,
      class: NUTRIENT_CLASSES[at] as NutrientClass,
      range: [at === 0 ? null : (limits[at - 1] ?? null), limits[at] ?? null],
    });
  }
  return errors.length > 0 ? failed(errors) : ok({ readings });
}
