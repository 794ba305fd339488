/** Days that let a threat in: over what was measured and over simulated seasons. Always with "look first". */

import type { DayRule, WeatherRule } from "../guides/schema-threats";
import type { DailyWeather } from "../weather/generator";
import { percentile } from "../weather/percentile";
import { wetHours } from "./wet-hours";

/** Spells and treatments of one season in ten that has few, of the usual one, and of one in ten that has many. */
export interface Spread {
  few: number;
  usual: number;
  many: number;
}

export interface ThreatPressure {
  /** share of the seasons in which a spell is complete on a day [0 to 1], from the first day on */
  shareByDay: number[];
  spells: Spread;
  /** treatments that would answer each spell, none while one before holds */
  treatments: Spread;
}

/** Whether a day is one that the rule waits for; each bound that it names must hold. */
function meets(rule: DayRule, weather: DailyWeather, at: number): boolean {
  const tmin = weather.tminC[at]!;
  const tmax = weather.tmaxC[at]!;
  const rain = weather.rainMm[at]!;
  const mean = (tmin + tmax) / 2;
  if (rule.meanFrom !== undefined && mean < rule.meanFrom) return false;
  if (rule.meanTo !== undefined && mean > rule.meanTo) return false;
  if (rule.tminFrom !== undefined && tmin < rule.tminFrom) return false;
  if (rule.tminTo !== undefined && tmin > rule.tminTo) return false;
  if (rule.tmaxFrom !== undefined && tmax < rule.tmaxFrom) return false;
  if (rule.rainFrom !== undefined && rain < rule.rainFrom) return false;
  if (rule.rainTo !== undefined && rain > rule.rainTo) return false;
  return rule.wetHoursFrom === undefined || wetHours(tmin, tmax, weather.vapourKpa[at]!, rain) >= rule.wetHoursFrom;
}

/**
 * Days of one season on which a spell of the rule is complete: the last of so many in a row that meet it. `from` and `to` are day numbers,
 * both counted in; days before `from` count towards the first spell.
 *
 * Example: two days over 10 C with 11 wet hours on 3, 4 and 5 June: spells on 4 and 5 June.
 */
export function spellDays(rule: DayRule, weather: DailyWeather, season: number, from: number, to: number): number[] {
  const found: number[] = [];
  let run = 0;
  const first = Math.max(weather.firstDay, from - rule.inARow + 1);
  const last = Math.min(weather.firstDay + weather.days - 1, to);
  for (let day = first; day <= last; day++) {
    run = meets(rule, weather, season * weather.days + day - weather.firstDay) ? run + 1 : 0;
    if (run >= rule.inARow && day >= from) found.push(day);
  }
  return found;
}

/**
 * Treatments that answer spells: one at each spell that none before it covers; a treatment covers so many days.
 *
 * Example: spells on days 4, 5, 11 and 30 of a rule that holds 8 days: day 4 covers to 11, so 4 and 30: two.
 */
export function treatmentsFor(spells: readonly number[], holdsDays: number): number {
  let covered = Number.NEGATIVE_INFINITY;
  let count = 0;
  for (const day of spells)
    if (day >= covered) {
      count += 1;
      covered = day + holdsDays;
    }
  return count;
}

/** What a threat's weather rule finds between two days (numbers, both counted in) over all seasons of the weather. */
export function threatPressure(rule: WeatherRule, weather: DailyWeather, from: number, to: number): ThreatPressure {
  const days = Math.max(0, to - from + 1);
  const shareByDay = new Array<number>(days).fill(0);
  const spells: number[] = [];
  const treatments: number[] = [];
  for (let season = 0; season < weather.seasons; season++) {
    const found = spellDays(rule, weather, season, from, to);
    for (const day of found) shareByDay[day - from]! += 1 / weather.seasons;
    spells.push(found.length);
    treatments.push(treatmentsFor(found, rule.holdsDays));
  }
  return { shareByDay, spells: spread(spells), treatments: spread(treatments) };
}

function spread(counts: number[]): Spread {
  const sorted = [...counts].sort((a, b) => a - b);
  return { few: percentile(sorted, 10), usual: percentile(sorted, 50), many: percentile(sorted, 90) };
}

/**
 * The first day (number) on which so much warmth over a base has come together since `from`, of one season; null where it does not within
 * the weather. By the day's mean, nothing under the base.
 *
 * Example: means of 15 C over a base of 10: 120 degree days are there after 24 days.
 */
export function warmthReached(
  weather: DailyWeather,
  season: number,
  from: number,
  { baseC, degreeDays }: { baseC: number; degreeDays: number },
): number | null {
  let sum = 0;
  for (let day = Math.max(from, weather.firstDay); day < weather.firstDay + weather.days; day++) {
    const at = season * weather.days + day - weather.firstDay;
    sum += Math.max(0, (weather.tminC[at]! + weather.tmaxC[at]!) / 2 - baseC);
    if (sum >= degreeDays) return day;
  }
  return null;
}
