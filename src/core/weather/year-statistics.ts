/** A station's year from many simulated ones: by dekad (ten days, as agrometeorology counts), frosts, and the rains. */

import { type IsoDate, isoDate, toDay } from "../dates";
import type { Climate } from "./climate";
import { type DailyWeather, generateWeather } from "./generator";
import { percentile } from "./percentile";
import { rainSeason, rainSeasonStartMonth } from "./rain-season";

interface Dekad {
  /** "03-21" is the third dekad of March */
  from: string;
  tminC: number;
  tmaxC: number;
  /** a tenth of the seasons is colder, a tenth warmer in the mean */
  coldC: number;
  warmC: number;
  rainMm: number;
  wetRainMm: number;
  dryRainMm: number;
  etoMm: number;
  /** seasons with a night under 0 C, and with a day over `heatC` [%] */
  frostPct: number;
  heatPct: number;
}

export interface YearStatistics {
  seasons: number;
  heatC: number;
  dekads: Dekad[];
  /** dates of a made-up ordinary year, by month and day; null where fewer than half of the seasons have one */
  lastSpringFrost: Spread | null;
  firstAutumnFrost: Spread | null;
  rains: { onset: Spread | null; end: Spread | null; falseStartPct: number } | null;
}
export interface Spread {
  early: string;
  middle: string;
  late: string;
}

const YEAR = 2027;
const SEED = 77;

/**
 * Statistics of a station's year. Spring and autumn follow the hemisphere: south of the equator the frosts of the cold
 * half lie from April to September.
 *
 * Example: yearStatistics(climate).dekads[0].frostPct is the chance of a frost from 1 to 10 January.
 */
export function yearStatistics(climate: Climate, heatC = 30, seasons = 100): YearStatistics {
  const first = toDay(`${YEAR}-01-01`);
  const weather = generateWeather(climate, { firstDay: first, days: 365 + 60, seasons, seed: SEED });
  const dekads: Dekad[] = [];
  for (let month = 1; month <= 12; month++)
    for (const day of [1, 11, 21]) {
      const from = toDay(`${YEAR}-${pad(month)}-${pad(day)}`);
      const to = day < 21 ? from + 10 : toDay(month === 12 ? `${YEAR + 1}-01-01` : `${YEAR}-${pad(month + 1)}-01`);
      dekads.push(dekad(weather, from - first, to - first, `${pad(month)}-${pad(day)}`, heatC));
    }
  const start = rainSeasonStartMonth(climate);
  const rains = start === null ? null : rainSeason(weather, YEAR, start);
  return {
    seasons,
    heatC,
    dekads,
    ...frosts(weather, climate.latitudeDeg >= 0),
    rains: rains && {
      onset: inYear(rains.onsetSpread),
      end: inYear(rains.endSpread),
      falseStartPct: rains.falseStartPct,
    },
  };
}

function dekad(weather: DailyWeather, from: number, to: number, name: string, heatC: number): Dekad {
  const days = to - from;
  const means: number[] = [];
  const rains: number[] = [];
  let tmin = 0;
  let tmax = 0;
  let eto = 0;
  let frost = 0;
  let heat = 0;
  for (let s = 0; s < weather.seasons; s++) {
    let mean = 0;
    let rain = 0;
    let cold = false;
    let hot = false;
    for (let d = from; d < to; d++) {
      const i = s * weather.days + d;
      tmin += weather.tminC[i]!;
      tmax += weather.tmaxC[i]!;
      eto += weather.etoMm[i]!;
      mean += (weather.tminC[i]! + weather.tmaxC[i]!) / 2;
      rain += weather.rainMm[i]!;
      if (weather.tminC[i]! < 0) cold = true;
      if (weather.tmaxC[i]! > heatC) hot = true;
    }
    means.push(mean / days);
    rains.push(rain);
    if (cold) frost++;
    if (hot) heat++;
  }
  means.sort((a, b) => a - b);
  rains.sort((a, b) => a - b);
  const n = weather.seasons * days;
  return {
    from: name,
    tminC: tmin / n,
    tmaxC: tmax / n,
    coldC: percentile(means, 10),
    warmC: percentile(means, 90),
    rainMm: rains.reduce((a, b) => a + b, 0) / weather.seasons,
    dryRainMm: percentile(rains, 10),
    wetRainMm: percentile(rains, 90),
    etoMm: eto / weather.seasons,
    frostPct: (100 * frost) / weather.seasons,
    heatPct: (100 * heat) / weather.seasons,
  };
}

/** Last frost of the first half of the year and first of the second; in the south those round July, turned about. */
function frosts(weather: DailyWeather, north: boolean): Pick<YearStatistics, "lastSpringFrost" | "firstAutumnFrost"> {
  const last: number[] = [];
  const firsts: number[] = [];
  const middle = 196;
  for (let s = 0; s < weather.seasons; s++) {
    const cold = (d: number) => weather.tminC[s * weather.days + d]! < 0;
    let a = -1;
    let b = -1;
    if (north) {
      for (let d = middle; d >= 0 && a < 0; d--) if (cold(d)) a = d;
      for (let d = middle; d < 365 && b < 0; d++) if (cold(d)) b = d;
    } else {
      for (let d = 364; d >= 60 && a < 0; d--) if (cold(d)) a = d;
      for (let d = 60; d < 365 && b < 0; d++) if (cold(d)) b = d;
    }
    if (a >= 0) last.push(a);
    if (b >= 0) firsts.push(b);
  }
  return { lastSpringFrost: spread(last, weather), firstAutumnFrost: spread(firsts, weather) };
}

function spread(days: number[], weather: DailyWeather): Spread | null {
  if (days.length * 2 < weather.seasons) return null;
  days.sort((a, b) => a - b);
  const date = (pct: number) => isoDate(weather.firstDay + percentile(days, pct)).slice(5);
  return { early: date(10), middle: date(50), late: date(90) };
}

function inYear(days: { early: IsoDate; middle: IsoDate; late: IsoDate } | null): Spread | null {
  return days && { early: days.early.slice(5), middle: days.middle.slice(5), late: days.late.slice(5) };
}

const pad = (n: number) => String(n).padStart(2, "0");
