/**
 * Sentences that hold quantities: of findings, jobs and guides. A quantity stands in them as a mark, its value with the id of its unit, and is
 * written in the units of whoever reads only where somebody reads (Words.tell).
 */

import { MEASURES, type MeasureId } from "./measure-ids";

const MARK = /⟦([^⟧]*)⟧/g;

const mark = (values: number[], unit: MeasureId, decimals: number | undefined): string =>
  `⟦${values.join("..")}|${unit}|${decimals ?? ""}⟧`;

/**
 * A quantity as it stands in a sentence, in the unit of this id; said with two figures under ten, whole above it, where no decimals are named.
 *
 * Example: words.tell(`Plough to ${q(25, "cm")}.`) is "Plough to 25 cm." or "Plough to 9.8 in.".
 */
export const q = (value: number, unit: MeasureId, decimals?: number): string => mark([value], unit, decimals);

/** From one quantity to another. Example: words.tell(span(12, 15, "C")) is "12 to 15 °C" or "54 to 59 °F". */
export const span = (from: number, to: number, unit: MeasureId, decimals?: number): string =>
  mark([from, to], unit, decimals);

/** Minor money units in whole ones, in all or by the hectare, tonne, hour. */
export const cash = (minor: number, unit: MeasureId & `money${string}` = "money"): string => q(minor / 100, unit, 0);

/** A mark's quantities: one, or from one to the other. */
interface Marked {
  values: number[];
  unit: MeasureId;
  decimals: number | undefined;
}

/**
 * Whatever it is with all of its sentences told; what holds no quantity stays the same object.
 *
 * Example: tellAll({ name: "Plough", how: `to ${q(25, "cm")}` }, words) is { name: "Plough", how: "to 25 cm" }.
 */
export function tellAll<T>(value: T, words: { tell: (text: string) => string }): T {
  return told(value, words.tell) as T;
}

// at every keystroke a whole plan goes through this: nothing is made anew but what holds a quantity
function told(value: unknown, tell: (text: string) => string): unknown {
  if (typeof value === "string") return value.includes("⟦") ? tell(value) : value;
  if (typeof value !== "object" || value === null) return value;
  // a season's days are numbers all through
  if (Array.isArray(value) && typeof value[0] === "number") return value;
  // a figure that prints when somebody looks is told as the data that it prints
  const before = ("toJSON" in value ? (value as { toJSON(): object }).toJSON() : value) as Record<string, unknown>;
  let after: Record<string, unknown> | null = null;
  for (const key of Object.keys(before)) {
    const as = told(before[key], tell);
    if (as === before[key]) continue;
    after ??= (Array.isArray(value) ? [...value] : { ...before }) as Record<string, unknown>;
    after[key] = as;
  }
  return after ?? before;
}

/** The sentence with each of its quantities as `write` writes it. */
export const withQuantities = (text: string, write: (marked: Marked) => string): string =>
  text.replace(MARK, (_, inside: string) => {
    const [values = "", unit = "", decimals = ""] = inside.split("|");
    if (!(unit in MEASURES)) return values;
    return write({
      values: values.split("..").map(Number),
      unit: unit as MeasureId,
      decimals: decimals === "" ? undefined : Number(decimals),
    });
  });
