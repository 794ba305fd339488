/**
 * Calendar dates without a time, as "2027-03-04" strings, computed as whole days since 1970-01-01 in UTC. No clock is
 * read and no time zone can shift them.
 */

export type IsoDate = string;

const MS_PER_DAY = 86_400_000;

/** Days since 1970-01-01, or null when the text is no real date ("2027-02-30" is none). */
export function dayNumber(date: unknown): number | null {
  if (typeof date !== "string") return null;
  const match = /^(\d{4})-(\d{2})-(\d{2})$/.exec(date);
  if (!match) return null;
  const ms = Date.UTC(Number(match[1]), Number(match[2]) - 1, Number(match[3]));
  return new Date(ms).toISOString().slice(0, 10) === date ? ms / MS_PER_DAY : null;
}

/** The date of a day number. Example: isoDate(0) is "1970-01-01". */
export function isoDate(day: number): IsoDate {
  return new Date(day * MS_PER_DAY).toISOString().slice(0, 10);
}

/** Day number of a date that is known to be real; throws otherwise. */
export function toDay(date: IsoDate): number {
  const day = dayNumber(date);
  if (day === null) throw new Error(`not a date: ${date}`);
  return day;
}

/** The date so many days later. Example: addDays("2027-02-27", 2) is "2027-03-01". */
export function addDays(date: IsoDate, days: number): IsoDate {
  return isoDate(toDay(date) + days);
}

/** Whole days from one date to another. Example: daysBetween("2027-03-01", "2027-03-11") is 10. */
export function daysBetween(from: IsoDate, to: IsoDate): number {
  return toDay(to) - toDay(from);
}

const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"] as const;

/** "12 Apr", or "12 Apr 2027" with the year. */
export function formatDay(date: IsoDate, withYear = false): string {
  const [year, month, day] = date.split("-");
  return `${Number(day)} ${MONTHS[Number(month) - 1]}${withYear ? ` ${year}` : ""}`;
}

/** Day of the year from 1 (1 January) to 366. */
export function dayOfYear(date: IsoDate): number {
  return toDay(date) - toDay(`${date.slice(0, 4)}-01-01`) + 1;
}
