/**
 * Calendar dates without a time, as "2027-03-04" strings, computed as whole days since 1970-01-01 in UTC. No clock is
 * read and no time zone can shift them.
 */

export type IsoDate = string;

/** Days since 1970-01-01, or null when the text is no real date ("2027-02-30" is none). */
export function dayNumber(date: unknown): number | null {
  if (typeof date !== "string" || date.length !== 10 || date.charCodeAt(4) !== 45 || date.charCodeAt(7) !== 45)
    return null;
  const year = digits(date, 0, 4);
  const month = digits(date, 5, 7);
  const day = digits(date, 8, 10);
  if (year < 0 || month < 1 || month > 12 || day < 1 || day > monthLength(year, month)) return null;
  return dayOf(year, month, day);
}

/** The date of a day number. Example: isoDate(0) is "1970-01-01". */
export function isoDate(day: number): IsoDate {
  // the inverse of dayOf, by eras of 400 years that begin on 1 March (Hinnant, "chrono-compatible low-level date algorithms")
  const z = Math.floor(day) + 719_468;
  const era = Math.floor(z / 146_097);
  const inEra = z - era * 146_097;
  const yearOfEra = Math.floor(
    (inEra - Math.floor(inEra / 1460) + Math.floor(inEra / 36_524) - Math.floor(inEra / 146_096)) / 365,
  );
  const inYear = inEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const shifted = Math.floor((5 * inYear + 2) / 153);
  const dayOfMonth = inYear - Math.floor((153 * shifted + 2) / 5) + 1;
  const month = shifted < 10 ? shifted + 3 : shifted - 9;
  const year = yearOfEra + era * 400 + (month <= 2 ? 1 : 0);
  return `${year < 1000 ? String(year).padStart(4, "0") : year}-${month < 10 ? "0" : ""}${month}-${dayOfMonth < 10 ? "0" : ""}${dayOfMonth}`;
}

/** The number that digits of a text make; -1 where one is no digit. */
function digits(text: string, from: number, to: number): number {
  let value = 0;
  for (let i = from; i < to; i++) {
    const digit = text.charCodeAt(i) - 48;
    if (digit < 0 || digit > 9) return -1;
    value = value * 10 + digit;
  }
  return value;
}

function monthLength(year: number, month: number): number {
  if (month === 2) return (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0 ? 29 : 28;
  return month === 4 || month === 6 || month === 9 || month === 11 ? 30 : 31;
}

function dayOf(year: number, month: number, day: number): number {
  const y = month <= 2 ? year - 1 : year;
  const era = Math.floor(y / 400);
  const yearOfEra = y - era * 400;
  const dayOfYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + day - 1;
  const dayOfEra = yearOfEra * 365 + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100) + dayOfYear;
  return era * 146_097 + dayOfEra - 719_468;
}

/**
 * Order of two dates for sorting, no date last. Their text sorts as they do, and no collator has to be woken for it.
 *
 * Example: ["2027-03-01", null, "2026-10-02"].sort(byDate) begins with 2 October 2026.
 */
export function byDate(a: IsoDate | null, b: IsoDate | null): number {
  if (a === b) return 0;
  if (a === null || b === null) return a === null ? 1 : -1;
  return a < b ? -1 : 1;
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

/** A day in the machine's own time [ms]. */
export const DAY_MS = 86_400_000;

/** Whole days from one date to another. Example: daysBetween("2027-03-01", "2027-03-11") is 10. */
export function daysBetween(from: IsoDate, to: IsoDate): number {
  return toDay(to) - toDay(from);
}

/** The month of a day number, 0 to 11. Example: monthOfDay(0) is 0, of 1 January 1970. */
export const monthOfDay = (day: number): number => Number(isoDate(day).slice(5, 7)) - 1;

export const MONTHS = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"] as const;

/** The short name of a date's month, such as "Apr". */
export const monthName = (date: IsoDate): string => MONTHS[Number(date.slice(5, 7)) - 1] ?? "";

/** "12 Apr", or "12 Apr 2027" with the year. */
export function formatDay(date: IsoDate, withYear = false): string {
  const [year, month, day] = date.split("-");
  return `${Number(day)} ${MONTHS[Number(month) - 1]}${withYear ? ` ${year}` : ""}`;
}

/** Day of the year from 1 (1 January) to 366. */
export function dayOfYear(date: IsoDate): number {
  return toDay(date) - toDay(`${date.slice(0, 4)}-01-01`) + 1;
}
