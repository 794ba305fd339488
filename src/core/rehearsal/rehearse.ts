/** A plan rehearsed in every season: its yields in order, and what holds them back. */

import { normalShareBelow } from "../random";
import type { Course, Fit, RehearsedPlan } from "./course";
import { LIMITS, type Limit, OUT, OUT_SIZE } from "./outcome";
import { walkSeason } from "./walk";

/** Spread of a field's yield from what no walk sees (hail, new pests, people, patches) [share]; assumption. */
export const OTHER_CAUSES_CV = 0.08;
/** That spread stands as so many equally likely cases of each season. */
const CASES = [-1.2816, -0.5244, 0, 0.5244, 1.2816];

export interface Rehearsal {
  seasons: number;
  /** OUT_SIZE numbers of each season */
  rows: Float64Array;
  /** yields of all seasons and cases, the least first [t/ha] */
  sorted: Float64Array;
}

/** Of a hundred seasons every fourth is enough for a mean. */
export const EVERY_FOURTH = 4;

/** Walks every season of a course, or every so many: the seasons are drawn apart, so that any of them stand for all. */
export function rehearse(course: Course, plan: RehearsedPlan, fit: Fit, every = 1): Rehearsal {
  const seasons = Math.ceil(course.clock.weather.seasons / every);
  const rows = new Float64Array(seasons * OUT_SIZE);
  const sorted = new Float64Array(seasons * CASES.length);
  for (let s = 0; s < seasons; s++) {
    const row = rows.subarray(s * OUT_SIZE, (s + 1) * OUT_SIZE);
    walkSeason(course, plan, fit, s * every, row);
    for (let k = 0; k < CASES.length; k++)
      sorted[s * CASES.length + k] = row[OUT.yield]! * (1 + OTHER_CAUSES_CV * CASES[k]!);
  }
  sorted.sort();
  return { seasons, rows, sorted };
}

/** The value below which so many of a hundred lie. Example: rank 50 is the middle. */
export function rankOf(sorted: ArrayLike<number>, rank: number): number {
  const at = (sorted.length * rank) / 100 - 0.5;
  const low = Math.max(0, Math.min(sorted.length - 1, Math.floor(at)));
  const high = Math.min(sorted.length - 1, low + 1);
  return sorted[low]! + (sorted[high]! - sorted[low]!) * Math.min(1, Math.max(0, at - low));
}

/** One number of every season, the least first. */
export const inOrder = ({ rows, seasons }: Rehearsal, at: number): Float64Array =>
  Float64Array.from({ length: seasons }, (_, s) => rows[s * OUT_SIZE + at]!).sort();

/** The mean of one number over the seasons. */
export function meanOf({ rows, seasons }: Rehearsal, at: number): number {
  let sum = 0;
  for (let s = 0; s < seasons; s++) sum += rows[s * OUT_SIZE + at]!;
  return sum / seasons;
}

/** What holds the yield back, the most first [t/ha, mean of the seasons]. */
export const heldBackBy = (rehearsal: Rehearsal): { limit: Limit; tPerHa: number }[] =>
  LIMITS.map((limit, k) => ({ limit, tPerHa: meanOf(rehearsal, OUT.losses + k) }))
    .filter(({ tPerHa }) => tPerHa > 0)
    .sort((a, b) => b.tPerHa - a.tPerHa);

/** Chance that a season whose walk yields so much reaches the target, given what no walk sees. */
export const chanceOf = (yieldTPerHa: number, targetTPerHa: number): number =>
  yieldTPerHa <= 0 ? 0 : normalShareBelow((yieldTPerHa - targetTPerHa) / (OTHER_CAUSES_CV * yieldTPerHa));

/** Chance of reaching a target, 0 to 1. */
export function chanceOfTarget({ rows, seasons }: Rehearsal, targetTPerHa: number): number {
  let sum = 0;
  for (let s = 0; s < seasons; s++) sum += chanceOf(rows[s * OUT_SIZE + OUT.yield]!, targetTPerHa);
  return sum / seasons;
}
