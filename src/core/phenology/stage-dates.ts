/**
 * Dates of growth stages from the planting date by thermal time over the station's normals, with the guide's days as
 * fall-back where no climate is known. The expected year only: no spread between seasons, no vernalisation or day
 * length yet.
 */

import { type IsoDate, isoDate, toDay } from "../dates";
import type { Guide, Stage } from "../guides/schema";

export interface MonthNormal {
  meanC: number;
  rainMm: number;
  /** reference evapotranspiration [mm in the month] */
  etoMm: number;
}

export interface Climate {
  station: string;
  latitudeDeg: number;
  /** January to December */
  months: MonthNormal[];
}

export interface StageDate {
  stage: Stage;
  date: IsoDate;
  daysAfterPlanting: number;
}

/** Mean temperature of a day [C], straight lines between the middles of the months. */
export function normalTemperature(climate: Climate, day: number): number {
  const date = new Date(day * 86_400_000);
  const month = date.getUTCMonth();
  const position = (date.getUTCDate() - 15.5) / 30.4;
  const here = climate.months[month]?.meanC ?? 0;
  const next = climate.months[(month + (position >= 0 ? 1 : 11)) % 12]?.meanC ?? 0;
  return here + (next - here) * Math.abs(position);
}

/**
 * Degree days of one day: temperature above the base, no more than up to the optimum, falling back to none at the
 * ceiling.
 *
 * Example: base 0, optimum 24, ceiling 34: 12 C gives 12, 24 C gives 24, 29 C gives 12.
 */
export function thermalUnits(temperatureC: number, climate: Guide["climate"]): number {
  const base = climate.baseC.value;
  const best = climate.optimumC.value;
  const ceiling = climate.ceilingC.value;
  if (temperatureC <= base || temperatureC >= ceiling) return 0;
  return temperatureC <= best ? temperatureC - base : ((best - base) * (ceiling - temperatureC)) / (ceiling - best);
}

/** Longest time looked ahead for a stage [days]; a stage not reached by then keeps the guide's days. */
const HORIZON = 420;

/** Date of each stage for a planting date; by the guide's days without a climate or where warmth is never enough. */
export function stageDates(
  guide: Pick<Guide, "stages" | "climate">,
  planting: IsoDate,
  climate: Climate | null,
): StageDate[] {
  const start = toDay(planting);
  const reached = new Map<string, number>();
  if (climate) {
    let sum = 0;
    let next = 0;
    for (let day = 0; day <= HORIZON && next < guide.stages.length; day++) {
      sum += thermalUnits(normalTemperature(climate, start + day), guide.climate);
      for (let stage = guide.stages[next]; stage && sum >= stage.thermalTimeCd; stage = guide.stages[++next])
        reached.set(stage.id, day + 1);
    }
  }
  return guide.stages.map((stage) => {
    const daysAfterPlanting = reached.get(stage.id) ?? stage.days;
    return { stage, daysAfterPlanting, date: isoDate(start + daysAfterPlanting) };
  });
}
