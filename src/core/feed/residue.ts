/** What a crop leaves on the field, and what of nutrients is in it. */

import { readNumber } from "../args";
import { minus, over, times } from "../figure/expression";
import { computed, quantity } from "../figure/figure";
import { type FieldError, failed, ok, type Result } from "../result";

/** Carbon in dry residue, the share of it that the microbes which rot it build in, and their own carbon to nitrogen. Usual figures. */
const CARBON = 0.45;
const BUILT_IN = 0.35;
const MICROBES_C_TO_N = 10;

/**
 * Dry matter that a crop leaves above ground [t/ha]: the dry yield x (1 - harvest index) / harvest index. Harvest index 0 to 1. Errors name
 * the field.
 *
 * Example: 8 t/ha at 15 % moisture, harvest index 0.48: 6.8 x 0.52 / 0.48 = 7.37 t/ha.
 */
export function residueMass(input: {
  yieldTPerHa: number;
  moisturePct: number;
  harvestIndex: number;
}): Result<{ dryTPerHa: number }> {
  const errors: FieldError[] = [];
  const yieldT = readNumber(errors, "yieldTPerHa", input?.yieldTPerHa, { min: 0, max: 500, unit: "t/ha" });
  const moisture = readNumber(errors, "moisturePct", input?.moisturePct, { min: 0, max: 99, unit: "%" });
  const harvested = readNumber(errors, "harvestIndex", input?.harvestIndex, { above: 0, max: 1 });
  if (errors.length > 0) return failed(errors);
  const index = quantity("harvest index", harvested, "");
  const dryTPerHa = computed(
    "Residue, dry",
    "t/ha of mass",
    times(
      quantity("yield", yieldT, "t/ha"),
      minus(1, quantity("moisture", moisture, "%")),
      over(minus(1, index), index),
    ),
  );
  return ok({ dryTPerHa: dryTPerHa.value }, { dryTPerHa });
}

/**
 * Nutrients in residue [kg/ha], and the most nitrogen that its rotting ties up at first: dry mass x (0.45 x 0.35 / 10 - its nitrogen), nothing
 * where it holds more. Contents in per cent of dry matter. Errors name the field.
 *
 * Example: 7.37 t/ha at 0.6, 0.2 and 1.4 %: 44.2 N, 14.7 P2O5, 103.1 K2O; tied up 7,367 x (0.01575 - 0.006) = 71.8 kg.
 */
export function residueNutrients(input: { dryTPerHa: number; nPct: number; p2o5Pct: number; k2oPct: number }): Result<{
  nKgPerHa: number;
  p2o5KgPerHa: number;
  k2oKgPerHa: number;
  immobilisedNKgPerHa: number;
}> {
  const errors: FieldError[] = [];
  const dryT = readNumber(errors, "dryTPerHa", input?.dryTPerHa, { min: 0, max: 500, unit: "t/ha" });
  const content = (name: "nPct" | "p2o5Pct" | "k2oPct") =>
    readNumber(errors, name, input?.[name], { min: 0, max: 20, unit: "%" });
  const [n, p2o5, k2o] = [content("nPct"), content("p2o5Pct"), content("k2oPct")];
  if (errors.length > 0) return failed(errors);
  const kg = dryT * 1000;
  return ok({
    nKgPerHa: (kg * n) / 100,
    p2o5KgPerHa: (kg * p2o5) / 100,
    k2oKgPerHa: (kg * k2o) / 100,
    immobilisedNKgPerHa: kg * Math.max(0, (CARBON * BUILT_IN) / MICROBES_C_TO_N - n / 100),
  });
}
