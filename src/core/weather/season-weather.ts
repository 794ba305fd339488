/**
 * The weather that a season is planned with: what was measured, then a stand-in up to today, then many possible courses.
 * The same question gives the same answer, so answers are kept: that is all the state there is.
 */

import { type IsoDate, toDay } from "../dates";
import { latest } from "../memo";
import type { Climate } from "./climate";
import { type DailyWeather, generateWeather } from "./generator";

/** Measured days of a station from `firstDay` on; null where a day or value is missing. */
export interface ObservedWeather {
  firstDay: IsoDate;
  tminC: (number | null)[];
  tmaxC: (number | null)[];
  rainMm: (number | null)[];
}

export const SEASONS_FOR_STAGES = 40;
export const SEASONS_FOR_WINDOWS = 100;
/** Days from 1 January before the harvest year: that year, the harvest year, and two months. */
export const SEASON_DAYS = 790;
const SEED = 20_270;
/** the course that stands in for what has been, of a seed of its own */
const SO_FAR_SEED = 4_099;
const kept = latest<DailyWeather>(24);

/**
 * Daily weather for a season (the harvest year), from 1 January of the year before it. Days before `today` are the same
 * in every course: measured where `observed` has them, else a simulated stand-in. `observedDays` counts the last measured
 * day.
 *
 * Example: seasonWeather(climate, 2027, { today: "2027-04-20" }) has 40 courses that part on 20 April 2027.
 */
export function seasonWeather(
  climate: Climate,
  season: number,
  options: { today?: IsoDate; observed?: ObservedWeather | null; seasons?: number } = {},
): DailyWeather {
  const { today, observed, seasons = SEASONS_FOR_STAGES } = options;
  const asked = quick.get(climate) ?? [];
  const same = asked.find(
    (a) => a.season === season && a.today === today && a.observed === (observed ?? null) && a.seasons === seasons,
  );
  if (same) return same.weather;
  const weather = bySpelling(climate, season, today, observed ?? null, seasons);
  quick.set(climate, [{ season, today, observed: observed ?? null, seasons, weather }, ...asked].slice(0, KEPT_QUICK));
  return weather;
}

/** The same question about the same objects, answered without spelling it out. */
const quick = new WeakMap<
  Climate,
  {
    season: number;
    today: IsoDate | undefined;
    observed: ObservedWeather | null;
    seasons: number;
    weather: DailyWeather;
  }[]
>();
const KEPT_QUICK = 6;

function bySpelling(
  climate: Climate,
  season: number,
  today: IsoDate | undefined,
  observed: ObservedWeather | null,
  seasons: number,
): DailyWeather {
  const key = JSON.stringify([climate, season, today ?? null, observed, seasons]);
  return kept(key, () => make(climate, season, today, observed, seasons));
}

function make(
  climate: Climate,
  season: number,
  today: IsoDate | undefined,
  observed: ObservedWeather | null,
  seasons: number,
): DailyWeather {
  const firstDay = toDay(`${season - 1}-01-01`);
  const days = SEASON_DAYS;
  const past = today ? Math.max(0, Math.min(days, toDay(today) - firstDay)) : 0;
  const weather = generateWeather(climate, {
    firstDay,
    days,
    seasons,
    seed: SEED + season,
    soFar: { days: past, seed: SO_FAR_SEED + season },
  });
  if (observed) {
    // sun and wind belong to the day as it was drawn
    const { vapourKpa } = weather.drawSky();
    const offset = toDay(observed.firstDay) - firstDay;
    observed.tminC.forEach((tmin, i) => {
      const d = offset + i;
      const tmax = observed.tmaxC[i];
      const rain = observed.rainMm[i];
      if (d < 0 || d >= days) return;
      const warmth = tmin !== null && tmax !== null && tmax !== undefined;
      const vapour = warmth ? weather.measuredVapour(d, tmin, tmax, rain ?? null) : 0;
      for (let s = 0; s < seasons; s++) {
        if (warmth) {
          weather.tminC[s * days + d] = tmin;
          weather.tmaxC[s * days + d] = tmax;
          vapourKpa[s * days + d] = vapour;
        }
        if (rain !== null && rain !== undefined) weather.rainMm[s * days + d] = rain;
      }
      if (tmin !== null) weather.observedDays = Math.max(weather.observedDays, d + 1);
    });
  }
  return weather;
}

const SERIES = ["tminC", "tmaxC", "rainMm", "solarMj", "vapourKpa", "windMs", "etoMm"] as const;

/**
 * One course of days that stands for the weather as it is and will be in the coming days: what was measured, else the
 * simulated stand-in. Always shown as simulated where it is.
 */
export function standInWeather(climate: Climate, from: IsoDate, days: number): DailyWeather {
  const year = Number(from.slice(0, 4));
  const firstDay = toDay(`${year}-01-01`);
  const whole = generateWeather(climate, {
    firstDay,
    days: toDay(from) - firstDay + days,
    seasons: 1,
    seed: SO_FAR_SEED + year + 1,
  });
  const start = toDay(from) - firstDay;
  const part = Object.fromEntries(SERIES.map((name) => [name, whole[name].subarray(start, start + days)])) as Pick<
    DailyWeather,
    (typeof SERIES)[number]
  >;
  return { ...part, firstDay: toDay(from), days, seasons: 1, observedDays: 0 };
}
