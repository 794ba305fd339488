/** Limits on when water may run: turns, bans and hours; and days of their own by school and guide. */

import { daysBetween, monthOfDay, toDay } from "../../dates";
import type { WaterRule } from "../../water/giver";
import { daysAtIntervals, daysAtSums, dryTurn, type Openings, openingsOf } from "../../water/openings";
import type { Draft } from "../sheet";
import { etoOf, meanC, type WaterYear } from "./season";

/** Hours in which water runs on a day where nobody limits it. */
export const WHOLE_DAY = 24;

/** Openings of the source, null where water may begin on any day. */
export function openDays({ decisions }: Draft, year: WaterYear): Openings | null {
  const { turns, bans = {} } = decisions.water ?? {};
  const shut = Object.values(bans).map(({ from, to }) => [daysBetween(year.from, from), daysBetween(year.from, to)]);
  const off = turns?.daysOn ? (turns.daysOff ?? 0) : 0;
  if (shut.length === 0 && off === 0) return null;
  const first = turns?.from ? daysBetween(year.from, turns.from) : 0;
  return openingsOf(
    year.days,
    (d) =>
      shut.some(([from, to]) => d >= (from ?? 0) && d <= (to ?? 0)) ||
      (off > 0 && dryTurn(d, first, turns?.daysOn ?? 1, off)),
  );
}

/** Shares of the readily available water by day, where the guide keeps a time moister [%]. */
export function moistDays({ context }: Draft, year: WaterYear): Float64Array | null {
  const { moist } = context.crop.guide.water;
  if (!moist?.length) return null;
  const at = new Float64Array(year.days);
  for (const { fromStage, days, atRawPct } of moist) {
    const from = fromStage === "planting" ? 0 : year.stageDays.find((s) => s.id === fromStage)?.day;
    if (from !== undefined) at.fill(atRawPct, Math.max(0, from), Math.max(0, from + days));
  }
  return at;
}

/** What an interval by month is where nobody typed one: until an irrigation is used up in that month of the course [days]. */
export function usualEvery(year: WaterYear, course: number, irrigationMm: number): Record<string, number> {
  const use: Record<string, { mm: number; days: number }> = {};
  for (let d = 0; d < year.days; d++) {
    const key = String(monthOf(year, d) + 1);
    use[key] ??= { mm: 0, days: 0 };
    use[key].mm += (year.kc[d] ?? 0) * etoOf(year, course, d);
    use[key].days += 1;
  }
  return Object.fromEntries(
    Object.entries(use).map(([key, { mm, days }]) => [
      key,
      Math.round(Math.min(60, Math.max(1, (irrigationMm * days) / Math.max(mm, 0.01)))),
    ]),
  );
}

/** Degree days in which an irrigation is used up over the whole season, rounded to ten. */
export function usualCd(draft: Draft, year: WaterYear, course: number, irrigationMm: number): number {
  let [mm, cd] = [0, 0];
  for (let d = 0; d < year.days; d++) {
    mm += (year.kc[d] ?? 0) * etoOf(year, course, d);
    cd += heatOf(draft, year, course, d);
  }
  return Math.min(3000, Math.max(10, Math.round((irrigationMm * cd) / Math.max(mm, 1) / 10) * 10));
}

const heatOf = ({ context }: Draft, year: WaterYear, course: number, d: number) =>
  Math.max(0, meanC(year, course, d) - context.crop.guide.climate.baseC.value);
const monthOf = (year: WaterYear, d: number) => monthOfDay(toDay(year.from) + d);

/** The interval school's rule: by days, by month, or by heat. */
export function intervalRule(
  draft: Draft,
  year: WaterYear,
  course: number,
  netMm: number,
  usualDays: number,
  firstDay: number,
): WaterRule {
  const own = draft.decisions.water ?? {};
  if (own.intervalBy === "heat") {
    const each = own.everyCd ?? usualCd(draft, year, course, netMm);
    const heat = (d: number) => heatOf(draft, year, course, d);
    return { kind: "days", afterPlanting: daysAtSums(firstDay, year.days, each, heat), netMm };
  }
  if (own.intervalBy === "month") {
    const usual = usualEvery(year, course, netMm);
    const every = (d: number) => {
      const key = String(monthOf(year, d) + 1);
      return own.everyByMonth?.[key] ?? usual[key] ?? usualDays;
    };
    return { kind: "days", afterPlanting: daysAtIntervals(firstDay, year.days, every), netMm };
  }
  return { kind: "interval", everyDays: Math.round(own.everyDays ?? usualDays), netMm };
}
