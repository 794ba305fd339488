/** Days that a crop needs to dry in the sun or by air, over the simulated seasons, and how often it spoils before. */

import type { SafeDays } from "../guides/schema-keep";
import { NO_HARVEST_RAIN_MM } from "../harvest/harvest-seasons";
import type { DailyWeather } from "../weather/generator";
import { percentile } from "../weather/percentile";
import { safeStorageDays } from "./safe-storage";

/** Sun of a day on which the guide's usual number of points is dried off [MJ/m2]; assumption. */
const USUAL_SUN_MJ = 18;
/** Days after which nobody waits any more. */
const MOST_DAYS = 90;

export interface DryingAnswer {
  /** of the middle season, and of the slowest one in ten [days] */
  days: number;
  slowDays: number;
  /** share of the seasons in which it keeps for less than it takes [0 to 1] */
  failShare: number;
  /** days on which rain stopped it, mean */
  rainDays: number;
}

/**
 * From a day on (a number) so many points a day are dried off, by the sun in proportion to its strength; what rain stops gains nothing on a day
 * of 2 mm and more. A season fails where the time for which the crop keeps at its moisture and warmth is used up before it is dry: each day
 * takes its share (safeStorageDays). Without a table of days none fails.
 *
 * Example: 8 points at 4 a day of 18 MJ/m2, the second day wet: dry after 3 days.
 */
export function dryingSeasons(
  input: {
    from: number;
    startPct: number;
    toPct: number;
    pctPerDay: number;
    bySun: boolean;
    rainStopsIt: boolean;
    safeDays: SafeDays | null;
  },
  weather: DailyWeather,
): DryingAnswer {
  const { from, startPct, toPct, pctPerDay, bySun, rainStopsIt, safeDays } = input;
  const needed: number[] = [];
  let failed = 0;
  let wet = 0;
  for (let season = 0; season < weather.seasons; season++) {
    let pct = startPct;
    let used = 0;
    let day = 0;
    while (pct > toPct && day < MOST_DAYS) {
      const at = season * weather.days + Math.min(weather.days - 1, Math.max(0, from + day - weather.firstDay));
      const rains = weather.rainMm[at]! >= NO_HARVEST_RAIN_MM;
      if (rains) wet += 1;
      const warmth = (weather.tminC[at]! + weather.tmaxC[at]!) / 2;
      if (safeDays) used += 1 / safeStorageDays(safeDays, pct, warmth);
      if (!(rains && rainStopsIt)) pct -= pctPerDay * (bySun ? weather.solarMj[at]! / USUAL_SUN_MJ : 1);
      day += 1;
    }
    needed.push(day);
    if (used > 1 || pct > toPct) failed += 1;
  }
  needed.sort((a, b) => a - b);
  return {
    days: percentile(needed, 50),
    slowDays: percentile(needed, 90),
    failShare: failed / weather.seasons,
    rainDays: wet / weather.seasons,
  };
}
