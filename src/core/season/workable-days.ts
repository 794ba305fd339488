/**
 * Days on which the soil carries a machine: a bucket of the top 20 cm that rain fills and evaporation and drainage empty.
 * A day is workable when the bucket is emptier than the texture asks for, little rain falls and the ground is not frozen
 * (after the soil-moisture criteria of ASABE EP496 and of workday studies such as Rounsevell 1993; the limits are
 * assumptions by texture and drainage, to be replaced by the farm's own diary).
 */

import type { Drainage } from "../soil/drainage";
import type { TextureClass } from "../soil/texture";
import { draftTexture } from "../soil/texture";
import type { DailyWeather } from "../weather/generator";

/** Water that the top 20 cm hold between workable-dry and field capacity [mm], and how full they may be to be worked. */
const BUCKET = {
  coarse: { mm: 22, workable: 0.95 },
  medium: { mm: 32, workable: 0.88 },
  fine: { mm: 38, workable: 0.8 },
};
/** Share of the water beyond field capacity that leaves in a day. */
const DRAINS: Record<Drainage, number> = { free: 0.8, moderate: 0.5, poor: 0.25 };
/** Water beyond field capacity that the top 20 cm can hold until it drains [mm]. */
const EXCESS_MM = 25;
const RAIN_MM = 2;
const FROZEN_C = -1;

/**
 * Whether each day can be worked, 1 or 0, in each course of the weather.
 *
 * Example: after 20 mm of rain in spring a clay loam with moderate drainage stays closed for some days.
 */
export function workableDays(
  weather: DailyWeather,
  texture: TextureClass,
  drainage: Drainage,
  /** reference evapotranspiration of each day of the weather [mm] where its own is not to be asked for */
  usualEtoMm?: Float32Array,
): Uint8Array {
  const { mm, workable } = BUCKET[draftTexture(texture)];
  const own = usualEtoMm ? null : weather.etoMm;
  const out = new Uint8Array(weather.days * weather.seasons);
  for (let s = 0; s < weather.seasons; s++) {
    let water = mm * 0.7;
    for (let d = 0; d < weather.days; d++) {
      const i = s * weather.days + d;
      const rain = weather.rainMm[i]!;
      water += rain;
      if (water > mm) water = mm + Math.min(EXCESS_MM, water - mm) * (1 - DRAINS[drainage]);
      // a drying topsoil gives its water up more slowly
      water = Math.max(0, water - (own ? own[i]! : usualEtoMm![d]!) * Math.min(1, 0.3 + water / mm) * 0.9);
      const mean = (weather.tminC[i]! + weather.tmaxC[i]!) / 2;
      if (water <= mm * workable && rain < RAIN_MM && mean > FROZEN_C) out[i] = 1;
    }
  }
  return out;
}

/**
 * Workable days to reckon with in a span: the number reached in so many of ten seasons (7 by default: two seasons of
 * three and a bit, the usual level for planning machines).
 *
 * Example: spans of 5, 3, 4, 6, 2, 5, 4, 3, 5, 4 days give 3 at 8 of 10.
 */
export function reliableDays(
  workable: Uint8Array,
  weather: Pick<DailyWeather, "days" | "seasons" | "firstDay">,
  from: number,
  days: number,
  ofTen = 7,
): number {
  const counts: number[] = [];
  const start = from - weather.firstDay;
  for (let s = 0; s < weather.seasons; s++) {
    let n = 0;
    for (let d = Math.max(0, start); d < Math.min(weather.days, start + days); d++)
      n += workable[s * weather.days + d]!;
    counts.push(n);
  }
  counts.sort((a, b) => b - a);
  return counts[Math.max(0, Math.ceil((ofTen / 10) * counts.length) - 1)] ?? 0;
}
