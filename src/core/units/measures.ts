/** Figures by their unit's id, written in the units of whoever reads. */

import { type FormatOptions, formatNumber, formatQuantity } from "./format-quantity";
import { MEASURES, type Measure, type MeasureId } from "./measure-ids";
import { MONEY } from "./units";

/** How numbers and money are written for somebody. */
export type Writer = FormatOptions & { currency: string };

/**
 * A figure's value as its number and its unit, apart, for somebody: unit set, decimal mark, currency, the crop's bushel.
 *
 * Example: writeMeasure(134, "kg N/ha", { unitSet: "usCustomary", currency: "cr" }) gives { number: "120", unit: "lb N/ac" }.
 */
export function writeMeasure(
  value: number,
  id: MeasureId,
  { currency, ...options }: Writer,
): { number: string; unit: string } {
  const { dimension, of, text = id }: Measure = MEASURES[id] as Measure & { text?: string };
  if (!dimension) return { number: formatNumber(value, options), unit: text.replace(MONEY, currency) };
  const shown = formatQuantity(value, dimension, options);
  if (!shown.ok) return { number: formatNumber(value, options), unit: text };
  const unit = printedUnit(shown.value.unit).replace(MONEY, currency);
  return { number: shown.value.number, unit: of ? unit.replace(/^[^/]*/, (first) => `${first} ${of}`.trim()) : unit };
}

/** How a unit is printed, where it is typed otherwise. A short ton is never a bare ton: that is heard as a tonne. */
const PRINTED: Record<string, string> = {
  "g/m2": "g/m²",
  "g/m": "g per m of row",
  "oz/100 ft": "oz/100 ft of row",
  "mL/100 m2": "mL/100 m²",
  "lb/1000 ft2": "lb/1000 ft²",
  "fl oz/1000 ft2": "fl oz/1000 ft²",
  "m2/ha": "m²/ha",
  "m2/ac": "m²/ac",
  "ft2/ac": "ft²/ac",
  m2: "m²",
  ft2: "ft²",
  "/m2": "/m²",
  C: "°C",
  F: "°F",
  m3: "m³",
  ft3: "ft³",
  ton: "short tons",
  "m3/h": "m³/h",
  "ton/ac": "short ton/ac",
};
export const printedUnit = (unit: string): string => PRINTED[unit] ?? unit;
