/**
 * The sowing window from many simulated seasons: for each date what the crop would carry home in each season, the chance
 * of the target, what limits, and from these the recommended window and the last sensible date.
 */

import { addDays, type IsoDate, isoDate, toDay } from "../dates";
import { over, plus, times } from "../figure/expression";
import { computed, type Figure, quantity } from "../figure/figure";
import type { Guide, Kind } from "../guides/schema";
import { clockOf } from "../phenology/development";
import { normalShareBelow } from "../random";
import type { Climate } from "../weather/climate";
import { percentile } from "../weather/percentile";
import { type ObservedWeather, SEASONS_FOR_WINDOWS, seasonWeather } from "../weather/season-weather";
import { CAUSES, type Cause, type GrowthCrop, growSeason, growthField, OUT } from "./growth";

/** Spread of a field's yield from what the simulation does not see (pests, people, patches); assumption, one field's usual. */
const OTHER_CAUSES_CV = 0.08;
/** How near the best a date must come to be recommended: chance within so many points, yield within so many per cent. */
const RECOMMENDED_POINTS = 6;
const RECOMMENDED_YIELD = 0.975;
/** The last sensible date still gives this share of the best yield; assumption: a seventh of the yield is most margins. */
const SENSIBLE_YIELD = 0.85;
/** The classes of the heat map are as for a yield of this share of the target, where less is expected. */
const LEAST_SCALE = 0.25;
/** Days after sowing within which cold counts. */
const COLD_DAYS = 150;

export interface WindowQuestion {
  climate: Climate;
  season: number;
  today: IsoDate;
  observed: ObservedWeather | null;
  guide: Pick<Guide, "stages" | "climate">;
  kind: Kind;
  crop: GrowthCrop;
  from: IsoDate;
  to: IsoDate;
  stepDays: number;
  /** customary windows: what is recommended lies in or near them, since custom sees what no simulation does */
  customary?: { from: IsoDate; until: IsoDate }[];
  /** the date at which the field gives `expectedTPerHa` in the mean: the guide's best */
  referenceDate: IsoDate;
  expectedTPerHa: number;
  targetTPerHa: number;
  seasons?: number;
  /** upper ends of the yield classes of the heat map [t/ha] are steps of this */
  classTPerHa?: number;
}

export interface WindowDate {
  date: IsoDate;
  chancePct: number;
  meanTPerHa: number;
  lowTPerHa: number;
  middleTPerHa: number;
  highTPerHa: number;
  /** mean share of the yield lost by cause [%] */
  lossPct: Record<Cause, number>;
  /** the cause that takes most, where it takes a hundredth or more */
  limit: Cause | null;
  /** seasons by yield class, from 0 up */
  classes: number[];
  ripe: IsoDate | null;
  harvest: IsoDate | null;
  /** seasons in which the need for cold is met [%]; null for a kind without one */
  coldMetPct: number | null;
}

export interface WindowAnswer {
  dates: WindowDate[];
  seasons: number;
  classTPerHa: number;
  /** expected over simulated yield at the reference date */
  factor: number;
  targetTPerHa: number;
  best: WindowDate | null;
  recommended: { from: IsoDate; to: IsoDate } | null;
  lastSensible: IsoDate | null;
  /** a date far from custom at which the simulation finds over 2 % more than at `best`; null where there is none */
  beyond: WindowDate | null;
  /** means at the reference date, before the field's own history comes in [t/ha] */
  potentialTPerHa: number;
  waterLimitedTPerHa: number;
  stress: [number, number, number];
}

/**
 * Simulates every sowing date of the question in every season. `onProgress` is told the share done (0 to 1). A pure
 * function of its question; heavy enough for a worker.
 *
 * Example: sixty dates from 10 September in a hundred seasons of winter wheat take some tenths of a second.
 */
