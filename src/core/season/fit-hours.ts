/**
 * Hours of a day that are fit for drilling, spreading, spraying and harvesting, from a day's minimum, maximum, rain,
 * humidity and wind spread over its hours. Limits are usual ones of good practice, each with its reason; a product's
 * label, local rules and the look of the field go first.
 */

import { Random } from "../random";
import { q, span } from "../units/told";
import { saturationKpa } from "../weather/reference-et";
import { dayLengthH } from "../weather/sun";

export interface DayWeather {
  dayOfYear: number;
  latitudeDeg: number;
  tminC: number;
  tmaxC: number;
  rainMm: number;
  vapourKpa: number;
  windMs: number;
  /** rain of the day before and of the day after [mm] */
  rainBeforeMm: number;
  rainAfterMm: number;
  /** whether the soil carries a machine */
  workable: boolean;
}

interface HourWeather {
  hour: number;
  temperatureC: number;
  humidityPct: number;
  windMs: number;
  rainMm: number;
  daylight: boolean;
}

export const FIT_JOBS = ["drill", "spread", "spray", "harvest"] as const;
export type FitJob = (typeof FIT_JOBS)[number];
export const FIT_NAMES: Record<FitJob, string> = {
  drill: "drilling",
  spread: "spreading",
  spray: "spraying",
  harvest: "harvesting",
};

/** Limits by job; assumptions after usual codes of good practice. */
export const FIT_LIMITS: Record<FitJob, string> = {
  drill: `daylight, trafficable soil, under ${q(0.2, "mm")} of rain in the hour`,
  spread: `daylight, wind under ${q(5, "m/s")}, no rain in the hour, under ${q(15, "mm")} in the day after (run-off), trafficable soil`,
  spray: `daylight, wind ${span(1, 4, "m/s")} (still air can mean an inversion), ${span(5, 25, "C")}, dry in the hour and for three hours after`,
  harvest: `daylight from two hours after sunrise, humidity under 70 %, dry in the hour and for three hours before, under ${q(4, "mm")} the day before`,
};

/** A day spread over 24 hours: temperature as a sine (coldest at dawn, warmest at 15 h), wind stronger after noon, rain in one or two blocks. */
export function hoursOf(day: DayWeather): HourWeather[] {
  const length = dayLengthH(day.latitudeDeg, day.dayOfYear);
  const sunrise = 12 - length / 2;
  const dawn = Math.max(2, Math.min(9, sunrise));
  const rains = new Array<number>(24).fill(0);
  if (day.rainMm > 0) {
    // when it rains is drawn by what is known of the day, so that the same day has the same hours
    const random = new Random(Math.round(day.rainMm * 1000) + day.dayOfYear * 7919);
    const blocks = day.rainMm > 12 ? 2 : 1;
    for (let b = 0; b < blocks; b++) {
      const hours = Math.min(10, 1 + Math.ceil(day.rainMm / blocks / 2.5));
      const start = Math.floor(random.uniform() * 24);
      for (let h = 0; h < hours; h++) rains[(start + h) % 24]! += day.rainMm / blocks / hours;
    }
  }
  return Array.from({ length: 24 }, (_, hour) => {
    const t =
      hour < dawn
        ? day.tminC +
          ((day.tmaxC - day.tminC) / 2) * (1 - Math.sin((Math.PI / 2) * Math.min(1, (hour + 9) / (dawn + 9))))
        : hour <= 15
          ? day.tminC + (day.tmaxC - day.tminC) * Math.sin((Math.PI / 2) * ((hour - dawn) / (15 - dawn)))
          : day.tmaxC - ((day.tmaxC - day.tminC) / 2) * Math.sin((Math.PI / 2) * ((hour - 15) / 9));
    return {
      hour,
      temperatureC: t,
      humidityPct: Math.min(100, (100 * day.vapourKpa) / saturationKpa(t)),
      windMs: day.windMs * (1 + 0.45 * Math.sin((Math.PI * (hour - 9)) / 12)),
      rainMm: rains[hour] as number,
      daylight: hour >= Math.ceil(sunrise) && hour < Math.floor(12 + length / 2),
    };
  });
}

/**
 * Fit hours of a day by job, as a list of hours of the clock.
 *
 * Example: a dry, light day in June gives a dozen hours for spreading and the afternoon for harvesting; a windy one
 * none for spraying.
 */
export function fitHours(day: DayWeather): Record<FitJob, number[]> {
  const hours = hoursOf(day);
  const length = dayLengthH(day.latitudeDeg, day.dayOfYear);
  const sunrise = 12 - length / 2;
  const rain = (hour: number) => hours[hour]?.rainMm ?? (hour < 0 ? day.rainBeforeMm / 24 : day.rainAfterMm / 24);
  const dry = (from: number, to: number) => {
    for (let h = from; h <= to; h++) if (rain(h) > 0.2) return false;
    return true;
  };
  const when = (good: (h: HourWeather) => boolean) => hours.filter((h) => h.daylight && good(h)).map((h) => h.hour);
  return {
    drill: day.workable ? when((h) => h.rainMm < 0.2) : [],
    spread: day.workable && day.rainAfterMm < 15 ? when((h) => h.windMs < 5 && h.rainMm <= 0.2) : [],
    spray: when(
      (h) => h.windMs >= 1 && h.windMs <= 4 && h.temperatureC >= 5 && h.temperatureC <= 25 && dry(h.hour, h.hour + 3),
    ),
    harvest:
      day.rainBeforeMm < 4 ? when((h) => h.hour >= sunrise + 2 && h.humidityPct < 70 && dry(h.hour - 3, h.hour)) : [],
  };
}

/** Hours in words: runs joined. Example: [9, 10, 11, 14] is "9 to 12, 14 to 15". */
export function hoursInWords(hours: number[]): string {
  const runs: [number, number][] = [];
  for (const hour of hours) {
    const last = runs.at(-1);
    if (last && last[1] === hour) last[1] = hour + 1;
    else runs.push([hour, hour + 1]);
  }
  return runs.map(([from, to]) => `${from} to ${to}`).join(", ");
}
