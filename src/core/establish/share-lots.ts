import { readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

interface LotInHand {
  id: string;
  /** bought or taken from the heap for a hectare, reserve and what is not usable with it */
  kgPerHa: number;
  /** what there is of it [kg]; null where there is as much as is needed */
  inHandKg: number | null;
}

/**
 * How far lots go over a field, one after the other in their order, each at its own rate.
 *
 * Area of a lot [ha] = what is in hand / rate, no more than is left of the field; a lot without a limit takes all that is left.
 * What no lot reaches is `shortHa`; what is left over of a lot is `leftKg`.
 *
 * Errors: no lot, an area or a rate that is not over 0, mass in hand under 0, a lot named twice.
 *
 * Example: 14.2 ha, 2,100 kg at 175 kg/ha and then another at 190: 12 ha and 2.2 ha of 418 kg.
 */
export function shareLots({ areaHa, lots }: { areaHa: number; lots: LotInHand[] }): Result<{
  parts: { id: string; areaHa: number; kg: number; leftKg: number | null }[];
  shortHa: number;
}> {
  const errors: FieldError[] = [];
  readNumber(errors, "areaHa", areaHa, { above: 0, max: 100_000, unit: "ha" });
  if (!Array.isArray(lots) || lots.length === 0) errors.push(fieldError("lots", lots, "at least one lot"));
  for (const [i, lot] of (lots ?? []).entries()) {
    readNumber(errors, `lots[${i}].kgPerHa`, lot.kgPerHa, { above: 0, max: 1_000_000, unit: "kg/ha" });
    if (lot.inHandKg !== null)
      readNumber(errors, `lots[${i}].inHandKg`, lot.inHandKg, { min: 0, max: 1e9, unit: "kg" });
    if (lots.findIndex((l) => l.id === lot.id) !== i) errors.push(fieldError(`lots[${i}].id`, lot.id, "each lot once"));
  }
  if (errors.length > 0) return failed(errors);
  let left = areaHa;
  const parts = lots.map(({ id, kgPerHa, inHandKg }) => {
    const area = inHandKg === null ? left : Math.min(left, inHandKg / kgPerHa);
    left -= area;
    const kg = area * kgPerHa;
    return { id, areaHa: area, kg, leftKg: inHandKg === null ? null : inHandKg - kg };
  });
  return ok({ parts, shortHa: left < areaHa * SLACK ? 0 : left });
}

/** Of the area: what rounding leaves is no field. */
const SLACK = 1e-9;
