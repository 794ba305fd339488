/**
 * Growth of one crop through one course of weather, day by day, to the yield it carries home. A planning index: daily
 * biomass = radiation use efficiency x light taken up x temperature factor x water stress x nitrogen factor (Monteith
 * 1977; FAO-56 for the water), times harvest index, less what cold, heat, a cold seedbed, early sowing and a wet harvest
 * take. Written for speed: a hundred seasons of sixty dates are six thousand such walks.
 */

import type { ResolvedGuide } from "../guides/resolve-guide";
import { type Clock, clockOf } from "../phenology/development";
import { availableWaterMmPerM } from "../soil/available-water";
import type { TextureClass } from "../soil/texture";
import type { DailyWeather } from "../weather/generator";
import { temperatureFactor } from "./temperature-factor";

/** Photosynthetically active share of solar radiation; usual figure. */
const PAR_SHARE = 0.5;
/** Loss by a day of emergence beyond twice the usual days; assumption: seed rots and is eaten. */
const LATE_EMERGENCE_LOSS = 0.005;
/** Loss where the five days after sowing are colder than the crop's lowest soil temperature; assumption. */
const COLD_SEEDBED_LOSS = 0.05;
/** A day is fit to harvest with less rain than this [mm], and less than three times it the day before; assumption. */
const DRY_DAY_MM = 1;
const LONGEST_HARVEST_WAIT = 45;
/** Water that leaves a bunded field downwards [mm/day]; usual figure for puddled clay. */
const PERCOLATION_MM = 2;

export const CAUSES = ["coldSeedbed", "early", "frost", "heat", "drought", "wetHarvest", "unripe"] as const;
export type Cause = (typeof CAUSES)[number];
export const CAUSE_NAMES: Record<Cause, string> = {
  coldSeedbed: "cold seedbed",
  early: "early: weeds, pests and lush growth",
  frost: "cold at a sensitive stage",
  heat: "heat at a sensitive stage",
  drought: "drought",
  wetHarvest: "wet harvest",
  unripe: "not ripe in time",
};

/** What a walk writes: yields [t/ha at the product's moisture], days after the weather's first, losses 0 to 1 by cause, stress by phase. */
export const OUT = {
  yield: 0,
  potential: 1,
  waterLimited: 2,
  ripeDay: 3,
  harvestDay: 4,
  losses: 5,
  stress: 5 + CAUSES.length,
  size: 5 + CAUSES.length + 3,
} as const;

/** Plain numbers of a crop on a field, so that a worker can be sent them. */
export interface GrowthCrop {
  stages: { thermalTimeCd: number; cover: number; rootCm: number }[];
  emergenceDays: number;
  kc: { initial: number; mid: number };
  depletionFraction: number;
  rueGPerMj: number;
  harvestIndex: number;
  moisturePct: number;
  baseC: number;
  optimumC: number;
  ceilingC: number;
  lowestSoilC: number;
  harms: { stage: number; cold: boolean; limitC: number; days: number; lossPerDegree: number }[];
  /** stage from which the product ripens, and days from the last stage to the usual harvest */
  harvestAfterDays: number;
  harvestLossPerDay: number;
  availableMmPerM: number;
  /** rain that bunds hold above the soil [mm] */
  pondMm: number;
  irrigated: boolean;
  /** 1 where the nitrogen given meets the need of the target */
  nitrogenFactor: number;
  /** day from which sowing is not early any more, and the loss by each day before it */
  earlyBefore: number | null;
  earlyLossPerDay: number;
}

/** The numbers of a resolved guide on a field. `earlyBefore` is a day number. */
export function growthCrop(
  { guide, method, product, kind }: ResolvedGuide,
  field: { textureClass: TextureClass; irrigated: boolean },
  options: { nitrogenFactor?: number; earlyBefore?: number | null; latenessLossPctPerDay?: number } = {},
): GrowthCrop {
  const position = (id: string) => guide.stages.findIndex((s) => s.id === id);
  return {
    stages: guide.stages.map(({ thermalTimeCd, cover, rootCm }) => ({ thermalTimeCd, cover, rootCm })),
    emergenceDays: guide.stages[0]?.days ?? 14,
    kc: guide.water.kc,
    depletionFraction: guide.water.depletionFraction.value,
    rueGPerMj: guide.growth.rueGPerMj.value,
    harvestIndex: guide.growth.harvestIndex.typical,
    moisturePct: product.moisturePct,
    baseC: guide.climate.baseC.value,
    optimumC: guide.climate.optimumC.value,
    ceilingC: guide.climate.ceilingC.value,
    lowestSoilC: method.soilTemperatureC.lowest,
    harms: guide.climate.harm
      .map((h) => ({
        stage: position(h.stage),
        cold: h.kind === "cold",
        limitC: h.belowOrAboveC,
        days: h.days,
        lossPerDegree: h.lossPctPerDegree / 100,
      }))
      .filter((h) => h.stage >= 0),
    harvestAfterDays: guide.harvest.at.usual,
    harvestLossPerDay: guide.harvest.lossPctPerDay.typical / 100,
    availableMmPerM: availableWaterMmPerM(field.textureClass),
    pondMm: method.waterAtPlanting === "standing" || guide.ground.shaping === "bunded" ? 100 : 0,
    irrigated: field.irrigated,
    nitrogenFactor: options.nitrogenFactor ?? 1,
    earlyBefore: options.earlyBefore ?? null,
    // half of what lateness costs; assumption, for want of trials of early sowing
    earlyLossPerDay: (options.latenessLossPctPerDay ?? kind.windows[0]?.latenessLossPctPerDay ?? 0) / 200,
  };
}

