/** A pump on sunlight: panels and tank by month, and what they cost against power that is bought. */

import { readNumber } from "../args";
import { type FieldError, failed, ok, type Result } from "../result";
import { solarArray } from "./pump";

/** A day's radiation as hours of full sun, 1 kW/m2. */
const MJ_PER_HOUR = 3.6;

interface SunMonth {
  /** 0 to 11 */
  month: number;
  kwhPerDay: number;
  m3PerDay: number;
  sunHours: number;
  kwPeak: number;
}

/**
 * Panels that pump a season's water, month by month: a month's energy spread evenly over its days, by that month's sun; the dearest
 * month says the size. The tank holds the largest irrigation less what comes on its own day.
 *
 * `months`: energy [kWh] and water [m3] of the irrigations and the days of each month; `solarMjPerM2` the twelve months' daily means.
 * Errors name the field. Example: 300 kWh in a June of 30 days, 18 MJ/m2 a day, 75 %: 10 kWh a day, 5 h, 2.67 kW.
 */
export function sunPump(input: {
  months: { month: number; kwh: number; m3: number; days: number }[];
  solarMjPerM2: number[];
  performanceRatioPct: number;
  largestGiftM3: number;
}): Result<{ months: SunMonth[]; kwPeak: number; tankM3: number }> {
  const errors: FieldError[] = [];
  const largest = readNumber(errors, "largestGiftM3", input?.largestGiftM3, { min: 0, max: 1e7, unit: "m3" });
  const months = (input?.months ?? []).map(({ month, kwh, m3, days }, i): SunMonth => {
    const sunHours =
      readNumber(errors, `solarMjPerM2.${month}`, input.solarMjPerM2?.[month], { above: 0, max: 45, unit: "MJ/m2" }) /
      MJ_PER_HOUR;
    const length = readNumber(errors, `months.${i}.days`, days, { min: 1, max: 31, unit: "days" });
    const kwhPerDay = readNumber(errors, `months.${i}.kwh`, kwh, { min: 0, max: 1e7, unit: "kWh" }) / length;
    const m3PerDay = readNumber(errors, `months.${i}.m3`, m3, { min: 0, max: 1e8, unit: "m3" }) / length;
    const array = solarArray({ kwhPerDay, peakSunHours: sunHours, performanceRatioPct: input.performanceRatioPct });
    if (!array.ok) errors.push(...array.errors);
    return { month, kwhPerDay, m3PerDay, sunHours, kwPeak: array.ok ? array.value.kwPeak : 0 };
  });
  if (errors.length > 0) return failed(errors);
  const most = months.reduce((a, m) => Math.max(a, m.m3PerDay), 0);
  return ok({
    months,
    kwPeak: months.reduce((a, m) => Math.max(a, m.kwPeak), 0),
    tankM3: Math.max(0, largest - most),
  });
}

/**
 * Years until panels have paid for themselves: (price x (1 - subsidy)) / what bought power costs in a year; Infinity where it costs
 * nothing. `perKwh` is what it costs now at the pump; kept without interest or repair (assumption, said beside it).
 *
 * Example: 6 kW at 1000 each and a tank at 600, half of it given: 3300; 1500 kWh a year at 0.55: 825 a year, 4 years; over 20 years a
 * kilowatt-hour costs 3300 / 30,000 = 0.11.
 */
export function sunPays(input: {
  price: number;
  subsidyPct: number;
  kwhPerYear: number;
  perKwh: number;
  lifeYears: number;
}): Result<{ own: number; years: number; perKwhOverLife: number }> {
  const errors: FieldError[] = [];
  const price = readNumber(errors, "price", input?.price, { min: 0 });
  const subsidy = readNumber(errors, "subsidyPct", input?.subsidyPct, { min: 0, max: 100, unit: "%" });
  const kwh = readNumber(errors, "kwhPerYear", input?.kwhPerYear, { min: 0, unit: "kWh" });
  const perKwh = readNumber(errors, "perKwh", input?.perKwh, { min: 0 });
  const life = readNumber(errors, "lifeYears", input?.lifeYears, { min: 1, max: 60, unit: "years" });
  if (errors.length > 0) return failed(errors);
  const own = price * (1 - subsidy / 100);
  const spared = kwh * perKwh;
  return ok({
    own,
    years: spared > 0 ? own / spared : Number.POSITIVE_INFINITY,
    perKwhOverLife: kwh > 0 ? own / (kwh * life) : Number.POSITIVE_INFINITY,
  });
}

/** Kilowatt-hours at the shaft from a litre of diesel in a small engine: about 3 (10 kWh/L at 30 %); assumption. */
export const SHAFT_KWH_PER_LITRE = 3;
