import { readNumber } from "../args";
import { type FieldError, failed, ok, type Result } from "../result";

/**
 * What grows in pots, boxes or bags: plants in each by its earth, what is planted for them, earth in all, and what they give when each plant
 * gives as much as in the field.
 *
 * `volumeL` is what one holds when it is filled, `litresPerPlant` what a plant needs of it; `unitsPerPlant` the seeds, cloves or sets put there for one
 * plant that grows. A container that is too small for one plant carries none. Errors name the field.
 *
 * Example: 12 boxes of 40 L, 2.5 L a plant, 1.1 cloves for each, 30 plants/m2 that give 9 t/ha: 16 in each, 192 plants, 212 cloves, 480 L,
 * 192 x 30 g = 5.76 kg.
 */
export function containerPlanting(input: {
  volumeL: number;
  count: number;
  litresPerPlant: number;
  unitsPerPlant: number;
  plantsPerM2: number;
  yieldTPerHa: number;
}): Result<{ plantsEach: number; plants: number; units: number; earthL: number; harvestKg: number }> {
  const errors: FieldError[] = [];
  const volume = readNumber(errors, "volumeL", input?.volumeL, { above: 0, max: 100_000, unit: "L" });
  const count = readNumber(errors, "count", input?.count, { min: 1, max: 1_000_000, integer: true });
  const each = readNumber(errors, "litresPerPlant", input?.litresPerPlant, { above: 0, max: 10_000, unit: "L" });
  const units = readNumber(errors, "unitsPerPlant", input?.unitsPerPlant, { min: 0, max: 1000 });
  const perM2 = readNumber(errors, "plantsPerM2", input?.plantsPerM2, { above: 0, max: 20_000 });
  const tPerHa = readNumber(errors, "yieldTPerHa", input?.yieldTPerHa, { min: 0, max: 1000, unit: "t/ha" });
  if (errors.length > 0) return failed(errors);
  const plantsEach = Math.floor(volume / each + 1e-9);
  const plants = plantsEach * count;
  return ok({
    plantsEach,
    plants,
    units: Math.ceil(plants * units - 1e-9),
    earthL: volume * count,
    // t/ha / 10 are kg/m2
    harvestKg: (plants * tPerHa) / 10 / perM2,
  });
}
