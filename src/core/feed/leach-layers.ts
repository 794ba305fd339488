import { readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

interface NitrateLayer {
  /** all water held at field capacity, bound water too [mm] */
  waterAtCapacityMm: number;
  nitrateKgPerHa: number;
}

/**
 * Nitrate that draining water carries through layers of soil, top first [kg N/ha] (Burns 1974): each day, from the top down, what comes in
 * is mixed with the layer's own, and the share D / (D + water at capacity) goes on to the next layer; below the last it is leached.
 *
 * Errors: no layers, a layer without water, drainage below zero, by their place ("layers.1.waterAtCapacityMm", "drainageMm.3").
 *
 * Example: two layers of 30 mm with 40 and 20 kg, 10 then 20 mm of drainage: 18 and 20.7 kg stay, 21.3 are leached.
 */
export function leachLayers(input: {
  layers: NitrateLayer[];
  drainageMm: number[];
}): Result<{ layers: { nitrateKgPerHa: number }[]; leachedKgPerHa: number }> {
  const errors: FieldError[] = [];
  const given = Array.isArray(input?.layers) ? input.layers : [];
  if (given.length === 0) errors.push(fieldError("layers", input?.layers, "at least one layer"));
  const water = given.map((layer, i) =>
    readNumber(errors, `layers.${i}.waterAtCapacityMm`, layer?.waterAtCapacityMm, { above: 0, max: 5000, unit: "mm" }),
  );
  const nitrate = given.map((layer, i) =>
    readNumber(errors, `layers.${i}.nitrateKgPerHa`, layer?.nitrateKgPerHa, { min: 0, max: 10_000, unit: "kg/ha" }),
  );
  const drainage = readDays(errors, "drainageMm", input?.drainageMm, { min: 0, max: 5000, unit: "mm" });
  if (errors.length > 0) return failed(errors);
  const leachedKgPerHa = drainage.reduce((sum, mm) => sum + carryDown(nitrate, water, mm, nitrate.length), 0);
  return ok({ layers: nitrate.map((nitrateKgPerHa) => ({ nitrateKgPerHa })), leachedKgPerHa });
}

/**
 * One day of it: nitrate of each layer [kg/ha], changed in place, by water that each holds at capacity and water that drains [mm]. Gives what
 * goes out of the first `above` layers. Written for speed: figures that were checked.
 */
export function carryDown(
  nitrate: Float64Array | number[],
  heldMm: ArrayLike<number>,
  drainedMm: number,
  above: number,
): number {
  let carried = 0;
  let out = 0;
  for (let i = 0; i < nitrate.length; i++) {
    const there = nitrate[i]! + carried;
    carried = (there * drainedMm) / (drainedMm + heldMm[i]!);
    nitrate[i] = there - carried;
    if (i === above - 1) out = carried;
  }
  return out;
}

/** A number for each of some days, or errors by their places. */
export function readDays(
  errors: FieldError[],
  field: string,
  given: unknown,
  rule: Parameters<typeof readNumber>[3],
): number[] {
  if (!Array.isArray(given)) {
    errors.push(fieldError(field, given, "a number for each day"));
    return [];
  }
  return given.map((value, i) => readNumber(errors, `${field}.${i}`, value, rule));
}
