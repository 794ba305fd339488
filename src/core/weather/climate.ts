/**
 * The climate of a station: monthly normals, and from them values for every day. Normals that a station does not give
 * are estimated, each by a stated assumption.
 */

import { dayOfYear, isoDate, monthOfDay } from "../dates";
import { hargreavesEt, saturationKpa } from "./reference-et";
import { extraterrestrialRadiation } from "./sun";

interface MonthNormal {
  meanC: number;
  rainMm: number;
  /** reference evapotranspiration [mm in the month] */
  etoMm: number;
  tminC?: number | null;
  tmaxC?: number | null;
  /** days with 0.1 mm of rain or more */
  wetDays?: number | null;
  /** a day's mean */
  solarMjPerM2?: number | null;
  rhMeanPct?: number | null;
  windAt2mMs?: number | null;
  /** nobody published it: it was computed from temperature and latitude */
  etoEstimated?: boolean;
}

/** Normals as they are kept: reference evapotranspiration may be missing. */
export type KeptNormal = Omit<MonthNormal, "etoMm" | "etoEstimated"> & { etoMm: number | null };

export interface Climate {
  station: string;
  latitudeDeg: number;
  altitudeM?: number;
  /** January to December */
  months: MonthNormal[];
}

/** Normals with nothing missing, and the names of those that had to be estimated. */
interface CompleteNormals {
  months: Required<{ [K in Exclude<keyof MonthNormal, "etoEstimated">]: number }>[];
  assumed: string[];
}

/**
 * Normals with their reference evapotranspiration: where a month has none, by Hargreaves and Samani (FAO-56, equation 52) from its mean low
 * and high, or from its mean with the daily range that is assumed elsewhere, in the middle of the month, times its days.
 *
 * Example: 20 C, range 10 C, at 47 degrees north in July: Ra 40.4 MJ/m2, 4.53 mm a day, 140 mm in the month.
 */
export function withReferenceEt(months: KeptNormal[], latitudeDeg: number): MonthNormal[] {
  return months.map((month, i) => {
    if (month.etoMm !== null) return { ...month, etoMm: month.etoMm };
    const tminC = month.tminC ?? month.meanC - DAILY_RANGE_C / 2;
    const tmaxC = month.tmaxC ?? month.meanC + DAILY_RANGE_C / 2;
    const day = hargreavesEt({ latitudeDeg, dayOfYear: MIDDLE_DAY[i]!, tmaxC: Math.max(tminC, tmaxC), tminC });
    return { ...month, etoMm: day.ok ? day.value.etoMmPerDay * MONTH_DAYS[i]! : 0, etoEstimated: true };
  });
}

/** Between a day's low and high where a station names neither [C]; assumption. */
const DAILY_RANGE_C = 10;

export const MONTH_DAYS = [31, 28.25, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31] as const;
/** Day of the year in the middle of each month. */
export const MIDDLE_DAY = [16, 45, 75, 105, 136, 166, 197, 228, 258, 289, 319, 350];

/**
 * Fills what a station's normals leave open: a daily range of 10 C; wet days by 5.5 mm of rain each up to 100 mm a month
 * and 11 mm beyond; radiation by Hargreaves and Samani (0.16 sqrt(range) Ra, FAO-56 equation 50); humidity by the dew
 * point 2 C under the minimum; wind 2 m/s (both FAO-56, chapter 3).
 */
export function completeNormals(climate: Climate): CompleteNormals {
  const assumed = new Set<string>();
  const or = (value: number | null | undefined, name: string, estimate: () => number): number => {
    if (value !== null && value !== undefined) return value;
    assumed.add(name);
    return estimate();
  };
  const months = climate.months.map((m, i) => {
    if (m.etoEstimated) assumed.add("reference evapotranspiration");
    const tminC = or(m.tminC, "minimum and maximum temperature", () => m.meanC - DAILY_RANGE_C / 2);
    const tmaxC = or(m.tmaxC, "minimum and maximum temperature", () => m.meanC + DAILY_RANGE_C / 2);
    return {
      meanC: m.meanC,
      rainMm: m.rainMm,
      etoMm: m.etoMm,
      tminC,
      tmaxC,
      wetDays: or(m.wetDays, "wet days", () => Math.min(28, m.rainMm / (m.rainMm > 100 ? 11 : 5.5))),
      solarMjPerM2: or(
        m.solarMjPerM2,
        "solar radiation",
        () =>
          0.16 * Math.sqrt(Math.max(1, tmaxC - tminC)) * extraterrestrialRadiation(climate.latitudeDeg, MIDDLE_DAY[i]!),
      ),
      rhMeanPct: or(m.rhMeanPct, "humidity", () =>
        Math.min(100, (200 * saturationKpa(tminC - 2)) / (saturationKpa(tmaxC) + saturationKpa(tminC))),
      ),
      windAt2mMs: or(m.windAt2mMs, "wind", () => 2),
    };
  });
  return { months, assumed: [...assumed] };
}

/**
 * Values at the middles of the months such that straight lines between them average to the months' normals: a line
 * through the normals themselves would shave the peaks. The mean of such lines over a month is about
 * 1/8 before + 6/8 here + 1/8 after; solved by a few rounds of correction.
 *
 * Example: normals of 0 in all months but one of 8 give more than 8 in its middle.
 */
export function meanPreservingNodes(normals: number[]): number[] {
  const nodes = [...normals];
  for (let round = 0; round < 30; round++)
    for (let i = 0; i < 12; i++) {
      const before = nodes[(i + 11) % 12]!;
      const after = nodes[(i + 1) % 12]!;
      nodes[i] = (normals[i]! - (before + after) / 8) / 0.75;
    }
  return nodes;
}

/** Where a day number lies between the middles of the months. */
interface MonthPlace {
  month: number;
  /** the month towards which the day leans, and how far it is on the way there (0 to 0.5) */
  next: number;
  share: number;
}

export function monthPlace(day: number): MonthPlace {
  const date = isoDate(day);
  const month = monthOfDay(day);
  const position = (Number(date.slice(8)) - 0.5) / MONTH_DAYS[month]! - 0.5;
  return { month, next: (month + (position >= 0 ? 1 : 11)) % 12, share: Math.abs(position) };
}

/** The value of a day between monthly nodes, along straight lines between the middles of the months. */
export function dailyValue(nodes: number[], place: MonthPlace): number {
  const here = nodes[place.month]!;
  return here + (nodes[place.next]! - here) * place.share;
}

/** Day of the year of a day number. */
export function yearDay(day: number): number {
  return dayOfYear(isoDate(day));
}
