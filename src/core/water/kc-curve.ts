import { readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

/**
 * Crop coefficient on a day after planting (day 0): initial, rising in a line through the second stage, mid, falling in a
 * line through the fourth, `kcEnd` beyond. Lengths in days, at least 0; coefficients 0 to 2. Source: FAO-56, chapter 6.
 *
 * Example: dry beans of 25, 25, 30, 20 days with 0.15, 1.19, 0.35 have 0.77 on day 40 and 0.56 on day 95 (FAO-56, example 28).
 */
export function kcCurve(input: {
  stageLengthsDays: number[];
  kcInitial: number;
  kcMid: number;
  kcEnd: number;
  day: number;
}): Result<{ kc: number }> {
  const errors: FieldError[] = [];
  const given = input?.stageLengthsDays;
  if (!Array.isArray(given) || given.length !== 4)
    errors.push(fieldError("stageLengthsDays", given, "four lengths in days: initial, development, mid, late"));
  const lengths = (Array.isArray(given) ? given : []).map((l, i) =>
    readNumber(errors, `stageLengthsDays.${i}`, l, { min: 0, max: 400, unit: "days" }),
  );
  const kc = (key: "kcInitial" | "kcMid" | "kcEnd") => readNumber(errors, key, input?.[key], { min: 0, max: 2 });
  const [initial, mid, end] = [kc("kcInitial"), kc("kcMid"), kc("kcEnd")];
  const day = readNumber(errors, "day", input?.day, { min: 0, max: 1600, unit: "days" });
  if (errors.length > 0) return failed(errors);
  const [a = 0, b = 0, c = 0, d = 0] = lengths;
  return ok({ kc: kcOn(day, a, a + b, a + b + c, a + b + c + d, initial, mid, end) });
}

/** The coefficient on a day by the days on which the stages end. */
function kcOn(
  day: number,
  initialEnd: number,
  developmentEnd: number,
  midEnd: number,
  lateEnd: number,
  initial: number,
  mid: number,
  end: number,
): number {
  if (day <= initialEnd) return initial;
  if (day < developmentEnd) return initial + ((mid - initial) * (day - initialEnd)) / (developmentEnd - initialEnd);
  if (day <= midEnd) return mid;
  if (day < lateEnd) return mid + ((end - mid) * (day - midEnd)) / (lateEnd - midEnd);
  return end;
}
