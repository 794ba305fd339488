/**
 * How a crop's clock runs: warmth above a base, slowed until its need for cold and long days is met. Worked out once for
 * each course of weather, so that a planting date is then only a walk along the days.
 */

import type { Guide, Kind } from "../guides/schema";
import { perObject } from "../memo";
import { yearDay } from "../weather/climate";
import type { DailyWeather } from "../weather/generator";
import { dayLengthH } from "../weather/sun";

/**
 * Degree days of one day: temperature above the base, no more than up to the optimum, falling back to none at the
 * ceiling.
 *
 * Example: base 0, optimum 24, ceiling 34: 12 C gives 12, 24 C gives 24, 29 C gives 12.
 */
export function thermalUnits(
  temperatureC: number,
  climate: Pick<Guide["climate"], "baseC" | "optimumC" | "ceilingC">,
): number {
  return unitsBetween(temperatureC, climate.baseC.value, climate.optimumC.value, climate.ceilingC.value);
}

function unitsBetween(temperatureC: number, base: number, best: number, ceiling: number): number {
  if (temperatureC <= base || temperatureC >= ceiling) return 0;
  return temperatureC <= best ? temperatureC - base : ((best - base) * (ceiling - temperatureC)) / (ceiling - best);
}

/**
 * Share of the full rate that the day's length allows: none at the critical length, all at the saturating one; for a
 * short-day plant the saturating length is the shorter.
 *
 * Example: critical 8 h, saturated 18 h: 13 h gives 0.5.
 */
export function dayLengthFactor(hours: number, response: { criticalH: number; saturatedH: number }): number {
  const share = (hours - response.criticalH) / (response.saturatedH - response.criticalH);
  return Math.max(0, Math.min(1, share));
}

/** Whether a day of this mean temperature counts towards the need for cold, by the guide's limits. */
export function isColdDay(temperatureC: number, need: { minC: number; maxC: number }): boolean {
  return temperatureC >= need.minC && temperatureC <= need.maxC;
}

/** A crop's clock over given weather; arrays as in DailyWeather. */
export interface Clock {
  weather: DailyWeather;
  /** stage thresholds [degree days, slowed ones where the crop waits for cold or light] */
  thresholds: Float64Array;
  units: Float32Array;
  cold: Uint8Array;
  /** by day, the same in all courses */
  light: Float32Array;
  coldNeed: number;
  /** stages (by position) from the first of which and before the last of which cold and light slow the crop */
  coldUntil: number;
  lightUntil: number;
  /** what was walked before on this clock, by the question: the same question gives the same answer */
  walked: Map<string, WalkedStages>;
}

/** For each stage the day numbers of the 10th, 50th and 90th percentile; null where fewer than half of the courses reach it. */
export type WalkedStages = ([number, number, number] | null)[];

const clocks = perObject<DailyWeather, string, Clock>();
/** the clock last asked for with these very stages, so that the question need not be written out again */
const latestOf = new WeakMap<
  Guide["stages"],
  { kind: Kind | null; latitudeDeg: number; climate: Guide["climate"]; clock: Clock }
>();

/** The clock of a kind of a crop over given weather; kept with the weather, since it follows from the two alone. */
export function clockOf(
  guide: Pick<Guide, "stages" | "climate">,
  kind: Kind | null,
  latitudeDeg: number,
  weather: DailyWeather,
): Clock {
  const last = latestOf.get(guide.stages);
  if (
    last?.clock.weather === weather &&
    last.kind === kind &&
    last.latitudeDeg === latitudeDeg &&
    last.climate === guide.climate
  )
    return last.clock;
  const clock = keptClock(guide, kind, latitudeDeg, weather);
  latestOf.set(guide.stages, { kind, latitudeDeg, climate: guide.climate, clock });
  return clock;
}

function keptClock(
  guide: Pick<Guide, "stages" | "climate">,
  kind: Kind | null,
  latitudeDeg: number,
  weather: DailyWeather,
): Clock {
  const { baseC, optimumC, ceilingC } = guide.climate;
  const cold = kind?.vernalisationDays;
  const light = kind?.dayLength;
  const key = JSON.stringify([
    baseC.value,
    optimumC.value,
    ceilingC.value,
    cold,
    light,
    latitudeDeg,
    guide.stages.map((s) => s.thermalTimeCd),
  ]);
  return clocks(weather, key, () => wound(guide, kind, latitudeDeg, weather));
}

/** A clock that was made for this weather: degree days, cold days and the length of days of each. */
function wound(
  guide: Pick<Guide, "stages" | "climate">,
  kind: Kind | null,
  latitudeDeg: number,
  weather: DailyWeather,
): Clock {
  const { baseC, optimumC, ceilingC } = guide.climate;
  const cold = kind?.vernalisationDays;
  const light = kind?.dayLength;
  const size = weather.days * weather.seasons;
  const clock: Clock = {
    weather,
    thresholds: Float64Array.from(guide.stages, (s) => s.thermalTimeCd),
    units: new Float32Array(size),
    cold: new Uint8Array(size),
    light: new Float32Array(weather.days).fill(1),
    coldNeed: cold?.effectiveDays ?? 0,
    coldUntil: cold ? guide.stages.findIndex((s) => s.id === cold.until) : 0,
    lightUntil: light ? guide.stages.findIndex((s) => s.id === light.until) : 0,
    walked: new Map(),
  };
  for (let i = 0; i < size; i++) {
    const mean = (weather.tminC[i]! + weather.tmaxC[i]!) / 2;
    clock.units[i] = unitsBetween(mean, baseC.value, optimumC.value, ceilingC.value);
    if (cold && isColdDay(mean, cold)) clock.cold[i] = 1;
  }
  if (light)
    for (let d = 0; d < weather.days; d++)
      clock.light[d] = dayLengthFactor(dayLengthH(latitudeDeg, yearDay(weather.firstDay + d), -6), light);
  return clock;
}

/** Where a crop stands that did not start at planting: a stage seen in the field. */
export interface Seen {
  stage: number;
  /** day after the first of the weather */
  day: number;
}

/**
 * Days (after the first of the weather) on which each stage is reached in one course, into `out`; -1 where it is not
 * reached within the weather. Cold and light slow the crop from its first stage to the named one; cold counts from
 * planting, as it does for a seed that has drunk.
 */
export function walkStages(clock: Clock, season: number, plantingDay: number, out: Int32Array, seen?: Seen): void {
  const { weather, thresholds, units, cold, light, coldNeed, coldUntil, lightUntil } = clock;
  const base = season * weather.days;
  const count = thresholds.length;
  out.fill(-1);
  let stage = 0;
  let sum = 0;
  let coldDays = 0;
  let start = plantingDay;
  if (seen) {
    for (let d = plantingDay; d < seen.day; d++) coldDays += cold[base + d]!;
    stage = seen.stage + 1;
    sum = thresholds[seen.stage]!;
    start = seen.day;
    out[seen.stage] = seen.day;
  }
  for (let d = Math.max(0, start); d < weather.days && stage < count; d++) {
    let rate = units[base + d]!;
    coldDays += cold[base + d]!;
    if (stage > 0) {
      if (stage <= coldUntil && coldDays < coldNeed) rate *= coldDays / coldNeed;
      if (stage <= lightUntil) rate *= light[d]!;
    }
    sum += rate;
    while (stage < count && sum >= thresholds[stage]!) out[stage++] = d + 1;
  }
}
