/** Dates as people write them. */

import { addDays, formatDay, type IsoDate } from "./dates";
import { failed, ok, type Result } from "./result";

const MONTHS = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];
const DAYS_OF: Record<string, number> = { day: 1, week: 7, fortnight: 14 };
const WORDS: Record<string, number> = { today: 0, now: 0, tomorrow: 1, yesterday: -1 };
const NUMBERS: Record<string, number> = { a: 1, an: 1, one: 1, two: 2, three: 3, four: 4, five: 5, six: 6 };

/**
 * The day that was written, seen from `today`: "6 oct", "oct 6 2026", "6.10.26", "6/10", "2026-10-06", "in 3 weeks", "10 days
 * ago", "tomorrow", "2 months ago". Numbers stand day first; a year that is not written is the one that brings the day
 * closest to `near`: to today, or where it is of a plan to the day that stands. Errors: `date` when it is none, or none of the calendar.
 *
 * Example: readTypedDate("6 oct", "2026-08-12") is 2026-10-06; readTypedDate("in 3 weeks", "2026-08-12") is 2026-09-02;
 * "10 june" of a job on 12 May 2027 is 2027-06-10.
 */
export function readTypedDate(typed: string, today: IsoDate, field = "date", near = today): Result<IsoDate> {
  const text = typed.trim().toLowerCase().replace(/,/g, " ").replace(/\s+/g, " ");
  const day =
    WORDS[text] === undefined
      ? (inYearMonthDay(text) ?? inNumbers(text, near) ?? inMonthNames(text, near) ?? fromToday(text, today))
      : addDays(today, WORDS[text]);
  if (day) return ok(day);
  return failed([
    {
      field,
      given: typed.trim(),
      allowed: "a date",
      message: `${field}: "${typed.trim()}" given, allowed is a date, such as ${formatDay(today)}, ${today} or in 3 weeks`,
    },
  ]);
}

function inYearMonthDay(text: string): IsoDate | null {
  const found = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})$/.exec(text);
  return found ? dateOf(Number(found[1]), Number(found[2]), Number(found[3])) : null;
}

function inNumbers(text: string, near: IsoDate): IsoDate | null {
  const found = /^(\d{1,2})[-/. ](\d{1,2})(?:[-/. ](\d{4}|\d{2}))?[-/.]?$/.exec(text);
  return found ? dated(found[3], Number(found[2]), Number(found[1]), near) : null;
}

function inMonthNames(text: string, near: IsoDate): IsoDate | null {
  const dayFirst = /^(\d{1,2})(?:st|nd|rd|th|\.)? ?(?:of )?([a-z]{3,9})\.?(?: (\d{4}|\d{2}))?$/.exec(text);
  const monthFirst = /^([a-z]{3,9})\.? (\d{1,2})(?:st|nd|rd|th)?(?: (\d{4}|\d{2}))?$/.exec(text);
  const [name, day, year] = dayFirst
    ? [dayFirst[2], dayFirst[1], dayFirst[3]]
    : [monthFirst?.[1], monthFirst?.[2], monthFirst?.[3]];
  const month = MONTHS.findIndex((m) => name?.startsWith(m)) + 1;
  return month > 0 ? dated(year, month, Number(day), near) : null;
}

function fromToday(text: string, today: IsoDate): IsoDate | null {
  const found = /^(in )?([a-z]+|\d{1,4}) (day|week|fortnight|month|year)s?( ago)?$/.exec(text);
  const count = found ? (NUMBERS[found[2] ?? ""] ?? Number(found[2])) : Number.NaN;
  if (!found || !Number.isFinite(count) || Boolean(found[1]) === Boolean(found[4])) return null;
  const steps = found[4] ? -count : count;
  const days = DAYS_OF[found[3] ?? ""];
  if (days) return addDays(today, steps * days);
  const months = found[3] === "year" ? 12 * steps : steps;
  const at = Number(today.slice(0, 4)) * 12 + Number(today.slice(5, 7)) - 1 + months;
  // the last day of a shorter month
  for (let day = Number(today.slice(8)); day > 0; day--) {
    const found = dateOf(Math.floor(at / 12), (at % 12) + 1, day);
    if (found) return found;
  }
  return null;
}

/** A day with its year, or with the one that brings it closest to another. */
function dated(year: string | undefined, month: number, day: number, near: IsoDate): IsoDate | null {
  if (year) return dateOf(year.length === 2 ? 2000 + Number(year) : Number(year), month, day);
  const now = Number(near.slice(0, 4));
  const days = [now - 1, now, now + 1].flatMap((y) => dateOf(y, month, day) ?? []);
  const away = (date: IsoDate) => Math.abs(Date.parse(date) - Date.parse(near));
  return days.sort((a, b) => away(a) - away(b))[0] ?? null;
}

/** The date, or null where the calendar has none. */
function dateOf(year: number, month: number, day: number): IsoDate | null {
  if (year < 1900 || year > 2200) return null;
  const date = new Date(Date.UTC(year, month - 1, day));
  const iso = date.toISOString().slice(0, 10);
  return date.getUTCMonth() === month - 1 && date.getUTCDate() === day ? iso : null;
}
