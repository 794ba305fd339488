import { type FieldError, failed, fieldError, ok, type Result } from "../result";
import { displayUnit, EXAMPLE_UNITS } from "./display-units";
import { bushelKg, conversion, DIMENSIONS, type Dimension, UNIT_SETS, type UnitContext } from "./units";

export interface ParseOptions extends UnitContext {
  /** how this user writes numbers; all four unit sets write a decimal point and group with commas */
  decimal?: "point" | "comma";
  /** the unit meant when none is typed; the unit set's own otherwise */
  defaultUnit?: string;
  /** the name used in an error */
  field?: string;
}

export interface Quantity {
  /** the number as typed, in `unit` */
  value: number;
  unit: string;
  /** the same in the dimension's internal unit (units.ts, INTERNAL_UNIT) */
  si: number;
}

/**
 * Reads a quantity as people type it: a number with a decimal point or comma, a fraction, a multiplier (k, M, lakh,
 * crore) and any unit of the dimension; without a unit the unit set's own is meant.
 *
 * A single comma or point followed by exactly three digits is a group mark or a decimal mark by the user's way of
 * writing ("1,300" is 1300 where the point is decimal); any other comma or point is decimal. A first group "0" or of
 * more than three digits cannot be grouped, so "0,125" is always 0.125.
 *
 * Errors: field `text` (or options.field) for no number, an unknown unit or a bushel of unknown weight; `dimension`;
 * `unitSet`.
 *
 * Example: parseQuantity("4 in", "length", { unitSet: "metric" }) gives { value: 4, unit: "in", si: 10.16 }.
 */
export function parseQuantity(text: string, dimension: Dimension, options: ParseOptions): Result<Quantity> {
  const errors: FieldError[] = [];
  const field = options?.field ?? "text";
  if (!DIMENSIONS.includes(dimension)) errors.push(fieldError("dimension", dimension, DIMENSIONS.join(", ")));
  if (!UNIT_SETS.includes(options?.unitSet)) errors.push(fieldError("unitSet", options?.unitSet, UNIT_SETS.join(", ")));
  const testWeight = options?.testWeightKgPerHl;
  if (testWeight !== undefined && !(Number.isFinite(testWeight) && testWeight > 0))
    errors.push(fieldError("testWeightKgPerHl", testWeight, "a number above 0 kg/hl"));
  if (errors.length > 0) return failed(errors);

  const example = `a number with a unit such as ${EXAMPLE_UNITS[dimension]}`;
  const split = typeof text === "string" ? splitNumber(text.trim(), options.decimal ?? "point") : null;
  if (!split) return failed([fieldError(field, text, example)]);

  const typed = normaliseUnit(split.rest);
  const { multiplier, unit } =
    dimension === "count" || dimension === "countPerArea" ? takeMultiplier(typed) : { multiplier: 1, unit: typed };
  const wanted = unit || normaliseUnit(options.defaultUnit ?? displayUnit(dimension, options));
  if (/^(bu|bushels?)\//.test(wanted) && bushelKg(options) === null)
    return failed([fieldError(field, text, "a bushel needs the crop's test weight (kg/hl) to become mass")]);
  const found = conversion(wanted, dimension, options);
  if (!found) return failed([fieldError(field, text, example)]);
  const value = split.value * multiplier;
  return ok({
    value,
    unit: unit ? printable(wanted) : (options.defaultUnit ?? displayUnit(dimension, options)),
    si: value * found.factor + found.offset,
  });
}

/** The leading number of a text and what follows it. */
function splitNumber(text: string, decimal: "point" | "comma"): { value: number; rest: string } | null {
  const fraction = /^([-+]?)(?:(\d+)\s+)?(\d+)\/(\d+)(?!\d)(.*)$/.exec(text);
  if (fraction && Number(fraction[4]) > 0) {
    const whole = Number(fraction[2] ?? 0) + Number(fraction[3]) / Number(fraction[4]);
    return { value: fraction[1] === "-" ? -whole : whole, rest: fraction[5] ?? "" };
  }
  const match = /^([-+−]?)\s*(\d[\d.,' \u00a0\u202f]*\d|\d|[.,]\d+)(e[+-]?\d+)?(.*)$/i.exec(text);
  if (!match) return null;
  const digits = readDigits((match[2] ?? "").replace(/[' \u00a0\u202f]/g, ""), decimal);
  if (digits === null) return null;
  const value = Number(`${digits}${match[3] ?? ""}`);
  if (!Number.isFinite(value)) return null;
  return { value: match[1] === "-" || match[1] === "−" ? -value : value, rest: match[4] ?? "" };
}

/** Digits with commas and points as a plain decimal text, or null when they make no number. */
function readDigits(digits: string, decimal: "point" | "comma"): string | null {
  const marks = digits.replace(/\d/g, "");
  if (marks === "") return digits;
  if (marks.length === 1) {
    const [before = "", after = ""] = digits.split(marks);
    const groups = (decimal === "point") === (marks === ",");
    const couldBeGrouped = after.length === 3 && /^[1-9]\d{0,2}$/.test(before);
    return groups && couldBeGrouped ? before + after : `${before || "0"}.${after || "0"}`;
  }
  const last = marks.at(-1) as string;
  const other = last === "," ? "." : ",";
  // several of one mark only: groups (1,234,567 or 1,25,000); both marks: the last is decimal
  if (!marks.includes(other))
    return /^\d{1,3}([.,]\d{2,3})*[.,]\d{3}$/.test(digits) ? digits.replaceAll(last, "") : null;
  if (marks.indexOf(last) !== marks.length - 1) return null;
  return digits.replaceAll(other, "").replace(last, ".");
}

function normaliseUnit(unit: string): string {
  return unit
    .trim()
    .replace(/^(M|million)(?=[\s/]|$)/, "mega ")
    .toLowerCase()
    .replaceAll("²", "2")
    .replaceAll("³", "3")
    .replace(/\bper\b/g, "/")
    .replace(/sq\.?\s*(ft|m)\b/g, "sq$1")
    .replace(/fl\.?\s*oz/g, "floz")
    .replace(/\bof\b/g, "")
    .replace(/\s+/g, "");
}

const MULTIPLIERS: [RegExp, number][] = [
  [/^(mega|million|m)(?=[a-z/]|$)/, 1e6],
  [/^(thousand|k)(?=[a-z/]|$)/, 1e3],
  [/^(lakh|lac)(?=[a-z/]|$)/, 1e5],
  [/^crore(?=[a-z/]|$)/, 1e7],
];

function takeMultiplier(unit: string): { multiplier: number; unit: string } {
  for (const [pattern, multiplier] of MULTIPLIERS)
    if (pattern.test(unit)) return { multiplier, unit: unit.replace(pattern, "") };
  return { multiplier: 1, unit };
}

function printable(unit: string): string {
  return unit === "l" || unit.startsWith("l/")
    ? `L${unit.slice(1)}`
    : unit === "c" || unit === "f"
      ? unit.toUpperCase()
      : unit.replace("ds/m", "dS/m");
}
