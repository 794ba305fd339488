import { type IsoDate, toDay } from "../dates";
import type { DailyWeather } from "./generator";

/**
 * Water that drains below the roots between two dates [mm], in the mean of the weather's seasons: a store of `availableMm`
 * that is full on the weather's first day, filled by rain, emptied by `kc` x reference evapotranspiration as far as it goes
 * (and the less the emptier it is); what is over its capacity drains that day.
 *
 * Dates outside of the weather count as its ends. Example: in a store that is full, a day of 10 mm of rain and 1 mm of
 * reference evapotranspiration at kc 0.4 drains 9.6 mm.
 */
export function meanDrainageMm(
  weather: DailyWeather,
  from: IsoDate,
  to: IsoDate,
  { availableMm, kc }: { availableMm: number; kc: number },
): number {
  const { firstDay, days, seasons, rainMm, etoMm } = weather;
  const first = Math.max(0, toDay(from) - firstDay);
  const end = Math.min(days, toDay(to) - firstDay);
  if (end <= first) return 0;
  let sum = 0;
  for (let s = 0; s < seasons; s++) {
    let depletion = 0;
    for (let d = 0; d < end; d++) {
      const i = s * days + d;
      const left = availableMm > 0 ? 1 - depletion / availableMm : 0;
      depletion += kc * etoMm[i]! * Math.min(1, 2 * left) - rainMm[i]!;
      if (depletion > availableMm) depletion = availableMm;
      if (depletion < 0) {
        if (d >= first) sum -= depletion;
        depletion = 0;
      }
    }
  }
  return sum / seasons;
}
