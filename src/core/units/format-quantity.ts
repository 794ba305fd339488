import { readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import { displayUnit } from "./display-units";
import { conversion, DIMENSIONS, type Dimension, INTERNAL_UNIT, UNIT_SETS, type UnitContext } from "./units";

export interface FormatOptions extends UnitContext {
  decimal?: "point" | "comma";
  /** shown in this unit rather than the unit set's */
  unit?: string;
  /** decimals shown; by size otherwise: about three figures that mean something */
  decimals?: number;
  /** as people say it: in a unit that it was turned into, two figures are enough, for what is read and not typed */
  spoken?: boolean;
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
  // typed units have no spaces
  const found =
    unit === "" ? { factor: 1, offset: 0 } : conversion(unit.toLowerCase().replaceAll(" ", ""), dimension, options);
  if (!found) return failed([fieldError("unit", unit, `a unit of ${dimension}`)]);
  const value = (si - found.offset) / found.factor;
  const number = formatNumber(rounded(value, unit !== INTERNAL_UNIT[dimension], dimension, options), options);
  const gap = unit === "" || unit === "%" ? "" : " ";
  return ok({ text: `${number}${gap}${unit}`.trim(), number, value, unit });
}

/** What was turned into another unit means no more figures than it had: 9.84 in of depth is said as 9.8, 1,052,183 plants as 1,052,000. */
function rounded(value: number, converted: boolean, dimension: Dimension, { spoken, decimals }: FormatOptions): number {
  if (!converted || decimals !== undefined) return value;
  const size = Math.abs(value);
  if (dimension === "countPerArea" && size >= 10_000) return Number(value.toPrecision(4));
  if (!spoken || dimension === "area") return value;
  return size >= 10 ? Math.round(value) : Number(value.toPrecision(2));
}

/** A number with as many decimals as its size deserves. Example: 8.456 is "8.46", 157.4 is "157", 0.0342 is "0.0342". */
export function formatNumber(
  value: number,
  options: { decimals?: number | undefined; decimal?: "point" | "comma" | undefined } = {},
): string {
  const size = Math.abs(value);
  const decimals = options.decimals ?? (size >= 100 ? 0 : size >= 10 ? 1 : size >= 1 || size === 0 ? 2 : small(size));
  let text = value.toFixed(decimals);
  if (options.decimals === undefined && text.includes(".")) text = text.replace(/\.?0+$/, "");
  if (/^-0(\.0+)?$/.test(text)) text = text.slice(1);
  // above 9,999 a narrow space groups the digits; parseQuantity reads it back
  const [whole = "", rest] = text.split(".");
  const grouped = whole.replace("-", "").length > 4 ? whole.replace(/\B(?=(\d{3})+(?!\d))/g, "\u202f") : whole;
  return rest === undefined ? grouped : `${grouped}${options.decimal === "comma" ? "," : "."}${rest}`;
}

/** Decimals of a number under 1 with three figures that mean something, four at the most. */
const small = (size: number): number => Math.min(4, 2 - Math.floor(Math.log10(size)));
