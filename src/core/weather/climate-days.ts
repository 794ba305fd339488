/** What monthly normals say of stretches of days. */

import { addDays, daysBetween, type IsoDate, isoDate } from "../dates";
import { type Climate, MONTH_DAYS } from "./climate";

/** Colder than this, hardly anything grows: spring begins with the first month over it [C]. */
const GROWS_FROM_C = 5;

const monthOf = (date: IsoDate) => Number(date.slice(5, 7)) - 1;

const LENGTH = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];
const monthLength = (year: number, month: number) =>
  month === 1 && ((year % 4 === 0 && year % 100 !== 0) || year % 400 === 0) ? 29 : (LENGTH[month] ?? 30);

/** Days of each month (January first) from one day up to another. Example: from 20 April to 2 May: 11 and 1. */
function daysByMonth(from: IsoDate, to: IsoDate): number[] {
  const days = new Array<number>(12).fill(0);
  let left = Math.max(0, daysBetween(from, to));
  let year = Number(from.slice(0, 4));
  let month = monthOf(from);
  let first = Number(from.slice(8, 10));
  while (left > 0) {
    const here = Math.min(left, monthLength(year, month) - first + 1);
    days[month] = (days[month] ?? 0) + here;
    left -= here;
    first = 1;
    month = (month + 1) % 12;
    if (month === 0) year++;
  }
  return days;
}

/** A monthly normal over a stretch of days: its mean, its sum where it is given for a month, or for a day ("total"). */
export function overDays(
  { months }: Pick<Climate, "months">,
  from: IsoDate,
  to: IsoDate,
  of: (month: Climate["months"][number]) => number,
  as: "mean" | "sum" | "total",
): number {
  let total = 0;
  let all = 0;
  for (const [month, days] of daysByMonth(from, to).entries()) {
    const normal = months[month];
    if (days === 0 || !normal) continue;
    total += (days * of(normal)) / (as === "sum" ? (MONTH_DAYS[month] ?? 30) : 1);
    all += days;
  }
  return as === "mean" ? total / Math.max(1, all) : total;
}

/**
 * Mean temperature of each day from one up to another within a year, by the normals of their months [C]. Example: 1 to 4 May: May's mean,
 * three times.
 */
export function meanTemperatures({ months }: Pick<Climate, "months">, from: IsoDate, to: IsoDate): number[] {
  const days = daysByMonth(from, to);
  const first = monthOf(from);
  return days.flatMap((_, i) => {
    const month = (first + i) % 12;
    return new Array<number>(days[month] ?? 0).fill(months[month]?.meanC ?? 0);
  });
}

/**
 * The start of growth after a winter that comes after planting: the first of the first month after the cold ones (under
 * 5 C) of the year that follows; planting itself where no such winter lies within nine months of it.
 *
 * Example: planted on 2 October where March is the first month of 5 C: 1 March.
 */
export function startOfSpring({ months }: Pick<Climate, "months">, planting: IsoDate): IsoDate {
  const cold = (date: IsoDate) => (months[monthOf(date)]?.meanC ?? 0) < GROWS_FROM_C;
  let month = `${planting.slice(0, 7)}-01`;
  let seenCold = false;
  for (let i = 0; i < 9; i++) {
    if (cold(month)) seenCold = true;
    else if (seenCold) return month;
    month = `${addDays(month, 32).slice(0, 7)}-01`;
  }
  return planting;
}

/** Reference evapotranspiration of each day by the normals of its month [mm], from a day number on. */
export function usualEtoMm({ months }: Pick<Climate, "months">, firstDay: number, days: number): Float32Array {
  const made = new Float32Array(days);
  for (let d = 0; d < days; d++) {
    const month = monthOf(isoDate(firstDay + d));
    made[d] = (months[month]?.etoMm ?? 0) / (MONTH_DAYS[month] ?? 30);
  }
  return made;
}