export function simulateWindow(question: WindowQuestion, onProgress?: (share: number) => void): WindowAnswer {
  const { climate, season, crop, kind, targetTPerHa } = question;
  const weather = seasonWeather(climate, season, {
    today: question.today,
    observed: question.observed,
    seasons: question.seasons ?? SEASONS_FOR_WINDOWS,
  });
  const clock = clockOf(question.guide, kind, climate.latitudeDeg, weather);
  const field = growthField(crop, clock);
  const out = new Float64Array(OUT.size);
  const yields = new Float64Array(weather.seasons);

  const at = (date: IsoDate): { sums: Float64Array; ripe: number[]; harvest: number[] } => {
    const day = toDay(date) - weather.firstDay;
    const sums = new Float64Array(OUT.size);
    const ripe: number[] = [];
    const harvest: number[] = [];
    for (let s = 0; s < weather.seasons; s++) {
      growSeason(field, s, day, out);
      yields[s] = out[OUT.yield]!;
      for (let k = 0; k < OUT.size; k++) sums[k]! += out[k]!;
      if (out[OUT.ripeDay]! >= 0) {
        ripe.push(out[OUT.ripeDay]!);
        harvest.push(out[OUT.harvestDay]!);
      }
    }
    return { sums, ripe, harvest };
  };
  const inside = (date: IsoDate) =>
    toDay(date) >= weather.firstDay && toDay(date) < weather.firstDay + weather.days - 30;

  const reference = at(question.referenceDate).sums;
  const simulated = reference[OUT.yield]! / weather.seasons;
  const factor = simulated > 0 ? question.expectedTPerHa / simulated : 0;
  // of a field of which next to nothing is expected the target says how wide the classes are
  const classTPerHa =
    question.classTPerHa ?? niceStep((Math.max(question.expectedTPerHa, LEAST_SCALE * targetTPerHa) * 1.6) / 12);
  const classCount = Math.ceil((Math.max(question.expectedTPerHa, targetTPerHa) * 1.5) / classTPerHa) + 1;

  const dates: WindowDate[] = [];
  const wanted: IsoDate[] = [];
  for (let date = question.from; date <= question.to; date = addDays(date, question.stepDays))
    if (inside(date)) wanted.push(date);
  wanted.forEach((date, n) => {
    const { sums, ripe, harvest } = at(date);
    const classes = new Array<number>(classCount).fill(0);
    let chance = 0;
    let mean = 0;
    for (let s = 0; s < weather.seasons; s++) {
      const y = yields[s]! * factor;
      mean += y / weather.seasons;
      chance += chanceOf(y, targetTPerHa) / weather.seasons;
      const c = Math.min(classCount - 1, Math.floor(y / classTPerHa));
      classes[c]!++;
    }
    const sorted = Float64Array.from(yields, (y) => y * factor).sort();
    const lossPct = Object.fromEntries(
      CAUSES.map((cause, k) => [cause, (100 * sums[OUT.losses + k]!) / weather.seasons]),
    ) as Record<Cause, number>;
    const worst = CAUSES.reduce((a, b) => (lossPct[b] > lossPct[a] ? b : a));
    ripe.sort((a, b) => a - b);
    harvest.sort((a, b) => a - b);
    const often = ripe.length * 2 >= weather.seasons;
    dates.push({
      date,
      chancePct: 100 * chance,
      meanTPerHa: mean,
      lowTPerHa: percentile(sorted, 10),
      middleTPerHa: percentile(sorted, 50),
      highTPerHa: percentile(sorted, 90),
      lossPct,
      limit: lossPct[worst] >= 1 ? worst : null,
      classes,
      ripe: often ? isoDate(weather.firstDay + percentile(ripe, 50)) : null,
      harvest: often ? isoDate(weather.firstDay + percentile(harvest, 50)) : null,
      coldMetPct: kind.vernalisationDays ? coldMet(toDay(date) - weather.firstDay) : null,
    });
    onProgress?.((n + 1) / wanted.length);
  });

  function coldMet(day: number): number {
    let met = 0;
    for (let s = 0; s < weather.seasons; s++) {
      let sum = 0;
      const until = Math.min(weather.days, day + COLD_DAYS);
      for (let d = day; d < until && sum < clock.coldNeed; d++) sum += clock.cold[s * weather.days + d]!;
      if (sum >= clock.coldNeed) met++;
    }
    return (100 * met) / weather.seasons;
  }

  return {
    dates,
    seasons: weather.seasons,
    classTPerHa,
    factor,
    targetTPerHa,
    ...windowOf(dates, question.customary),
    potentialTPerHa: reference[OUT.potential]! / weather.seasons,
    waterLimitedTPerHa: reference[OUT.waterLimited]! / weather.seasons,
    stress: [0, 1, 2].map((k) => reference[OUT.stress + k]! / weather.seasons) as [number, number, number],
  };
}

