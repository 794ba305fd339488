/**
 * Reads a table of measured daily weather as it came from a file: which column is what, in which units and with which
 * dates, is said by a mapping that is guessed first and corrected by a person. Everything wrong is listed by line; days
 * come out only when nothing is.
 */

import { byDate, dayNumber, formatDay, type IsoDate, isoDate } from "../dates";

export interface WeatherRow {
  date: IsoDate;
  tminC: number | null;
  tmaxC: number | null;
  rainMm: number | null;
  solarMjPerM2: number | null;
  rhMeanPct: number | null;
  windAt2mMs: number | null;
}

export const WEATHER_COLUMNS = ["date", "tmin", "tmax", "rain", "solar", "humidity", "wind"] as const;
export type WeatherColumn = (typeof WEATHER_COLUMNS)[number];
type DateOrder = "yearMonthDay" | "dayMonthYear" | "monthDayYear";

export interface WeatherMapping {
  /** position of each column in the file, null where it is not there */
  columns: Record<WeatherColumn, number | null>;
  dateOrder: DateOrder;
  temperature: "C" | "F";
  rain: "mm" | "in";
  wind: "m/s" | "km/h" | "mph";
  decimal: "point" | "comma";
  /** what marks a value that was not measured, besides an empty cell */
  missing: string[];
  /** days may be missing between the first and the last */
  allowGaps: boolean;
}

export interface TableProblem {
  /** line of the file, from 1; null where it is about the whole */
  line: number | null;
  column: WeatherColumn | null;
  given: string;
  message: string;
}

const NAMES: Record<WeatherColumn, RegExp> = {
  date: /^(date|day|datum|fecha|time|timestamp)/i,
  tmin: /(t.?min|min.*t(emp)?|low)/i,
  tmax: /(t.?max|max.*t(emp)?|high)/i,
  rain: /(rain|precip|prcp|niederschlag)/i,
  solar: /(solar|radiation|srad|mj)/i,
  humidity: /(humid|rh)/i,
  wind: /wind|u2/i,
};

