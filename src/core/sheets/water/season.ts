/** The season that water is planned on: days from planting to harvest, the crop's coefficients and roots, a hundred courses of weather. */

import { addDays, type IsoDate, toDay } from "../../dates";
import { latest, numbered } from "../../memo";
import type { SolvedDates } from "../../plan/dates";
import { availableWaterMmPerM } from "../../soil/available-water";
import { giverOf, type WaterRule } from "../../water/giver";
import { type Giver, LEAST_ROOT_M, LEFT_EMPTY, type Sums, type Trace, walkWater } from "../../water/walk";
import { withGauge } from "../../weather/gauged-rain";
import type { DailyWeather } from "../../weather/generator";
import { SEASONS_FOR_STAGES, SEASONS_FOR_WINDOWS, seasonWeather } from "../../weather/season-weather";
import type { Draft } from "../sheet";
import { cropDays } from "./coefficients";

/** Days before planting from which the store of bare ground is walked where no last crop is known; it begins at capacity (assumption). */
const BEFORE_DAYS = 90;
/** Evaporation of bare ground in parts of the reference; FAO-56's usual initial coefficient of seldom wetted soil. */
const BARE_KC = 0.35;

export interface WaterYear {
  weather: DailyWeather;
  /** rain of all courses, with the field's own gauge put over the station's */
  rainMm: Float32Array;
  /** day of planting after the weather's first */
  first: number;
  days: number;
  kc: Float64Array;
  rootM: Float64Array;
  awcMmPerM: number;
  depletionFraction: number;
  /** position of each stage in days after planting */
  stageDays: { id: string; day: number }[];
  from: IsoDate;
  /** day after the weather's first on which the last crop was off; null where the store begins full */
  emptiedOn: number | null;
}

/** Null where there is no climate, no planting or no harvest to reckon between. */
export function waterYear(draft: Draft, solved: SolvedDates): WaterYear | null {
  const { context, facts, decisions } = draft;
  const { guide } = context.crop;
  const { climate, field } = facts;
  const planting = solved.stages[0] && plantingOf(solved);
  const last = solved.stages.at(-1);
  if (!climate || !planting || !last) return null;
  const weather = seasonWeather(climate, context.season, {
    today: facts.today,
    observed: facts.observedWeather,
    // what is not watered is looked at on the courses that dates rest on
    seasons: field.irrigated ? SEASONS_FOR_WINDOWS : SEASONS_FOR_STAGES,
  });
  const first = toDay(planting) - weather.firstDay;
  const end = toDay(solved.dates[last.stage.id]?.planned ?? last.date) - weather.firstDay;
  const days = Math.min(end, weather.days - 1) - first + 1;
  if (first < 0 || days < 10) return null;
  const stageDays = solved.stages.map(({ stage, date }) => ({
    id: stage.id,
    day: toDay(solved.dates[stage.id]?.planned ?? date) - toDay(planting),
  }));
  // a compacted layer is broken or counted against the site: here the soil's own depth is the end
  const deepest = Math.max(LEAST_ROOT_M, (field.soilDepthCm ?? 500) / 100);
  const { kc, rootM } = cropDays(draft, days, stageDays, planting, [LEAST_ROOT_M, deepest]);
  return {
    weather,
    rainMm: withGauge(weather, facts.rain ?? []),
    first,
    days,
    kc,
    rootM,
    awcMmPerM: availableWaterMmPerM(field.textureClass) * (1 - (field.stonesPct ?? 0) / 100),
    depletionFraction: guide.water.depletionFraction.value,
    stageDays,
    from: planting,
    emptiedOn:
      decisions.water?.startFrom === "capacity" || !facts.previousCrop?.harvest
        ? null
        : toDay(facts.previousCrop.harvest) - weather.firstDay,
  };
}

function plantingOf(solved: SolvedDates): IsoDate | null {
  const [first] = solved.stages;
  if (!first) return null;
  const date = solved.dates[first.stage.id]?.planned ?? first.date;
  return addDays(date, -first.daysAfterPlanting);
}

