/** What of a grown crop comes home: harms one after another, each of what is left, and the first dry day to harvest it. */

import type { Course, RehearsedPlan } from "./course";
import { LIMITS, type Limit, OUT } from "./outcome";

/** Loss by a day of emergence beyond twice the usual days; assumption: seed rots and is eaten. */
const LATE_EMERGENCE_LOSS = 0.005;
const MOST_SEEDBED_LOSS = 0.6;
/** Loss where the five days after sowing are colder than the crop's lowest soil temperature; assumption. */
const COLD_SEEDBED_LOSS = 0.05;
const MOST_EARLY_LOSS = 0.5;
/** A day is fit to harvest with less rain than this [mm], and less than three times it the day before; assumption. */
const DRY_DAY_MM = 1;
const LONGEST_HARVEST_WAIT = 45;
const MOST_WET_LOSS = 0.9;

interface Grown {
  grownTPerHa: number;
  /** days after the weather's first; -1 where it was not reached */
  ripe: number;
  emergedAt: number;
  /** shares that cold and heat left */
  frost: number;
  heat: number;
}

/** Writes harms, day of harvest and yield of one season. */
export function takeHome(
  { crop, clock: { weather }, rainMm, soilC }: Course,
  { plantingDay, earlyBefore, siteShare, threatShare }: RehearsedPlan,
  season: number,
  { grownTPerHa, ripe, emergedAt, frost, heat }: Grown,
  out: Float64Array,
): void {
  const { days } = weather;
  const base = season * days;
  let left = grownTPerHa;
  const lose = (limit: Limit, share: number) => {
    out[OUT.losses + LIMITS.indexOf(limit)] = left * share;
    left -= left * share;
  };
  out[OUT.ripeDay] = ripe;
  out[OUT.harvestDay] = -1;
  if (ripe < 0) {
    lose("unripe", 1);
    return;
  }
  let seedbed = Math.min(
    MOST_SEEDBED_LOSS,
    LATE_EMERGENCE_LOSS * Math.max(0, emergedAt - plantingDay - 2 * crop.emergenceDays),
  );
  let soil = 0;
  for (let k = plantingDay; k < plantingDay + 5; k++) soil += soilC[base + Math.min(k, days - 1)]!;
  if (soil / 5 < crop.lowestSoilC) seedbed += COLD_SEEDBED_LOSS;
  lose("coldSeedbed", seedbed);
  if (earlyBefore !== null)
    lose("early", Math.min(MOST_EARLY_LOSS, crop.earlyLossPerDay * Math.max(0, earlyBefore - plantingDay)));
  lose("frost", 1 - frost);
  lose("heat", 1 - heat);

  // the first dry day from the usual one on
  let harvest = Math.min(days - 1, ripe + crop.harvestAfterDays);
  let waited = 0;
  while (
    waited < LONGEST_HARVEST_WAIT &&
    harvest < days - 1 &&
    (rainMm[base + harvest]! >= DRY_DAY_MM || (harvest > 0 && rainMm[base + harvest - 1]! >= 3 * DRY_DAY_MM))
  ) {
    waited++;
    harvest++;
  }
  lose("lateHarvest", Math.min(MOST_WET_LOSS, waited * crop.harvestLossPerDay));
  lose("site", 1 - siteShare);
  lose("threats", 1 - threatShare);
  out[OUT.harvestDay] = harvest;
  out[OUT.yield] = left;
}
