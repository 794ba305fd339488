/** On which days water may begin: turns of a canal, bans, and how long each opening lasts. */

export interface Openings {
  /** days from each day on in which water may run, that day and further; 0 where none may begin */
  run: Int16Array;
  /** days from each day to the next on which water may begin, at least 1 */
  next: Int16Array;
}

/** So far ahead a day without another opening looks [days]. */
const NEVER = 400;

/**
 * Openings of days that are closed or not.
 *
 * Example: of five days of which the second and third are closed, run is 1, 0, 0, 2, 1 and next 3, 2, 1, 1, 400.
 */
export function openingsOf(days: number, closed: (day: number) => boolean): Openings {
  const run = new Int16Array(days);
  const next = new Int16Array(days).fill(NEVER);
  for (let d = days - 1; d >= 0; d--) {
    if (!closed(d)) run[d] = 1 + (d + 1 < days ? (run[d + 1] ?? 0) : 0);
    if (d + 1 < days) next[d] = (run[d + 1] ?? 0) > 0 ? 1 : Math.min(NEVER, 1 + (next[d + 1] ?? NEVER));
  }
  return { run, next };
}

/**
 * Whether a canal is dry on a day: so many days on from its first day, then so many off, again and again, before it too.
 *
 * Example: 4 on and 10 off from day 0: day 3 runs, day 4 is dry, day 14 runs again.
 */
export function dryTurn(day: number, firstDay: number, daysOn: number, daysOff: number): boolean {
  const span = daysOn + daysOff;
  return (((day - firstDay) % span) + span) % span >= daysOn;
}

/**
 * Days of irrigations that follow each other at changing intervals: each so long after the one before as `interval` says of that
 * one's day, the first after `from`. Whole days, at least 1.
 *
 * Example: from 0, every 10 days before day 15 and every 5 after it, up to 30: 10, 20, 25, 30.
 */
export function daysAtIntervals(from: number, to: number, interval: (day: number) => number): number[] {
  const days: number[] = [];
  for (let d = from; ; ) {
    d += Math.max(1, Math.round(interval(d)));
    if (!(d <= to)) return days;
    days.push(d);
  }
}

/**
 * Days on which a sum that grows by `perDay` has grown by `each` again: irrigations by heat.
 *
 * Example: 12 degree days a day and irrigations every 100: on days 8, 16, 24 (what is over counts for the next).
 */
export function daysAtSums(from: number, to: number, each: number, perDay: (day: number) => number): number[] {
  const days: number[] = [];
  let sum = 0;
  for (let d = from; d <= to; d++) {
    sum += perDay(d);
    if (sum >= each) {
      days.push(d);
      sum -= each;
    }
  }
  return days;
}