/** A crop over given weather, with all that does not depend on the sowing date worked out. */
interface GrowthField {
  crop: GrowthCrop;
  clock: Clock;
  /** biomass that full cover makes in a day [t/ha] */
  gain: Float32Array;
  /** soil at sowing depth [C] */
  soilC: Float32Array;
}

export function growthField(crop: GrowthCrop, clock: Clock): GrowthField {
  const { weather } = clock;
  const size = weather.days * weather.seasons;
  const gain = new Float32Array(size);
  const perMj = PAR_SHARE * crop.rueGPerMj * crop.nitrogenFactor * 0.01;
  for (let i = 0; i < size; i++) {
    const mean = (weather.tminC[i]! + weather.tmaxC[i]!) / 2;
    gain[i] = perMj * weather.solarMj[i]! * temperatureFactor(mean, crop);
  }
  return { crop, clock, gain, soilC: soilTemperature(weather, 5) };
}

/**
 * Soil temperature at a depth [C]: the air's daily mean, lagging by 1.5 days and 0.3 day a centimetre (first-order;
 * assumption, under bare soil; snow and wet clay lag more).
 */
export function soilTemperature(weather: DailyWeather, depthCm: number): Float32Array {
  const out = new Float32Array(weather.days * weather.seasons);
  const share = 1 / (1.5 + 0.3 * depthCm);
  for (let s = 0; s < weather.seasons; s++) {
    let soil = Number.NaN;
    for (let d = 0; d < weather.days; d++) {
      const i = s * weather.days + d;
      const mean = (weather.tminC[i]! + weather.tmaxC[i]!) / 2;
      soil = Number.isNaN(soil) ? mean : soil + (mean - soil) * share;
      out[i] = soil;
    }
  }
  return out;
}

/**
 * Walks one sowing day (after the weather's first) through one course of weather; writes OUT.size numbers into `out`.
 * One inner loop a stage, so that what is fixed within a stage stands outside it.
 */
