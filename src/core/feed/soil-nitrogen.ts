/** What the soil gives of nitrogen: what its organic matter sets free, and what rain leaves of what was measured. */

import { readNumber } from "../args";
import { asMeasure, atLeast, atMost, exp, numberOf, over, times } from "../figure/expression";
import { computed, type KnownOf, quantity } from "../figure/figure";
import { type FieldError, failed, ok, type Result } from "../result";

/** Set free in a season by each per cent of organic matter at 15 C [kg N/ha], and the limits of it; assumption, editable. */
const PER_PER_CENT = 20;
const AT_C = 15;
export const MINERALISED_LIMITS = [10, 120] as const;

/**
 * Nitrogen that organic matter sets free in the season [kg N/ha]: 20 for each per cent of organic matter x mean
 * temperature of the season / 15, within 10 and 120. An assumption in the form of usual advisory rules; land long in grass
 * or under yearly manure gives more.
 *
 * Example: 3 % at 10 C gives 40; 2.2 % at 28 C gives 82.
 */
export function mineralisedNitrogen(
  input: { organicMatterPct: number; meanTemperatureC: number },
  known: KnownOf<typeof input> = {},
): Result<{ kgPerHa: number }> {
  const errors: FieldError[] = [];
  const organic = readNumber(errors, "organicMatterPct", input.organicMatterPct, { min: 0, max: 100, unit: "%" });
  const warmth = readNumber(errors, "meanTemperatureC", input.meanTemperatureC, { min: -40, max: 50, unit: "C" });
  if (errors.length > 0) return failed(errors);
  const [least, most] = MINERALISED_LIMITS;
  const organicMatter = quantity("organic matter", organic, "%", { basis: { kind: "measured", text: "soil test" } });
  const temperature = quantity("mean temperature of the season", warmth, "C", known.meanTemperatureC);
  const kgPerHa = computed(
    "N mineralised in season",
    "kg/ha",
    asMeasure(
      atMost(atLeast(over(times(PER_PER_CENT, numberOf(organicMatter), numberOf(temperature)), AT_C), least), most),
      "kg/ha",
    ),
    "An assumption; land long in grass or under yearly manure gives more.",
  );
  return ok({ kgPerHa: kgPerHa.value }, { kgPerHa });
}

/**
 * What is left of a measured amount of soil mineral nitrogen after water has drained through the rooted soil [kg N/ha]:
 * measured x exp(- drainage / water that the rooted soil holds at capacity).
 *
 * Example: 60 kg, 120 mm drained through soil that holds 360 mm: 60 x exp(-1/3) = 43.
 */
export function leachedNitrogen(input: {
  measuredKgPerHa: number;
  drainageMm: number;
  heldMm: number;
}): Result<{ leftKgPerHa: number }> {
  const errors: FieldError[] = [];
  const measured = readNumber(errors, "measuredKgPerHa", input.measuredKgPerHa, { min: 0, max: 2000, unit: "kg/ha" });
  const drainage = readNumber(errors, "drainageMm", input.drainageMm, { min: 0, max: 20_000, unit: "mm" });
  const held = readNumber(errors, "heldMm", input.heldMm, { above: 0, max: 3000, unit: "mm" });
  if (errors.length > 0) return failed(errors);
  const leftKgPerHa = computed(
    "Soil mineral N",
    "kg/ha",
    over(
      quantity("measured", measured, "kg/ha", { basis: { kind: "measured", text: "soil test" } }),
      exp(over(quantity("drained since", drainage, "mm"), quantity("held at capacity in the rooted soil", held, "mm"))),
    ),
  );
  return ok({ leftKgPerHa: leftKgPerHa.value }, { leftKgPerHa });
}