/** What is missing in the rooted soil at planting, by the bare ground's balance in one course of weather [mm]. */
function depletionAtPlanting(year: WaterYear, course: number): number {
  const { weather, first, awcMmPerM, rootM, emptiedOn } = year;
  const since = emptiedOn !== null && emptiedOn >= 0 && emptiedOn < first ? first - emptiedOn : null;
  const before = since ?? Math.min(BEFORE_DAYS, first);
  const taw = awcMmPerM * (rootM[0] ?? LEAST_ROOT_M);
  let depletion = since === null ? 0 : taw * LEFT_EMPTY;
  for (let i = course * weather.days + first - before; i < course * weather.days + first; i++) {
    const left = 1 - depletion / taw;
    depletion += BARE_KC * weather.etoMm[i]! * left - year.rainMm[i]!;
    if (depletion < 0) depletion = 0;
  }
  return depletion;
}

/** Walks one course of weather. */
export function walkCourse(
  year: WaterYear,
  course: number,
  start: number | null,
  give: Giver,
  trace: Trace | null = null,
): Sums {
  const { weather, rainMm, first, days, kc, rootM, awcMmPerM, depletionFraction } = year;
  const initialDepletionMm = start ?? depletionAtPlanting(year, course);
  return walkWater(
    days,
    course * weather.days + first,
    weather.etoMm,
    rainMm,
    kc,
    rootM,
    { awcMmPerM, depletionFraction, initialDepletionMm },
    give,
    trace,
  );
}

export const etoOf = ({ weather, first }: WaterYear, course: number, d: number) =>
  weather.etoMm[course * weather.days + first + d] ?? 0;
export const meanC = ({ weather, first }: WaterYear, course: number, d: number) => {
  const i = course * weather.days + first + d;
  return ((weather.tminC[i] ?? 0) + (weather.tmaxC[i] ?? 0)) / 2;
};
export const rainOf = ({ weather, rainMm, first }: WaterYear, course: number, d: number) =>
  rainMm[course * weather.days + first + d] ?? 0;

interface Ranked {
  /** courses whose net need is one in five less, the median, and one in five more */
  wet: number;
  dry: number;
  /** the course whose net need is the median, and the needs at the 20th, 50th and 80th of a hundred [mm] */
  median: number;
  wetNetMm: number;
  medianNetMm: number;
  dryNetMm: number;
}

const ranked = latest<Ranked>(40);
const idOf = numbered();

/** Courses by what the balance would give from its first day to the last day of water, whatever the school: one median for all. */
export function rankCourses(
  year: WaterYear,
  start: number | null,
  { firstDay, lastDay }: { firstDay: number; lastDay: number },
): Ranked {
  const { weather, first, days, kc, rootM, awcMmPerM, depletionFraction } = year;
  const key = [
    idOf(weather),
    idOf(year.rainMm),
    first,
    days,
    awcMmPerM,
    depletionFraction,
    start,
    year.emptiedOn,
    firstDay,
    lastDay,
    kc.join(),
    rootM.join(),
  ].join(" ");
  return ranked(key, () => {
    const rule: WaterRule = { kind: "depletion", atRawPct: 100, refill: "capacity" };
    const span = { ruleFromDay: firstDay, stopAfterDay: lastDay };
    const needs = Array.from({ length: weather.seasons }, (_, course) => ({
      course,
      net: walkCourse(year, course, start, giverOf(rule, span)).netMm,
    })).sort((a, b) => a.net - b.net || a.course - b.course);
    const at = (pct: number) => needs[Math.max(0, Math.ceil((pct / 100) * needs.length) - 1)] as (typeof needs)[number];
    return {
      wet: at(20).course,
      dry: at(80).course,
      median: at(50).course,
      wetNetMm: at(20).net,
      medianNetMm: at(50).net,
      dryNetMm: at(80).net,
    };
  });
}
