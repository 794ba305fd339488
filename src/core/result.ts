/** What every public function of the core returns: a value, or the reasons why the input cannot be used. */

import type { Figure } from "./figure/figure";

/** One thing wrong with the input: the argument, what was given, what is allowed, and a sentence that says so. */
export interface FieldError {
  field: string;
  given: unknown;
  allowed: string;
  message: string;
}

type Ok<T> = { ok: true; value: T; figures?: Record<string, Figure> };
export type Failed = { ok: false; errors: FieldError[] };
export type Result<T> = Ok<T> | Failed;

/** A successful result. */
export function ok<T>(value: T, figures?: Record<string, Figure>): Ok<T> {
  return figures ? { ok: true, value, figures } : { ok: true, value };
}

/** A failed result from one or more errors. */
export function failed(errors: FieldError[]): Failed {
  return { ok: false, errors };
}

/** Builds a FieldError whose message names the field, what was given and what is allowed. */
export function fieldError(field: string, given: unknown, allowed: string): FieldError {
  return { field, given, allowed, message: `${field}: ${describe(given)} given, allowed is ${allowed}` };
}

/** The value of a result that the caller knows to be sound; throws with the messages if it is not. */
export function unwrap<T>(result: Result<T>): T {
  if (result.ok) return result.value;
  throw new Error(result.errors.map((e) => e.message).join("; "));
}

function describe(given: unknown): string {
  if (given === undefined || given === null || given === "") return "nothing";
  if (typeof given === "number" || typeof given === "boolean") return String(given);
  if (typeof given === "string") return `"${given}"`;
  return JSON.stringify(given);
}
