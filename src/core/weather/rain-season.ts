/** Onset and end of a rainy season from simulated or measured years, and what sowing ahead of it risks. */

import { isoDate, toDay } from "../dates";
import type { Climate } from "./climate";
import type { DailyWeather } from "./generator";
import { percentile } from "./percentile";

/** The first wetting: this much rain within three days [mm]; Stern, Dennett and Dale 1982 use 20. */
const WETTING_MM = 20;
/** A start is false when a dry spell of so many days comes within the next thirty; Sivakumar 1988 takes 7 to 10. */
const DRY_SPELL = 10;
const LOOK_AHEAD = 30;
/** A day with less than this counts as dry [mm]. */
const DRY_MM = 1;
/** The rains have ended when the next twenty days bring less than this [mm]. */
const END_MM = 20;

interface RainSeason {
  /** by season, day numbers; null where there was none */
  onset: (number | null)[];
  end: (number | null)[];
  /** share of seasons with a false start before the true one [%] */
  falseStartPct: number;
  onsetSpread: { early: string; middle: string; late: string } | null;
  endSpread: { early: string; middle: string; late: string } | null;
}

/**
 * First day of the month from which a rainy season is looked for, or null where rain falls the year round: the month
 * after the driest four months' run, if these bring under 8 % of the year's rain.
 *
 * Example: a delta with 9, 6, 5 and 8 mm from December to March of 1,150 mm has its season looked for from 1 April.
 */
export function rainSeasonStartMonth(climate: Climate): number | null {
  const rain = climate.months.map((m) => m.rainMm);
  const year = rain.reduce((a, b) => a + b, 0);
  const runs = rain.map((_, i) => [0, 1, 2, 3].reduce((sum, k) => sum + rain[(i + k) % 12]!, 0));
  const driest = runs.indexOf(Math.min(...runs));
  return year > 0 && runs[driest]! < 0.08 * year ? ((driest + 4) % 12) + 1 : null;
}

/** Onset and end of the rains in each season of a calendar year of the weather, looked for from a month on. */
export function rainSeason(weather: DailyWeather, year: number, startMonth: number): RainSeason {
  const from = toDay(`${year}-${String(startMonth).padStart(2, "0")}-01`) - weather.firstDay;
  const onset: (number | null)[] = [];
  const end: (number | null)[] = [];
  let falseStarts = 0;
  for (let s = 0; s < weather.seasons; s++) {
    const rain = weather.rainMm.subarray(s * weather.days, (s + 1) * weather.days);
    let start: number | null = null;
    let wasFalse = false;
    for (let d = from; d < Math.min(weather.days - LOOK_AHEAD, from + 200); d++) {
      if (!wetting(rain, d)) continue;
      if (longestDry(rain, d + 3, d + 3 + LOOK_AHEAD) < DRY_SPELL) {
        start = d;
        break;
      }
      wasFalse = true;
    }
    if (wasFalse && start !== null) falseStarts++;
    let stop: number | null = null;
    if (start !== null)
      for (let d = start + 40; d < Math.min(weather.days - 20, from + 330); d++) {
        let next = 0;
        for (let k = 0; k < 20; k++) next += rain[d + k]!;
        if (next < END_MM) {
          stop = d;
          break;
        }
      }
    onset.push(start === null ? null : weather.firstDay + start);
    end.push(stop === null ? null : weather.firstDay + stop);
  }
  return {
    onset,
    end,
    falseStartPct: (100 * falseStarts) / weather.seasons,
    onsetSpread: spread(onset),
    endSpread: spread(end),
  };
}

interface DrySowing {
  date: string;
  /** seasons in which seed laid into dry ground on this day is lost [%], and why */
  failPct: number;
  falseStartPct: number;
  noRainPct: number;
  /** days of growth won over sowing at the onset, in the median season that succeeds */
  daysWon: number;
  /** most of the field that may be sown so [%] */
  sharePct: number;
}

/** Seed that lies dry longer than this is eaten or spoilt [days]; assumption. */
const LIES_DRY = 40;

/**
 * Sowing dry and deeper ahead of the rains on a date: it fails when a wetting starts the seed and a dry spell follows
 * before the true onset, or when no wetting comes within 40 days. The share of the field is such that no more than
 * `riskPct` of it is lost in the mean: share = risk / chance of failing, at most all.
 *
 * Example: a chance of failing of 40 % and a risk of 10 % of the field allow a quarter of it.
 */
export function drySowing(weather: DailyWeather, season: RainSeason, date: string, riskPct: number): DrySowing {
  const day = toDay(date) - weather.firstDay;
  let falseStart = 0;
  let noRain = 0;
  const won: number[] = [];
  for (let s = 0; s < weather.seasons; s++) {
    const rain = weather.rainMm.subarray(s * weather.days, (s + 1) * weather.days);
    let start = -1;
    for (let d = day; d < Math.min(weather.days - LOOK_AHEAD - 3, day + LIES_DRY); d++)
      if (wetting(rain, d)) {
        start = d;
        break;
      }
    if (start < 0) noRain++;
    else if (longestDry(rain, start + 3, start + 3 + LOOK_AHEAD) >= DRY_SPELL) falseStart++;
    else {
      const onset = season.onset[s];
      if (onset !== null && onset !== undefined) won.push(Math.max(0, onset - weather.firstDay - day));
    }
  }
  won.sort((a, b) => a - b);
  const failPct = (100 * (falseStart + noRain)) / weather.seasons;
  return {
    date,
    failPct,
    falseStartPct: (100 * falseStart) / weather.seasons,
    noRainPct: (100 * noRain) / weather.seasons,
    daysWon: won.length > 0 ? percentile(won, 50) : 0,
    sharePct: failPct <= riskPct ? 100 : (100 * riskPct) / failPct,
  };
}

function wetting(rain: Float32Array, d: number): boolean {
  return rain[d]! + rain[d + 1]! + rain[d + 2]! >= WETTING_MM && rain[d]! >= DRY_MM;
}

function longestDry(rain: Float32Array, from: number, to: number): number {
  let run = 0;
  let longest = 0;
  for (let d = from; d < to; d++) {
    run = rain[d]! < DRY_MM ? run + 1 : 0;
    if (run > longest) longest = run;
  }
  return longest;
}

function spread(days: (number | null)[]): { early: string; middle: string; late: string } | null {
  const known = days.filter((d): d is number => d !== null).sort((a, b) => a - b);
  if (known.length * 2 < days.length) return null;
  return {
    early: isoDate(percentile(known, 10)),
    middle: isoDate(percentile(known, 50)),
    late: isoDate(percentile(known, 90)),
  };
}