/** Chance that a season whose simulated yield is `yieldTPerHa` reaches the target, given what the simulation does not see. */
export function chanceOf(yieldTPerHa: number, targetTPerHa: number): number {
  return yieldTPerHa <= 0 ? 0 : normalShareBelow((yieldTPerHa - targetTPerHa) / (OTHER_CAUSES_CV * yieldTPerHa));
}

/** Days from a customary window within which a date can be recommended; assumption, two weeks. */
const NEAR_CUSTOM = 14;

/**
 * The recommended window (the run of dates round the best one that stay within 6 points of its chance and 2.5 % of its
 * yield, not more than two weeks from a customary window) and the last date that still gives 85 % of the best yield.
 */
export function windowOf(
  dates: WindowDate[],
  customary: { from: IsoDate; until: IsoDate }[] = [],
): Pick<WindowAnswer, "best" | "recommended" | "lastSensible" | "beyond"> {
  const near = ({ date }: WindowDate) =>
    customary.length === 0 ||
    customary.some((w) => date >= addDays(w.from, -NEAR_CUSTOM) && date <= addDays(w.until, NEAR_CUSTOM));
  const most = (list: WindowDate[]) =>
    list.reduce<WindowDate | null>((a, b) => (a === null || b.meanTPerHa > a.meanTPerHa ? b : a), null);
  const highestOfAll = most(dates);
  const best = most(dates.filter(near));
  if (!best || best.meanTPerHa <= 0) return { best: null, recommended: null, lastSensible: null, beyond: null };
  const highest = Math.max(...dates.filter(near).map((d) => d.chancePct));
  const good = (d: WindowDate) =>
    near(d) && d.chancePct >= highest - RECOMMENDED_POINTS && d.meanTPerHa >= best.meanTPerHa * RECOMMENDED_YIELD;
  const middle = dates.indexOf(best);
  let from = middle;
  let to = middle;
  while (from > 0 && good(dates[from - 1]!)) from--;
  while (to < dates.length - 1 && good(dates[to + 1]!)) to++;
  let last = middle;
  while (last < dates.length - 1 && dates[last + 1]!.meanTPerHa >= best.meanTPerHa * SENSIBLE_YIELD) last++;
  return {
    best,
    recommended: { from: dates[from]!.date, to: dates[to]!.date },
    // where even the last date asked for is sensible, its end is not known
    lastSensible: last < dates.length - 1 ? dates[last]!.date : null,
    beyond:
      highestOfAll && !near(highestOfAll) && highestOfAll.meanTPerHa > 1.02 * best.meanTPerHa ? highestOfAll : null,
  };
}

/**
 * The yield that a field can be expected to give in the mean: its own yields of this crop, leaning on the guide's typical
 * figure, by the share of it that the site allows, as if that were two more seasons. Own yields know the site already.
 *
 * Example: typical 7.5 and one own yield of 8.1 give (2 x 7.5 + 8.1) / 3 = 7.7 t/ha.
 */
export function expectedYield(
  typicalTPerHa: number,
  ownTPerHa: number[],
  siteShare = 1,
): { value: number; figure: Figure } {
  const figure = computed(
    "Expected yield of this field",
    "t/ha",
    over(
      plus(
        times(
          GUIDE_SEASONS,
          quantity("typical of the guide", typicalTPerHa, "t/ha"),
          quantity("share that the site allows", siteShare, ""),
        ),
        quantity(
          "own yields of this crop, summed",
          ownTPerHa.reduce((a, b) => a + b, 0),
          "t/ha",
        ),
      ),
      plus(GUIDE_SEASONS, quantity("number of own yields", ownTPerHa.length, "")),
    ),
    "The guide counts as two seasons: an assumption that lets four own yields outweigh it. Own yields know the site already.",
  );
  return { value: figure.value, figure };
}
/** The guide's typical yield counts as so many seasons; assumption. */
const GUIDE_SEASONS = 2;

/** A round step near a number: 1, 2, 2.5 or 5 times a power of ten. Example: niceStep(0.93) is 1. */
export function niceStep(near: number): number {
  const power = 10 ** Math.floor(Math.log10(near));
  const share = near / power;
  return power * (share < 1.5 ? 1 : share < 2.2 ? 2 : share < 3.5 ? 2.5 : share < 7.5 ? 5 : 10);
}