export function growSeason(field: GrowthField, season: number, sowingDay: number, out: Float64Array): void {
  const { crop, clock, gain, soilC } = field;
  const { weather, thresholds, units, cold, light, coldNeed, coldUntil, lightUntil } = clock;
  const { tminC, tmaxC, rainMm, etoMm, days } = weather;
  const { stages, harms, irrigated, pondMm, availableMmPerM, depletionFraction } = crop;
  const kc = crop.kc.initial;
  const kcSpan = crop.kc.mid - kc;
  const base = season * days;
  const end = base + days;
  const count = stages.length;
  out.fill(0);

  let sum = 0;
  let coldDays = 0;
  let biomass = 0;
  let potential = 0;
  let depletion = 0;
  let frost = 1;
  let heat = 1;
  let emergedAt = -1;
  let i = base + sowingDay;
  // ends of the phases that form heads, then grains, then fill them
  const phaseEnds = [count > 3 ? count - 3 : 2, count > 3 ? count - 2 : 3, count];
  let phase = 0;
  let potentialBefore = 0;
  let biomassBefore = 0;

  for (let stage = 0; stage < count; stage++) {
    const until = thresholds[stage]!;
    const from = stage > 0 ? thresholds[stage - 1]! : 0;
    const perUnit = until > from ? 1 / (until - from) : 0;
    const before = stage > 0 ? stages[stage - 1]! : null;
    const c0 = before?.cover ?? 0;
    const cSpan = stage > 0 ? stages[stage]!.cover - c0 : 0;
    const m0 = availableMmPerM * (Math.max(15, before?.rootCm ?? 15) / 100);
    const mSpan = availableMmPerM * (Math.max(15, stages[stage]!.rootCm) / 100) - m0;
    const waitsForCold = stage > 0 && stage <= coldUntil;
    const waitsForLight = stage > 0 && stage <= lightUntil;
    let coldLimit = -1000;
    let coldLoss = 0;
    let coldEnd = 0;
    let heatLimit = 1000;
    let heatLoss = 0;
    let heatEnd = 0;
    for (const harm of harms) {
      if (harm.stage !== stage - 1) continue;
      if (harm.cold) {
        coldLimit = harm.limitC;
        coldLoss = harm.lossPerDegree;
        coldEnd = i + harm.days;
      } else {
        heatLimit = harm.limitC;
        heatLoss = harm.lossPerDegree;
        heatEnd = i + harm.days;
      }
    }
    while (sum < until && i < end) {
      let rate = units[i]!;
      coldDays += cold[i]!;
      if (waitsForCold && coldDays < coldNeed) rate *= coldDays / coldNeed;
      if (waitsForLight) rate *= light[i - base]!;
      sum += rate;
      const share = sum < until ? (sum - from) * perUnit : 1;
      const cover = c0 + cSpan * share;
      let ks = 1;
      if (!irrigated) {
        const total = m0 + mSpan * share;
        const easy = total * depletionFraction;
        if (depletion > easy) ks = depletion < total ? (total - depletion) / (total - easy) : 0;
        depletion += etoMm[i]! * (kc + kcSpan * cover) * ks - rainMm[i]!;
        // what stands above the soil seeps away; without bunds it runs off
        if (depletion < 0) depletion = pondMm > 0 ? Math.max(-pondMm, Math.min(0, depletion + PERCOLATION_MM)) : 0;
      }
      const made = gain[i]! * cover;
      potential += made;
      biomass += made * ks;
      if (tminC[i]! < coldLimit && i < coldEnd) frost *= Math.max(0, 1 - coldLoss * (coldLimit - tminC[i]!));
      if (tmaxC[i]! > heatLimit && i < heatEnd) heat *= Math.max(0, 1 - heatLoss * (tmaxC[i]! - heatLimit));
      i++;
    }
    if (sum < until) break;
    if (stage === 0) emergedAt = i - base;
    if (stage + 1 === phaseEnds[phase]) {
      const gained = potential - potentialBefore;
      out[OUT.stress + phase] = gained > 0 ? (biomass - biomassBefore) / gained : 1;
      potentialBefore = potential;
      biomassBefore = biomass;
      phase++;
    }
    if (stage === count - 1) out[OUT.ripeDay] = i - base;
  }

  const toYield = crop.harvestIndex / (1 - crop.moisturePct / 100);
  const losses = OUT.losses;
  out[OUT.potential] = potential * toYield;
  if (out[OUT.ripeDay] === 0) {
    out[OUT.ripeDay] = -1;
    out[OUT.harvestDay] = -1;
    out[losses + 6] = 1;
    return;
  }
  out[OUT.waterLimited] = biomass * toYield;

  let seedbed = Math.min(0.6, LATE_EMERGENCE_LOSS * Math.max(0, emergedAt - sowingDay - 2 * crop.emergenceDays));
  let soil = 0;
  for (let d = sowingDay; d < sowingDay + 5; d++) soil += soilC[base + Math.min(d, days - 1)]!;
  if (soil / 5 < crop.lowestSoilC) seedbed += COLD_SEEDBED_LOSS;
  const early =
    crop.earlyBefore === null
      ? 0
      : Math.min(0.5, crop.earlyLossPerDay * Math.max(0, crop.earlyBefore - weather.firstDay - sowingDay));

  let harvest = Math.min(days - 1, out[OUT.ripeDay]! + crop.harvestAfterDays);
  let waited = 0;
  while (
    waited < LONGEST_HARVEST_WAIT &&
    harvest < days - 1 &&
    (rainMm[base + harvest]! >= DRY_DAY_MM || rainMm[base + harvest - 1]! >= 3 * DRY_DAY_MM)
  ) {
    waited++;
    harvest++;
  }
  const wet = Math.min(0.9, waited * crop.harvestLossPerDay);
  out[OUT.harvestDay] = harvest;
  out[OUT.yield] = biomass * toYield * (1 - seedbed) * (1 - early) * frost * heat * (1 - wet);
  out[losses] = seedbed;
  out[losses + 1] = early;
  out[losses + 2] = 1 - frost;
  out[losses + 3] = 1 - heat;
  out[losses + 4] = potential > 0 ? 1 - biomass / potential : 0;
  out[losses + 5] = wet;
}

/** The clock and growth of a resolved guide over given weather. */
export function growthOf(
  resolved: ResolvedGuide,
  latitudeDeg: number,
  weather: DailyWeather,
  crop: GrowthCrop,
): GrowthField {
  return growthField(crop, clockOf(resolved.guide, resolved.kind, latitudeDeg, weather));
}
