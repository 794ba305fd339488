import { readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import { conversion, DIMENSIONS, type Dimension, displayUnit, UNIT_SETS, type UnitContext } from "./units";

export interface FormatOptions extends UnitContext {
  decimal?: "point" | "comma";
  /** shown in this unit rather than the unit set's */
  unit?: string;
  /** decimals shown; by size otherwise: about three figures that mean something */
  decimals?: number;
}

/**
 * The inverse of parseQuantity: a value in the dimension's internal unit as text in the unit set's unit.
 *
 * Errors: `si` not finite, `dimension`, `unitSet`, `unit` not of the dimension.
 *
 * Example: formatQuantity(10.16, "length", { unitSet: "usCustomary" }) gives
 * { text: "4 in", number: "4", value: 4, unit: "in" }.
 */
export function formatQuantity(
  si: number,
  dimension: Dimension,
  options: FormatOptions,
): Result<{ text: string; number: string; value: number; unit: string }> {
  const errors: FieldError[] = [];
  readNumber(errors, "si", si);
  if (!DIMENSIONS.includes(dimension)) errors.push(fieldError("dimension", dimension, DIMENSIONS.join(", ")));
  if (!UNIT_SETS.includes(options?.unitSet)) errors.push(fieldError("unitSet", options?.unitSet, UNIT_SETS.join(", ")));
  if (errors.length > 0) return failed(errors);
  const unit = options.unit ?? displayUnit(dimension, options);
  const found = unit === "" ? { factor: 1, offset: 0 } : conversion(unit.toLowerCase(), dimension, options);
  if (!found) return failed([fieldError("unit", unit, `a unit of ${dimension}`)]);
  const value = (si - found.offset) / found.factor;
  const number = formatNumber(value, options);
  const gap = unit === "" || unit === "%" ? "" : " ";
  return ok({ text: `${number}${gap}${unit}`.trim(), number, value, unit });
}

/** A number with as many decimals as its size deserves. Example: 8.456 is "8.46", 157.4 is "157", 0.0342 is "0.0342". */
export function formatNumber(
  value: number,
  options: { decimals?: number | undefined; decimal?: "point" | "comma" | undefined } = {},
): string {
  const size = Math.abs(value);
  const decimals = options.decimals ?? (size >= 100 ? 0 : size >= 10 ? 1 : size >= 1 || size === 0 ? 2 : 4);
  let text = value.toFixed(decimals);
  if (options.decimals === undefined && text.includes(".")) text = text.replace(/\.?0+$/, "");
  if (/^-0(\.0+)?$/.test(text)) text = text.slice(1);
  // above 9,999 a narrow space groups the digits; parseQuantity reads it back
  const [whole = "", rest] = text.split(".");
  const grouped = whole.replace("-", "").length > 4 ? whole.replace(/\B(?=(\d{3})+(?!\d))/g, "\u202f") : whole;
  return rest === undefined ? grouped : `${grouped}${options.decimal === "comma" ? "," : "."}${rest}`;
}
