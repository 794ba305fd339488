import { readNumber } from "../args";
import type { SoilTestKey } from "../nutrients";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

export const NUTRIENT_CLASSES = ["very low", "low", "target", "high", "very high"] as const;
export type NutrientClass = (typeof NUTRIENT_CLASSES)[number];

/** A nutrient in a scheme: the extraction that its limits belong to, and the limits. */
export interface TestedNutrient {
  nutrient: SoilTestKey;
  method: string;
  unit: "mg/L" | "mg/kg";
  /** upper limits (inclusive) of very low, low, target and high; above the last is very high */
  limits: [number, number, number, number];
  source: string;
}

export interface SoilTestScheme {
  id: string;
  name: string;
  nutrients: TestedNutrient[];
}

const INDEX_TABLES = "published index tables for Olsen P and ammonium-nitrate K, Mg (arable, index 2 as target)";
const RECALLED = "recalled, to be checked: usual limits of advisory tables";

/**
 * Schemes as data; limits may be edited per practice. The Olsen index scheme follows the form of the published index
 * tables (Olsen P 0-9, 10-15, 16-25, 26-45 mg/L; ammonium-nitrate K and Mg), with index 2 as target for arable crops.
 */
export const SOIL_TEST_SCHEMES: SoilTestScheme[] = [
  {
    id: "olsenIndex",
    name: "Olsen P, ammonium-nitrate K and Mg, index",
    nutrients: [
      { nutrient: "p", method: "Olsen", unit: "mg/L", limits: [9, 15, 25, 45], source: INDEX_TABLES },
      { nutrient: "k", method: "ammonium nitrate", unit: "mg/L", limits: [60, 120, 240, 400], source: INDEX_TABLES },
      { nutrient: "mg", method: "ammonium nitrate", unit: "mg/L", limits: [25, 50, 100, 175], source: INDEX_TABLES },
      { nutrient: "b", method: "hot water", unit: "mg/L", limits: [0.4, 0.8, 1.6, 3], source: RECALLED },
      { nutrient: "zn", method: "EDTA", unit: "mg/L", limits: [0.5, 1.5, 10, 40], source: RECALLED },
      { nutrient: "mn", method: "EDTA", unit: "mg/L", limits: [20, 40, 150, 400], source: RECALLED },
      { nutrient: "cu", method: "EDTA", unit: "mg/L", limits: [0.6, 1.6, 8, 20], source: RECALLED },
      { nutrient: "mo", method: "ammonium oxalate", unit: "mg/L", limits: [0.05, 0.1, 0.4, 1], source: RECALLED },
    ],
  },
];

export interface NutrientReading {
  nutrient: SoilTestKey;
  value: number;
  unit: string;
  class: NutrientClass;
  /** from where the class begins to where it ends, null where it is open */
  range: [number | null, number | null];
}

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
  schemes: SoilTestScheme[] = SOIL_TEST_SCHEMES,
): Result<{ readings: NutrientReading[] }> {
  const scheme = schemes.find((s) => s.id === schemeId);
  if (!scheme) return failed([fieldError("scheme", schemeId, schemes.map((s) => s.id).join(", "))]);
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
