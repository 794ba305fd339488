import { readNumber } from "../args";
import { type FieldError, failed, fieldError, ok, type Result } from "../result";

interface PondedDay {
  etoMm: number;
  rainMm: number;
  kc: number;
  /** depth between which the water is kept; [0, 0] drains */
  targetMm: [low: number, high: number];
}
interface PondedResult {
  /** at the end of the day, and what was given, spilled and let off on it [mm] */
  days: { depthMm: number; irrigationMm: number; spillMm: number; drainedMm: number }[];
  irrigationMm: number;
  spillMm: number;
  drainedMm: number;
}

/**
 * Standing water on a bunded field, day by day [mm]: rain less use (kc x eto) and percolation, not under 0; over the bund it
 * spills; a target of [0, 0] lets it off; above the high target it stays; under the low one it is filled to the high one at the
 * end of the day. Errors name the day: "days.2.targetMm".
 *
 * Example: 50 mm deep, use 6 and percolation 4 without rain leave 40; under a low target of 45 it is filled to 60 with 20 mm.
 */
export function pondedBalance(input: {
  days: PondedDay[];
  percolationMmPerDay: number;
  bundMm: number;
  initialMm: number;
}): Result<PondedResult> {
  const errors: FieldError[] = [];
  const given = Array.isArray(input?.days) ? input.days : [];
  if (given.length === 0) errors.push(fieldError("days", input?.days, "at least one day"));
  const percolation = readNumber(errors, "percolationMmPerDay", input?.percolationMmPerDay, {
    min: 0,
    max: 100,
    unit: "mm/day",
  });
  const bund = readNumber(errors, "bundMm", input?.bundMm, { above: 0, max: 1000, unit: "mm" });
  const initial = readNumber(errors, "initialMm", input?.initialMm, { min: 0, max: 1000, unit: "mm" });
  const days = given.map((day, i) => {
    const [low, high] = Array.isArray(day?.targetMm) ? day.targetMm : [Number.NaN, Number.NaN];
    if (!(low >= 0 && high >= low && high <= bund))
      errors.push(fieldError(`days.${i}.targetMm`, day?.targetMm, `[low, high] with 0 <= low <= high <= ${bund} mm`));
    return {
      useMm:
        readNumber(errors, `days.${i}.etoMm`, day?.etoMm, { min: 0, max: 25, unit: "mm" }) *
        readNumber(errors, `days.${i}.kc`, day?.kc, { min: 0, max: 2 }),
      rainMm: readNumber(errors, `days.${i}.rainMm`, day?.rainMm, { min: 0, max: 1000, unit: "mm" }),
      low,
      high,
    };
  });
  if (errors.length > 0) return failed(errors);
  const result: PondedResult = { days: [], irrigationMm: 0, spillMm: 0, drainedMm: 0 };
  let depth = initial;
  for (const { useMm, rainMm, low, high } of days) {
    const day = pondDay(depth, rainMm, useMm, percolation, bund, low, high);
    depth = day.depthMm;
    result.days.push(day);
    result.irrigationMm += day.irrigationMm;
    result.spillMm += day.spillMm;
    result.drainedMm += day.drainedMm;
  }
  return ok(result);
}

/** One day of it, of figures that were checked. */
export function pondDay(
  before: number,
  rainMm: number,
  useMm: number,
  percolationMm: number,
  bundMm: number,
  low: number,
  high: number,
  /** how far under the surface it may sink, at most 0 [mm of water] */
  floor = 0,
): PondedResult["days"][number] {
  let depthMm = Math.max(floor, before + rainMm - useMm - percolationMm);
  let [irrigationMm, spillMm, drainedMm] = [0, 0, 0];
  if (depthMm > bundMm) {
    spillMm = depthMm - bundMm;
    depthMm = bundMm;
  }
  if (high === 0) {
    drainedMm = Math.max(0, depthMm);
    depthMm = Math.min(0, depthMm);
  } else if (depthMm < low) {
    irrigationMm = high - depthMm;
    depthMm = high;
  }
  return { depthMm, irrigationMm, spillMm, drainedMm };
}
