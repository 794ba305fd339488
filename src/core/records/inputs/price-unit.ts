/** What a price is for, where a price list has it for another amount than the record. */

import { parseQuantity } from "../../units/parse-quantity";
import type { UnitSet } from "../../units/units";

/**
 * What a price for `unit` is multiplied by to be one for `per`; null where `unit` is no amount of that.
 *
 * Example: perOf("t", "€/100 kg", "metric") is 10, perOf("L or kg", "per US gal", "metric") is 0.2642.
 */
export function perOf(per: string, unit: string, unitSet: UnitSet): number | null {
  // "GBP/t", "per tonne", "$ per 50 lb": the amount stands behind the mark
  const amount = unit.replace(/^.*?(?:\/|\bper\b)/i, "").trim();
  if (per === "h") return /^(h|hr|hour)$/i.test(amount) ? 1 : null;
  const written = /^\d/.test(amount) ? amount : `1 ${amount}`;
  const mass = parseQuantity(written, "mass", { unitSet });
  if (mass.ok && mass.value.si > 0) return (per === "t" ? 1000 : 1) / mass.value.si;
  const volume = per === "t" ? null : parseQuantity(written, "volume", { unitSet });
  return volume?.ok && volume.value.si > 0 ? 1 / volume.value.si : null;
}
