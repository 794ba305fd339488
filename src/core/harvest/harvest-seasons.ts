/** What each day of waiting brings and costs a ripe crop, over many simulated seasons. */

import type { DryDown, Spoil } from "../guides/schema-harvest";
import { spellDays } from "../protect/threat-weather";
import type { DailyWeather } from "../weather/generator";
import { percentile } from "../weather/percentile";
import { fieldMoisture } from "./field-moisture";

/** Rain of a day on which nothing is cut or lifted [mm]; assumption. */
export const NO_HARVEST_RAIN_MM = 2;
/** A day is still sensible while its net is within so much of the best [%]; assumption. */
const SENSIBLE_WITHIN_PCT = 2;

export interface HarvestQuestion {
  /**
   * day number from which it dries, in the middle of the seasons; it ripens `ripeAfter` days later, and is ready `readyAfter` days later, from
   * when on losses count
   */
  from: number;
  ripeAfter: number;
  readyAfter: number;
  days: number;
  yieldTPerHa: number;
  /** minor units; 0 where there is no price */
  pricePerT: number;
  lossPctPerDay: number;
  lossFromDay: number;
  spoils: (Spoil & { priceFall: number; loss: number })[];
  /** only of grain that dries where it stands */
  drying: { rule: DryDown; safePct: number; greatestPct: number; costPerTPoint: number } | null;
}

export interface WindowDay {
  day: number;
  /** the middle of the seasons, and one in ten drier and moister; null without grain that dries */
  moisturePct: number | null;
  driestPct: number | null;
  moistestPct: number | null;
  /** share of the seasons in which it can be cut on this very day [0 to 1] */
  canShare: number;
  /** what follows if one sets out on this day and cuts on the first one that allows it, mean of the seasons */
  lossPct: number;
  spoiltShare: number;
  dryingPerHa: number;
  netPerHa: number;
}

/** What comes of cutting on the first day on which grain is not over some moisture. */
interface MoistureLine {
  atMostPct: number;
  /** days after ripeness, mean of the seasons in which it comes within the days */
  meanDay: number;
  /** share of the seasons in which it does not */
  neverShare: number;
  lossPct: number;
  spoiltShare: number;
  dryingPerHa: number;
  netPerHa: number;
}

export interface HarvestSeasons {
  days: WindowDay[];
  /** the day to set out with the highest net, and the last one within 2 % of it */
  bestDay: number;
  lastSensibleDay: number;
  /** what a day of waiting costs after the best one, mean of a week; minor units a hectare */
  waitingPerDay: number;
  moistures: MoistureLine[];
  bestMoisturePct: number | null;
}

/** A season as it comes to the harvest: the day number on which it ripens, and what has grown by then. */
export interface SeasonAtHarvest {
  /** by its position in the weather */
  season: number;
  ripe: number;
  yieldTPerHa: number;
}

/** What one season brings on one day. */
interface Outcome {
  can: boolean;
  moisturePct: number;
  lossPct: number;
  spoilt: boolean;
  dryingPerHa: number;
  netPerHa: number;
}

/**
 * Moisture falls and rises with each season's weather (fieldMoisture); waiting loses so much a day; spells of weather spoil or take away;
 * what is moister than safe is dried at so much for a point of a tonne that is cut. Days with rain of 2 mm and more, and grain over the
 * greatest moisture, wait for the next one; what never comes is cut on the last day. By hand: harvest-seasons.test.ts.
 *
 * `each` are the seasons that ripen, each on its own day with its own yield: days of waiting are counted from there. Without it all ripen as
 * the question says.
 */
export function harvestSeasons(
  question: HarvestQuestion,
  weather: DailyWeather,
  each?: readonly SeasonAtHarvest[],
): HarvestSeasons {
  const { days, drying } = question;
  const alike = Array.from(
    { length: weather.seasons },
    (_, season): SeasonAtHarvest => ({
      season,
      ripe: question.from + question.ripeAfter,
      yieldTPerHa: question.yieldTPerHa,
    }),
  );
  const seasons = (each && each.length > 0 ? each : alike).map((own) => outcomes(question, weather, own));
  // where one cuts that sets out on a day: the first from it on that allows it, of each season
  const cutFrom = seasons.map((list) => {
    const first = new Int32Array(days);
    for (let day = days - 1; day >= 0; day--)
      first[day] = list[day]!.can || day === days - 1 ? day : (first[day + 1] as number);
    return first;
  });
  const table = Array.from({ length: days }, (_, day): WindowDay => {
    const sorted = drying ? seasons.map((list) => list[day]!.moisturePct).sort((a, b) => a - b) : null;
    return {
      day,
      moisturePct: sorted && percentile(sorted, 50),
      driestPct: sorted && percentile(sorted, 10),
      moistestPct: sorted && percentile(sorted, 90),
      canShare: share(seasons, (list) => list[day]!.can),
      ...together(seasons.map((list, s) => list[cutFrom[s]![day] as number]!)),
    };
  });
  const best = table.reduce((a, b) => (b.netPerHa > a.netPerHa + 1e-9 ? b : a));
  const sensible = best.netPerHa - (SENSIBLE_WITHIN_PCT / 100) * Math.abs(best.netPerHa);
  let last = best.day;
  while (last + 1 < days && table[last + 1]!.netPerHa >= sensible) last++;
  const week = table[Math.min(days - 1, best.day + 7)]!;
  const moistures = drying ? byMoisture(question, drying, seasons) : [];
  const bestMoisture = moistures.reduce<MoistureLine | null>(
    (a, b) => (a === null || b.netPerHa > a.netPerHa + 1e-9 ? b : a),
    null,
  );
  return {
    days: table,
    bestDay: best.day,
    lastSensibleDay: last,
    waitingPerDay: week.day > best.day ? (best.netPerHa - week.netPerHa) / (week.day - best.day) : 0,
    moistures,
    bestMoisturePct: bestMoisture?.atMostPct ?? null,
  };
}

