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
const BRAY_TABLES =
  "published tables for Bray P-1 and Mehlich-3 with exchangeable K of maize and wheat in the north-central United States, recalled, to be checked";
const RECALLED = "recalled, to be checked: usual limits of advisory tables";

/**
 * Schemes as data; limits may be edited per practice. The Olsen index scheme follows the form of the published index
 * tables (Olsen P 0-9, 10-15, 16-25, 26-45 mg/L; ammonium-nitrate K and Mg), with index 2 as target for arable crops. The Mehlich-3
 * and Bray schemes follow interpretation tables of the north-central United States for P and K; their other limits are recalled.
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
  {
    id: "mehlich3",
    name: "Mehlich-3, all nutrients in one extract",
    nutrients: [
      { nutrient: "p", method: "Mehlich-3, ICP", unit: "mg/kg", limits: [15, 25, 35, 45], source: BRAY_TABLES },
      { nutrient: "k", method: "Mehlich-3", unit: "mg/kg", limits: [120, 160, 200, 240], source: BRAY_TABLES },
      { nutrient: "mg", method: "Mehlich-3", unit: "mg/kg", limits: [40, 80, 150, 300], source: RECALLED },
      { nutrient: "ca", method: "Mehlich-3", unit: "mg/kg", limits: [250, 500, 1500, 4000], source: RECALLED },
      { nutrient: "s", method: "Mehlich-3", unit: "mg/kg", limits: [5, 10, 20, 40], source: RECALLED },
      { nutrient: "b", method: "Mehlich-3", unit: "mg/kg", limits: [0.3, 0.6, 1.5, 3], source: RECALLED },
      { nutrient: "zn", method: "Mehlich-3", unit: "mg/kg", limits: [0.8, 1.6, 8, 40], source: RECALLED },
      { nutrient: "mn", method: "Mehlich-3", unit: "mg/kg", limits: [10, 20, 100, 300], source: RECALLED },
      { nutrient: "cu", method: "Mehlich-3", unit: "mg/kg", limits: [0.4, 0.8, 5, 20], source: RECALLED },
    ],
  },
  {
    id: "brayExchangeable",
    name: "Bray P-1 with exchangeable cations",
    nutrients: [
      { nutrient: "p", method: "Bray P-1", unit: "mg/kg", limits: [10, 15, 20, 30], source: BRAY_TABLES },
      { nutrient: "k", method: "ammonium acetate", unit: "mg/kg", limits: [120, 160, 200, 240], source: BRAY_TABLES },
      { nutrient: "mg", method: "ammonium acetate", unit: "mg/kg", limits: [40, 80, 150, 300], source: RECALLED },
      { nutrient: "ca", method: "ammonium acetate", unit: "mg/kg", limits: [250, 500, 1500, 4000], source: RECALLED },
      { nutrient: "s", method: "calcium phosphate", unit: "mg/kg", limits: [4, 8, 16, 32], source: RECALLED },
      { nutrient: "b", method: "hot water", unit: "mg/kg", limits: [0.3, 0.6, 1.5, 3], source: RECALLED },
      { nutrient: "zn", method: "DTPA", unit: "mg/kg", limits: [0.4, 0.8, 4, 20], source: RECALLED },
      { nutrient: "mn", method: "DTPA", unit: "mg/kg", limits: [1, 2, 20, 60], source: RECALLED },
      { nutrient: "cu", method: "DTPA", unit: "mg/kg", limits: [0.1, 0.2, 2, 10], source: RECALLED },
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
