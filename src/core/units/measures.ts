/** Figures by their unit's id, written in the units of whoever reads. */

import { type FormatOptions, formatNumber, formatQuantity } from "./format-quantity";
import { MEASURES, type Measure, type MeasureId } from "./measure-ids";
import { printedUnit } from "./printed-units";
import { MONEY } from "./units";

/** How numbers and money are written for somebody. */
type Writer = FormatOptions & { currency: string };

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