/** Guesses the mapping from the header and the first rows; a person corrects what is wrong. */
export function guessMapping(header: string[], rows: string[][]): WeatherMapping {
  const taken = new Set<number>();
  const columns = Object.fromEntries(
    WEATHER_COLUMNS.map((column) => {
      const at = header.findIndex((name, i) => !taken.has(i) && NAMES[column].test(name.trim()));
      if (at >= 0) taken.add(at);
      return [column, at >= 0 ? at : null];
    }),
  ) as Record<WeatherColumn, number | null>;
  const sample = (column: WeatherColumn) => {
    const at = columns[column];
    return at === null ? [] : rows.map((r) => r[at]?.trim() ?? "").filter((v) => v !== "");
  };
  const text = header.join(" ");
  const dates = sample("date").map((d) => d.split(/[-/. T]/).map(Number));
  const dateOrder: DateOrder = dates.some((d) => (d[0] ?? 0) > 31)
    ? "yearMonthDay"
    : dates.some((d) => (d[1] ?? 0) > 12)
      ? "monthDayYear"
      : "dayMonthYear";
  const numbers = (["tmin", "tmax", "rain"] as const).flatMap(sample);
  const tmax = sample("tmax").map((v) => Number(v.replace(",", ".")));
  return {
    columns,
    dateOrder,
    temperature: /fahrenheit|[(_ [°]F\b/i.test(text) || tmax.some((t) => t > 60) ? "F" : "C",
    rain: /\b(in|inch|inches)\b/i.test(text) ? "in" : "mm",
    wind: /km\/?h|kph/i.test(text) ? "km/h" : /mph/i.test(text) ? "mph" : "m/s",
    decimal: numbers.some((v) => /^-?\d+,\d+$/.test(v)) ? "comma" : "point",
    missing: ["NA", "-", "-999", "-9999"].filter((mark) => rows.some((r) => r.some((v) => v.trim() === mark))),
    allowGaps: false,
  };
}

/**
 * Days of measured weather from the rows of a file. `firstLine` is the line of the first row (2 below a header). Either
 * all days, or every problem with its line, the value given and what would be allowed.
 *
 * Example: ["2027-03-01", "1.2", "9.8", "0"] with the columns in that order is 1 March 2027, 1.2 to 9.8 C, dry.
 */
export function readWeatherTable(
  rows: string[][],
  mapping: WeatherMapping,
  firstLine: number,
  today: IsoDate,
): { ok: true; days: WeatherRow[]; gaps: number } | { ok: false; problems: TableProblem[] } {
  const problems: TableProblem[] = [];
  const { columns } = mapping;
  for (const needed of ["date", "tmin", "tmax", "rain"] as const)
    if (columns[needed] === null)
      problems.push({
        line: null,
        column: needed,
        given: "",
        message: `No column is chosen for ${COLUMN_NAMES[needed]}.`,
      });
  const used = WEATHER_COLUMNS.filter((c) => columns[c] !== null);
  for (const [i, column] of used.entries()) {
    const twin = used.slice(0, i).find((c) => columns[c] === columns[column]);
    if (twin)
      problems.push({
        line: null,
        column,
        given: String((columns[column] ?? 0) + 1),
        message: `Column ${(columns[column] ?? 0) + 1} is chosen for both ${COLUMN_NAMES[twin]} and ${COLUMN_NAMES[column]}.`,
      });
  }
  if (problems.length > 0) return { ok: false, problems };
  if (rows.length === 0)
    return { ok: false, problems: [{ line: null, column: null, given: "", message: "The file holds no days." }] };

  const days: WeatherRow[] = [];
  const lineOf = new Map<IsoDate, number>();
  rows.forEach((row, n) => {
    const line = firstLine + n;
    const cell = (column: WeatherColumn) => {
      const at = columns[column];
      return at === null ? "" : (row[at] ?? "").trim();
    };
    const add = (column: WeatherColumn, given: string, message: string) =>
      problems.push({ line, column, given, message });
    const given = cell("date");
    const date = readDate(given, mapping.dateOrder);
    if (date === null) {
      add("date", given, `"${given}" is no date in the order ${ORDER_NAMES[mapping.dateOrder]}.`);
      return;
    }
    if (date > today) add("date", given, `${date} lies after today (${today}): measured weather has happened.`);
    const before = lineOf.get(date);
    if (before !== undefined) {
      add("date", given, `${date} stands twice: in line ${before} and here.`);
      return;
    }
    lineOf.set(date, line);
    const value = (column: WeatherColumn, low: number, high: number, unit: string, convert: (x: number) => number) => {
      const text = cell(column);
      if (text === "" || mapping.missing.includes(text)) return null;
      const x = Number(mapping.decimal === "comma" ? text.replace(",", ".") : text);
      if (!Number.isFinite(x)) {
        add(column, text, `"${text}" is no number with a decimal ${mapping.decimal}.`);
        return null;
      }
      const si = convert(x);
      if (si < low || si > high) {
        add(
          column,
          text,
          column === "rain" && si < 0
            ? `Rain of ${text} is negative. Choose "${text}" as the mark of a missing value, or mend the file.`
            : `${COLUMN_NAMES[column]} ${text}: allowed is ${low} to ${high} ${unit}.`,
        );
        return null;
      }
      return si;
    };
    const celsius = (x: number) => (mapping.temperature === "F" ? (x - 32) / 1.8 : x);
    const tminC = value("tmin", -70, 50, "C", celsius);
    const tmaxC = value("tmax", -60, 60, "C", celsius);
    if (tminC !== null && tmaxC !== null && tminC > tmaxC)
      add(
        "tmin",
        cell("tmin"),
        `The minimum (${cell("tmin")}) is over the maximum (${cell("tmax")}). If this is so on many lines, the two columns are swapped.`,
      );
    days.push({
      date,
      tminC,
      tmaxC,
      rainMm: value("rain", 0, 1900, "mm", (x) => (mapping.rain === "in" ? x * 25.4 : x)),
      solarMjPerM2: value("solar", 0, 45, "MJ/m2", (x) => x),
      rhMeanPct: value("humidity", 0, 100, "%", (x) => x),
      windAt2mMs: value("wind", 0, 75, "m/s", (x) => x * { "m/s": 1, "km/h": 1 / 3.6, mph: 0.44704 }[mapping.wind]),
    });
  });

  days.sort((a, b) => byDate(a.date, b.date));
  let gaps = 0;
  for (let i = 1; i < days.length; i++) {
    const from = dayNumber((days[i - 1] as WeatherRow).date) as number;
    const to = dayNumber((days[i] as WeatherRow).date) as number;
    const missing = to - from - 1;
    if (missing <= 0) continue;
    gaps += missing;
    if (!mapping.allowGaps)
      problems.push({
        line: lineOf.get((days[i] as WeatherRow).date) ?? null,
        column: "date",
        given: (days[i] as WeatherRow).date,
        message: `${missing} ${missing === 1 ? "day is" : "days are"} missing before this line: ${formatDay(isoDate(from + 1), true)}${missing > 1 ? ` to ${formatDay(isoDate(to - 1), true)}` : ""}. Allow gaps to fill them with simulated weather.`,
      });
  }
  if (problems.length > 0) return { ok: false, problems: problems.sort((a, b) => (a.line ?? 0) - (b.line ?? 0)) };
  return { ok: true, days, gaps };
}

export const COLUMN_NAMES: Record<WeatherColumn, string> = {
  date: "Date",
  tmin: "Minimum temperature",
  tmax: "Maximum temperature",
  rain: "Rain",
  solar: "Solar radiation",
  humidity: "Mean humidity",
  wind: "Wind at 2 m",
};

export const ORDER_NAMES: Record<DateOrder, string> = {
  yearMonthDay: "year, month, day",
  dayMonthYear: "day, month, year",
  monthDayYear: "month, day, year",
};

function readDate(text: string, order: DateOrder): IsoDate | null {
  const parts = /^(\d{1,4})[-/. ](\d{1,2})[-/. ](\d{1,4})(?:[T ]\d.*)?$/.exec(text);
  if (!parts) return null;
  const [a, b, c] = [Number(parts[1]), Number(parts[2]), Number(parts[3])] as [number, number, number];
  const [year, month, day] = order === "yearMonthDay" ? [a, b, c] : order === "dayMonthYear" ? [c, b, a] : [c, a, b];
  const date = `${String(year).padStart(4, "0")}-${String(month).padStart(2, "0")}-${String(day).padStart(2, "0")}`;
  return year >= 1800 && dayNumber(date) !== null ? date : null;
}
