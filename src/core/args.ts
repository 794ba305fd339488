/**
 * Checks of arguments. Each reader records what is wrong in a shared list and hands back a number that is safe to
 * compute with, so that one call reports every bad argument at once and nothing ever becomes NaN or is clamped.
 */

import { type FieldError, fieldError } from "./result";

export interface NumberRule {
  min?: number;
  max?: number;
  /** the lowest value itself is not allowed */
  above?: number;
  /** used when the argument is absent; without it an absent argument is an error */
  fallback?: number;
  unit?: string;
  integer?: boolean;
}

/** A share of seed or stock that is never as low as 1 %: 0.96 is a fraction that somebody typed for 96 %. */
export const PER_CENT: NumberRule = { above: 1, max: 100, unit: "%" };

/** A finite number within the rule, or an error in `errors` (the returned number is then meaningless). */
export function readNumber(errors: FieldError[], field: string, given: unknown, rule: NumberRule = {}): number {
  if ((given === undefined || given === null) && rule.fallback !== undefined) return rule.fallback;
  const bad =
    typeof given !== "number" ||
    !Number.isFinite(given) ||
    (rule.min !== undefined && given < rule.min) ||
    (rule.max !== undefined && given > rule.max) ||
    (rule.above !== undefined && given <= rule.above) ||
    (rule.integer === true && !Number.isInteger(given));
  if (!bad) return given as number;
  errors.push(fieldError(field, given, describeRule(rule)));
  return rule.fallback ?? rule.min ?? rule.above ?? 0;
}

/** One of a list of words, or an error. */
export function readChoice<T extends string>(
  errors: FieldError[],
  field: string,
  given: unknown,
  choices: readonly T[],
  fallback?: T,
): T {
  if ((given === undefined || given === null) && fallback !== undefined) return fallback;
  if (typeof given === "string" && (choices as readonly string[]).includes(given)) return given as T;
  errors.push(fieldError(field, given, `one of ${choices.join(", ")}`));
  return fallback ?? (choices[0] as T);
}

/** The rule in words: "a number from 0 to 100 %". */
export function describeRule(rule: NumberRule): string {
  const kind = rule.integer ? "a whole number" : "a number";
  const unit = rule.unit ? ` ${rule.unit}` : "";
  const low = rule.above !== undefined ? `above ${rule.above}` : rule.min !== undefined ? `from ${rule.min}` : "";
  if (low && rule.max !== undefined)
    return `${kind} ${low}${rule.above !== undefined ? " up to " : " to "}${rule.max}${unit}`;
  if (low) return `${kind} ${low}${rule.above === undefined ? " up" : ""}${unit}`;
  if (rule.max !== undefined) return `${kind} up to ${rule.max}${unit}`;
  return `${kind}${unit}`;
}
