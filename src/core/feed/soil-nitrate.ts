import { type IsoDate, toDay } from "../dates";
import { perObject } from "../memo";
import type { DailyWeather } from "../weather/generator";
import { carryDown } from "./leach-layers";
import { USUAL_Q10 } from "./soil-nitrogen";

/** Layers that nitrate goes through [cm]. */
export const LAYER_CM = 10;
/** Share of what organic matter sets free that each of the uppermost layers gets: 25 cm of topsoil. */
export const TOPSOIL_SHARES = [0.4, 0.4, 0.2] as const;

export interface NitrateGround {
  /** mineral nitrogen on the first day [kg/ha], to what depth, more of it on top */
  startKgPerHa: number;
  startDepthCm: number;
  /** what counts for the crop: the depth of its roots */
  rootsCm: number;
  /** all water held at capacity [mm in a metre], and what of it plants and the sun can take from the rooted soil [mm] */
  heldMmPerM: number;
  availableMm: number;
  /** use of water by ground that is bare or hardly covered, in parts of the reference */
  kc: number;
  /** what organic matter sets free on a day of 10 C [kg/ha]; nothing at and under 0 C */
  setFreeKgAt10C: number;
}

/** Mineral nitrogen that a crop leaves where nobody sampled [kg/ha], and to what depth [cm]; assumptions. */
export const LEFT_BY_A_CROP = { kgPerHa: 40, toCm: 90 };

/** So much in every layer neither leaches nor is taken up [kg/ha]; assumption. */
export const BACKGROUND_KG = 2;

/** Means over the courses of weather. */
export interface NitrateFound {
  /** what roots can take */
  leftKgPerHa: number;
  /** what stands in the rooted soil and no root takes */
  backgroundKgPerHa: number;
  setFreeKgPerHa: number;
  /** out of the rooted soil */
  leachedKgPerHa: number;
  drainedMm: number;
}

/**
 * Mineral nitrogen that is left in the rooted soil between two days, in the mean of the weather's courses [kg N/ha]: what stood there on the
 * first, what organic matter sets free by the day's warmth, and what draining water carries down layer by layer (Burns 1974, as `leachLayers`).
 * A sample and an assumed amount go the same way, so that to measure changes only what was measured.
 *
 * Water: a store that is full on the weather's first day, filled by rain, emptied by kc x reference evapotranspiration, the less the emptier it is.
 * The air's mean temperature stands for the soil's (assumption). Days outside of the weather count as its ends.
 *
 * Example: without rain and at 10 C, 40 kg to 50 cm and 0.2 kg a day are 60 kg after 100 days, of which 10 are background: 50.
 */
export function soilNitrate(weather: DailyWeather, from: IsoDate, until: IsoDate, ground: NitrateGround): NitrateFound {
  return kept(weather, `${from} ${until} ${Object.values(ground).join(" ")}`, () => walk(weather, from, until, ground));
}
const kept = perObject<DailyWeather, string, NitrateFound>(40);

function walk(
  { firstDay, days, seasons, rainMm, etoMm, tminC, tmaxC }: DailyWeather,
  from: IsoDate,
  until: IsoDate,
  { startKgPerHa, startDepthCm, rootsCm, heldMmPerM, availableMm, kc, setFreeKgAt10C }: NitrateGround,
): NitrateFound {
  const first = Math.min(days, Math.max(0, toDay(from) - firstDay));
  const end = Math.max(first, Math.min(days, toDay(until) - firstDay));
  const rooted = Math.max(1, Math.round(rootsCm / LAYER_CM));
  const filled = Math.max(1, Math.round(startDepthCm / LAYER_CM));
  const count = Math.max(rooted, filled);
  const held = new Float64Array(count).fill((heldMmPerM * LAYER_CM) / 100);
  const start = new Float64Array(count);
  // straight from most on top to little at the depth of the sample
  let backgroundKgPerHa = 0;
  for (let i = 0; i < filled; i++) {
    const there = (startKgPerHa * 2 * (filled - i)) / (filled * (filled + 1));
    start[i] = Math.max(0, there - BACKGROUND_KG);
    if (i < rooted) backgroundKgPerHa += there - start[i]!;
  }
  const nitrate = new Float64Array(count);
  const found: NitrateFound = {
    leftKgPerHa: 0,
    backgroundKgPerHa: 0,
    setFreeKgPerHa: 0,
    leachedKgPerHa: 0,
    drainedMm: 0,
  };
  for (let s = 0; s < seasons; s++) {
    nitrate.set(start);
    let depletion = 0;
    for (let d = 0; d < end; d++) {
      const i = s * days + d;
      const left = availableMm > 0 ? 1 - depletion / availableMm : 0;
      depletion += kc * etoMm[i]! * Math.min(1, 2 * left) - rainMm[i]!;
      if (depletion > availableMm) depletion = availableMm;
      const drained = depletion < 0 ? -depletion : 0;
      if (depletion < 0) depletion = 0;
      if (d < first) continue;
      const mean = (tminC[i]! + tmaxC[i]!) / 2;
      if (mean > 0) {
        const free = setFreeKgAt10C * USUAL_Q10 ** ((mean - 10) / 10);
        found.setFreeKgPerHa += free;
        for (let k = 0; k < TOPSOIL_SHARES.length && k < count; k++) nitrate[k]! += free * TOPSOIL_SHARES[k]!;
      }
      if (drained === 0) continue;
      found.drainedMm += drained;
      found.leachedKgPerHa += carryDown(nitrate, held, drained, rooted);
    }
    for (let k = 0; k < rooted; k++) found.leftKgPerHa += nitrate[k]!;
  }
  for (const key of Object.keys(found) as (keyof NitrateFound)[]) found[key] /= seasons;
  return { ...found, backgroundKgPerHa };
}
