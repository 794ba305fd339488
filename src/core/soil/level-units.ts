/** Units that laboratories give nutrients of the soil in, and what each is in another. */

import { readNumber } from "../args";
import { NUTRIENTS, SOIL_TEST_KEYS, type SoilTestKey } from "../nutrients";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

export const LEVEL_UNITS = ["mg/kg", "mg/L", "kg/ha", "cmol/kg", "%"] as const;
export type LevelUnit = (typeof LEVEL_UNITS)[number];

/** Other words for the same. */
const ALSO: Record<string, LevelUnit> = {
  ppm: "mg/kg",
  "ug/g": "mg/kg",
  "µg/g": "mg/kg",
  "mg/100g": "mg/kg",
  "mg/dm3": "mg/L",
  "mg/dm³": "mg/L",
  "ug/ml": "mg/L",
  "meq/100g": "cmol/kg",
  "me/100g": "cmol/kg",
  "cmolc/kg": "cmol/kg",
  "cmol+/kg": "cmol/kg",
};
/** Times what stands for the unit's own: 1 mg/100 g is 10 mg/kg. */
const TIMES: Record<string, number> = { "mg/100g": 10 };

/** Mass of a mole [g] over the charge of its ion: what one cmol of charge weighs in units of 10 mg. Source: atomic masses. */
const EQUIVALENT_G: Partial<Record<SoilTestKey, number>> = { k: 39.098, mg: 24.305 / 2, ca: 40.078 / 2 };

/** The unit of a word, with how often; null for a word that is none. Example: levelUnit("ppm") is { unit: "mg/kg", times: 1 }. */
export function levelUnit(word: string): { unit: LevelUnit; times: number } | null {
  const plain = word.toLowerCase().replace(/\s+/g, "").replace(/μ/g, "µ");
  const own = LEVEL_UNITS.find((u) => u.toLowerCase() === plain) ?? ALSO[plain];
  return own ? { unit: own, times: TIMES[plain] ?? 1 } : null;
}

interface LevelChange {
  value: number;
  nutrient: SoilTestKey;
  from: LevelUnit;
  to: LevelUnit;
  /** of the sample [cm]; for kg/ha */
  depthCm?: number | null;
  /** of the soil [g/cm3 = kg/L]; for mg/L and kg/ha */
  bulkDensity?: number | null;
}

/**
 * A level in another unit, by mg/kg: mg/L = mg/kg x bulk density; kg/ha = mg/kg x bulk density x depth / 10, for 1 cm of 1 ha
 * at 1 g/cm3 weighs 100 t; cmol/kg = mg/kg / (10 x equivalent mass); 1 % = 10 000 mg/kg.
 * Errors: `value` below 0, `bulkDensity` or `depthCm` missing or out of sense where the change needs it, a nutrient that is
 * no cation in cmol/kg. Source: definitions of the units; atomic masses.
 *
 * Example: changeLevel({ value: 0.4, nutrient: "k", from: "cmol/kg", to: "mg/kg" }) is 156.4; 20 mg/kg of P in 20 cm at
 * 1.3 g/cm3 are 52 kg/ha.
 */
export function changeLevel(change: LevelChange): Result<number> {
  const errors: FieldError[] = [];
  const value = readNumber(errors, "value", change.value, { min: 0 });
  if (!SOIL_TEST_KEYS.includes(change.nutrient))
    errors.push(fieldError("nutrient", change.nutrient, SOIL_TEST_KEYS.join(", ")));
  if (errors.length > 0) return failed(errors);
  if (change.from === change.to) return ok(value);
  const from = mgPerKgOf(change.from, change, errors);
  const to = mgPerKgOf(change.to, change, errors);
  return errors.length > 0 ? failed(errors) : ok((value * from) / to);
}

/** What one of a unit is in mg/kg. */
function mgPerKgOf(unit: LevelUnit, change: LevelChange, errors: FieldError[]): number {
  const density = () =>
    readNumber(errors, "bulkDensity", change.bulkDensity ?? undefined, { min: 0.1, max: 2.2, unit: "g/cm3" });
  switch (unit) {
    case "mg/kg":
      return 1;
    case "%":
      return 10_000;
    case "mg/L":
      return 1 / density();
    case "kg/ha":
      return (
        10 / (density() * readNumber(errors, "depthCm", change.depthCm ?? undefined, { min: 1, max: 100, unit: "cm" }))
      );
    case "cmol/kg": {
      const equivalent = EQUIVALENT_G[change.nutrient];
      if (equivalent !== undefined) return 10 * equivalent;
      const element = NUTRIENTS.find((n) => n.soilTestKey === change.nutrient)?.element ?? change.nutrient;
      errors.push(fieldError("unit", `cmol/kg of ${element}`, "cmol/kg of K, Mg or Ca"));
      return 1;
    }
  }
}