function outcomes(
  question: HarvestQuestion,
  weather: DailyWeather,
  { season, ripe, yieldTPerHa }: SeasonAtHarvest,
): Outcome[] {
  const { readyAfter, days, pricePerT, lossPctPerDay, lossFromDay, spoils, drying } = question;
  const from = ripe - question.ripeAfter;
  const moisture = drying ? fieldMoisture(drying.rule, weather, season, from, days) : null;
  const spells = spoils.map((spoil) => ({
    spoil,
    days: spellDays(spoil, weather, season, from + readyAfter + spoil.fromDay, from + days - 1),
    met: 0,
  }));
  let priceShare = 1;
  let keptShare = 1;
  return Array.from({ length: days }, (_, day): Outcome => {
    for (const spell of spells)
      while (spell.met < spell.days.length && spell.days[spell.met]! <= from + day) {
        // what has sprouted cannot sprout again; a second storm breaks more ears
        if (spell.met === 0) priceShare *= 1 - spell.spoil.priceFall / 100;
        keptShare *= 1 - spell.spoil.loss / 100;
        spell.met += 1;
      }
    const waited = Math.max(0, day - readyAfter - lossFromDay);
    const kept = keptShare * Math.max(0, 1 - (lossPctPerDay * waited) / 100);
    const pct = moisture?.[day] ?? 0;
    const points = drying ? Math.max(0, pct - drying.safePct) : 0;
    const cutT = drying && points > 0 ? (yieldTPerHa * kept * (100 - drying.safePct)) / (100 - pct) : 0;
    const dryingPerHa = cutT * points * (drying?.costPerTPoint ?? 0);
    const at = season * weather.days + Math.min(weather.days - 1, Math.max(0, from + day - weather.firstDay));
    return {
      can: weather.rainMm[at]! < NO_HARVEST_RAIN_MM && (!drying || pct <= drying.greatestPct),
      moisturePct: pct,
      lossPct: 100 * (1 - kept),
      spoilt: priceShare < 1,
      dryingPerHa,
      netPerHa: yieldTPerHa * kept * pricePerT * priceShare - dryingPerHa,
    };
  });
}

/** One line for each whole per cent from the greatest moisture down to the safe one. */
function byMoisture(
  { days }: HarvestQuestion,
  { safePct, greatestPct }: NonNullable<HarvestQuestion["drying"]>,
  seasons: Outcome[][],
): MoistureLine[] {
  const lines: MoistureLine[] = [];
  for (let atMostPct = Math.floor(greatestPct); atMostPct >= safePct; atMostPct--) {
    const when = seasons.map((list) => list.findIndex((o) => o.can && o.moisturePct <= atMostPct));
    const came = when.filter((day) => day >= 0);
    lines.push({
      atMostPct,
      meanDay: came.length > 0 ? came.reduce((a, b) => a + b, 0) / came.length : days - 1,
      neverShare: 1 - came.length / seasons.length,
      ...together(seasons.map((list, s) => list[when[s]! >= 0 ? when[s]! : days - 1]!)),
    });
  }
  return lines;
}

/** The mean of what the seasons bring. */
function together(list: Outcome[]): Pick<WindowDay, "lossPct" | "spoiltShare" | "dryingPerHa" | "netPerHa"> {
  const mean = (of: (o: Outcome) => number) => list.reduce((sum, o) => sum + of(o), 0) / list.length;
  return {
    lossPct: mean((o) => o.lossPct),
    spoiltShare: mean((o) => (o.spoilt ? 1 : 0)),
    dryingPerHa: mean((o) => o.dryingPerHa),
    netPerHa: mean((o) => o.netPerHa),
  };
}

const share = <T>(list: T[], holds: (item: T) => boolean): number => list.filter(holds).length / list.length;
