/**
 * The sowing window from many simulated seasons: for each date the plan's season is rehearsed with that date, which gives the chance
 * of the target, what limits, and from these the recommended window and the last sensible date.
 */

import { addDays, type IsoDate, isoDate, toDay } from "../dates";
import { over, plus, times } from "../figure/expression";
import { computed, type Figure, quantity } from "../figure/figure";
import type { RehearsedPlan } from "../rehearsal/course";
import { summedYields } from "../rehearsal/fit";
import { LIMITS, type Limit, OUT } from "../rehearsal/outcome";
import { chanceOfTarget, inOrder, meanOf, rankOf, rehearse } from "../rehearsal/rehearse";
import { percentile } from "../weather/percentile";
import { type AskedOf, askedCourse } from "./asked-course";

/** How near the best a date must come to be recommended: chance within so many points, yield within so many per cent. */
const RECOMMENDED_POINTS = 6;
const RECOMMENDED_YIELD = 0.975;
/** The last sensible date still gives this share of the best yield; assumption: a seventh of the yield is most margins. */
const SENSIBLE_YIELD = 0.85;
/** The classes of the heat map are as for a yield of this share of the target, where less is expected. */
const LEAST_SCALE = 0.25;
/** Days after sowing within which cold counts. */
const COLD_DAYS = 150;

/** The season that is walked has its own planting date: what came at or before planting moves with it. */
export interface WindowQuestion extends AskedOf {
  from: IsoDate;
  to: IsoDate;
  stepDays: number;
  /** customary windows: what is recommended lies in or near them, since custom sees what no simulation does */
  customary?: { from: IsoDate; until: IsoDate }[];
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
  /** what holds the yield back, of what light would allow [%, mean of the seasons] */
  lossPct: Record<Limit, number>;
  /** what a date can move and takes most, where it takes a hundredth or more */
  limit: Limit | null;
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
  targetTPerHa: number;
  best: WindowDate | null;
  recommended: { from: IsoDate; to: IsoDate } | null;
  lastSensible: IsoDate | null;
  /** a date far from custom at which the simulation finds over 2 % more than at `best`; null where there is none */
  beyond: WindowDate | null;
  /** means at the best date, or at the only one [t/ha]: what light and warmth allow, and what water does of that */
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
  const { asked, kind, targetTPerHa } = question;
  const course = askedCourse(question, question.seasons);
  const { clock } = course;
  const { weather } = clock;

  const inside = (date: IsoDate) =>
    toDay(date) >= weather.firstDay && toDay(date) < weather.firstDay + weather.days - 30;

  const wanted: IsoDate[] = [];
  for (let date = question.from; date <= question.to; date = addDays(date, question.stepDays))
    if (inside(date)) wanted.push(date);
  const walked = wanted.map((date, n) => {
    const found = rehearse(course, plantedOn(asked.plan, toDay(date) - weather.firstDay), asked.fit);
    onProgress?.((n + 1) / wanted.length);
    return found;
  });
  const highest = Math.max(LEAST_SCALE * targetTPerHa, ...walked.map((found) => rankOf(found.sorted, 90)));
  const classTPerHa = question.classTPerHa ?? niceStep((highest * 1.2) / 12);
  const classCount = Math.ceil((Math.max(highest, targetTPerHa) * 1.2) / classTPerHa) + 1;

  const dates = wanted.map((date, n): WindowDate => {
    const found = walked[n]!;
    const yields = inOrder(found, OUT.yield);
    const classes = new Array<number>(classCount).fill(0);
    for (const y of yields) classes[Math.min(classCount - 1, Math.floor(y / classTPerHa))]!++;
    const reference = meanOf(found, OUT.reference);
    const lossPct = Object.fromEntries(
      LIMITS.map((limit, k) => [limit, reference > 0 ? (100 * meanOf(found, OUT.losses + k)) / reference : 0]),
    ) as Record<Limit, number>;
    const worst = BY_DATE.reduce((a, b) => (lossPct[b] > lossPct[a] ? b : a));
    const often = (days: Float64Array): IsoDate | null => {
      const came = days.filter((day) => day >= 0);
      return came.length * 2 >= days.length ? isoDate(weather.firstDay + percentile(came, 50)) : null;
    };
    return {
      date,
      chancePct: 100 * chanceOfTarget(found, targetTPerHa),
      meanTPerHa: meanOf(found, OUT.yield),
      lowTPerHa: rankOf(found.sorted, 10),
      middleTPerHa: rankOf(found.sorted, 50),
      highTPerHa: rankOf(found.sorted, 90),
      lossPct,
      limit: lossPct[worst] >= 1 ? worst : null,
      classes,
      ripe: often(inOrder(found, OUT.ripeDay)),
      harvest: often(inOrder(found, OUT.harvestDay)),
      coldMetPct: kind.vernalisationDays ? coldMet(toDay(date) - weather.firstDay) : null,
    };
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

  const window = windowOf(dates, question.customary);
  const best = walked[window.best ? dates.indexOf(window.best) : 0];
  const mean = (at: number) => (best ? meanOf(best, at) : 0);
  const lost = (limit: Limit) => mean(OUT.losses + LIMITS.indexOf(limit));
  const potentialTPerHa = mean(OUT.reference) - lost("warmth");
  // what light allows is not what crops of the kind usually make of it
  const unfitted = asked.fit.calibration > 0 ? 1 / asked.fit.calibration : 0;
  return {
    dates,
    seasons: weather.seasons,
    classTPerHa,
    targetTPerHa,
    ...window,
    potentialTPerHa: unfitted * potentialTPerHa,
    waterLimitedTPerHa: unfitted * (potentialTPerHa - lost("water")),
    stress: [mean(OUT.wet), mean(OUT.wet + 1), mean(OUT.wet + 2)],
  };
}

/** What the date of planting can change. */
const BY_DATE: Limit[] = LIMITS.filter((limit) => limit !== "warmth" && limit !== "stand" && limit !== "site");

/** The same plan planted on another day: what came at planting or before it moves along, what comes in spring stays. */
function plantedOn(plan: RehearsedPlan, plantingDay: number): RehearsedPlan {
  const moved = plantingDay - plan.plantingDay;
  if (moved === 0) return plan;
  return {
    ...plan,
    plantingDay,
    startDay: Math.min(plan.startDay, plantingDay),
    seen: null,
    arrivals: plan.arrivals
      .map((a) =>
        a.day > plan.startDay && a.day <= plan.plantingDay + WITH_PLANTING_DAYS ? { ...a, day: a.day + moved } : a,
      )
      .sort((a, b) => a.day - b.day),
    pond: plan.pond && { ...plan.pond, untilDay: plan.pond.untilDay + moved },
  };
}
/** Fertiliser that comes within so many days of planting goes with it; assumption. */
const WITH_PLANTING_DAYS = 30;

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
  own: Parameters<typeof summedYields>[0],
  siteShare = 1,
): { value: number; figure: Figure } {
  const { seasons, tPerHa } = summedYields(own);
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
        quantity("own yields of this crop, summed", tPerHa, "t/ha"),
      ),
      plus(GUIDE_SEASONS, quantity("number of own yields", seasons, "")),
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
