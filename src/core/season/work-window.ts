/** Days of a span on which a field can be reckoned to be fit for work, over the season's possible weather. */

import { type IsoDate, toDay } from "../dates";
import { perObject } from "../memo";
import type { Drainage } from "../soil/drainage";
import type { TextureClass } from "../soil/texture";
import type { Climate } from "../weather/climate";
import { usualEtoMm } from "../weather/climate-days";
import type { DailyWeather } from "../weather/generator";
import { workableDays } from "./workable-days";

/** Reached in seven seasons of ten: the level that machines are planned for. */
const OF_TEN = 7;

export type ReliableDays = (from: IsoDate, days: number) => number;

const reliable = perObject<DailyWeather, string, ReliableDays>();

/**
 * How many workable days a span has in seven seasons of ten, on a texture and drainage. By rain and frost of the simulated
 * seasons and the usual evapotranspiration of the month. Kept with the weather.
 *
 * Example: reliableSpans(weather, climate, "clay", "poor")("2027-02-01", 14) may be 0.
 */
export function reliableSpans(
  weather: DailyWeather,
  climate: Climate,
  texture: TextureClass,
  drainage: Drainage,
): ReliableDays {
  return reliable(weather, `${texture} ${drainage}`, () => spansOf(weather, climate, texture, drainage));
}

function spansOf(weather: DailyWeather, climate: Climate, texture: TextureClass, drainage: Drainage): ReliableDays {
  const { days, seasons, firstDay } = weather;
  const workable = workableDays(weather, texture, drainage, usualEtoMm(climate, firstDay, days));
  // sums from the first day on: a span is one subtraction a season
  const sums = new Int16Array((days + 1) * seasons);
  for (let s = 0; s < seasons; s++)
    for (let d = 0; d < days; d++) sums[s * (days + 1) + d + 1] = sums[s * (days + 1) + d]! + workable[s * days + d]!;
  const counts = new Int16Array(seasons);
  const at = Math.max(0, seasons - Math.ceil((OF_TEN / 10) * seasons));
  return (from, span) => {
    const start = Math.max(0, Math.min(days, toDay(from) - firstDay));
    const end = Math.max(start, Math.min(days, toDay(from) - firstDay + span));
    for (let s = 0; s < seasons; s++) counts[s] = sums[s * (days + 1) + end]! - sums[s * (days + 1) + start]!;
    return counts.sort()[at] ?? 0;
  };
}
