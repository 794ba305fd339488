import { type IsoDate, isoDate, toDay } from "@/core/dates";

/** Where a date stands along a drawing of a season [px], and back. */
export interface DayScale {
  (date: IsoDate): number;
  /** the date that stands nearest to a place */
  dateAt: (px: number) => IsoDate;
  right: number;
}

/**
 * A scale on which `from` stands at `left` and `to` at `right`.
 *
 * Example: dayScale("2027-01-01", "2027-01-11", 0, 100)("2027-01-03") is 20.
 */
export function dayScale(from: IsoDate, to: IsoDate, left: number, right: number): DayScale {
  const first = toDay(from);
  const perDay = (right - left) / Math.max(1, toDay(to) - first);
  const at = (date: IsoDate) => left + (toDay(date) - first) * perDay;
  return Object.assign(at, { dateAt: (px: number) => isoDate(Math.round(first + (px - left) / perDay)), right });
}

/** First days of the months within a span, its first day left out. */
export function monthsWithin(from: IsoDate, to: IsoDate): IsoDate[] {
  const months: IsoDate[] = [];
  for (let year = Number(from.slice(0, 4)), month = Number(from.slice(5, 7)); ; month++) {
    if (month > 12) {
      month = 1;
      year++;
    }
    const date = `${year}-${String(month).padStart(2, "0")}-01`;
    if (date >= to) return months;
    if (date > from) months.push(date);
  }
}
