/** The coming days for work in the field: a simulated stand-in for a forecast, and the hours fit for each job. */

import { addDays, type IsoDate, toDay } from "../dates";
import type { Drainage } from "../soil/drainage";
import type { TextureClass } from "../soil/texture";
import { type Climate, yearDay } from "../weather/climate";
import { type ObservedWeather, standInWeather } from "../weather/season-weather";
import { type FitJob, fitHours } from "./fit-hours";
import { workableDays } from "./workable-days";

export interface OutlookDay {
  date: IsoDate;
  tminC: number;
  tmaxC: number;
  rainMm: number;
  windMs: number;
  workable: boolean;
  fit: Record<FitJob, number[]>;
}

/** Days that are looked ahead, today counted in. */
export const OUTLOOK_DAYS = 7;
/** Days before today from which the soil's water is reckoned. */
const RUN_UP = 60;

/**
 * Seven days from `today` on a soil, from the simulated stand-in; what was measured before today wets or dries the soil
 * they start from. Never a forecast: shown as simulated.
 *
 * Example: outlook(climate, "2026-08-12", "clayLoam", "free", null) is 12 to 18 August.
 */
export function outlook(
  climate: Climate,
  today: IsoDate,
  texture: TextureClass,
  drainage: Drainage,
  observed: ObservedWeather | null,
  days = OUTLOOK_DAYS,
): OutlookDay[] {
  const from = addDays(today, -RUN_UP);
  const weather = standInWeather(climate, from, RUN_UP + days + 1);
  if (observed) {
    const offset = toDay(observed.firstDay) - weather.firstDay;
    observed.rainMm.forEach((rain, i) => {
      const d = offset + i;
      if (d >= 0 && d < RUN_UP && rain !== null) weather.rainMm[d] = rain;
    });
  }
  const workable = workableDays(weather, texture, drainage);
  return Array.from({ length: days }, (_, n): OutlookDay => {
    const i = RUN_UP + n;
    const day = {
      tminC: weather.tminC[i]!,
      tmaxC: weather.tmaxC[i]!,
      rainMm: weather.rainMm[i]!,
      windMs: weather.windMs[i]!,
      workable: workable[i] === 1,
    };
    return {
      date: addDays(today, n),
      ...day,
      fit: fitHours({
        ...day,
        dayOfYear: yearDay(weather.firstDay + i),
        latitudeDeg: climate.latitudeDeg,
        vapourKpa: weather.vapourKpa[i]!,
        rainBeforeMm: weather.rainMm[i - 1]!,
        rainAfterMm: weather.rainMm[i + 1]!,
      }),
    };
  });
}
