/**
 * The store of water under a crop, day by day: FAO-56 with the single crop coefficient (Allen et al. 1998, chapter 8).
 * Written for speed: a plan walks a hundred seasons of two hundred days on every keystroke.
 */

/** Rain under this share of the day's reference evapotranspiration is caught by leaves and lost (FAO-56). */
export const CAUGHT_SHARE = 0.2;
/** How the depletion fraction moves with the day's demand, and between which it stays (FAO-56, table 22). */
export const P_PER_MM = 0.04;
export const P_AT_MM = 5;
export const P_LEAST = 0.1;
export const P_MOST = 0.8;
/** Ground that a young crop drinks from, however short its roots [m]; usual of FAO-56's worked schedules (assumption). */
export const LEAST_ROOT_M = 0.3;
/** Share of the available water that a ripe crop has used when it is taken off; assumption. */
export const LEFT_EMPTY = 0.5;

export interface Ground {
  /** available water [mm in a metre of soil] */
  awcMmPerM: number;
  /** share of it that is used without stress, at 5 mm a day */
  depletionFraction: number;
  /** missing to capacity in the rooted soil before the first day [mm] */
  initialDepletionMm: number;
}

/** What happens each day; arrays of as many days, or null where nobody asks. */
export interface Trace {
  etcMm: Float64Array;
  ks: Float64Array;
  etaMm: Float64Array;
  depletionMm: Float64Array;
  drainageMm: Float64Array;
  tawMm: Float64Array;
  rawMm: Float64Array;
  irrigationMm: Float64Array;
}
export interface Sums {
  etcMm: number;
  etaMm: number;
  drainageMm: number;
  /** rain that counted */
  rainMm: number;
  netMm: number;
  stressDays: number;
  /** missing at the end [mm] */
  depletionMm: number;
}

/** Water given on a day, net [mm], seen after its rain and before its use. */
export type Giver = (day: number, depletionMm: number, rawMm: number, rainMm: number) => number;

/**
 * Walks `days` days. Weather is read from `base` on (a season among many), coefficients and roots from 0.
 * A day: rain and irrigation first, what is over capacity drains, then the crop uses what it can.
 */
export function walkWater(
  days: number,
  base: number,
  etoMm: ArrayLike<number>,
  rainMm: ArrayLike<number>,
  kc: ArrayLike<number>,
  rootM: ArrayLike<number>,
  { awcMmPerM, depletionFraction, initialDepletionMm }: Ground,
  give: Giver,
  trace: Trace | null = null,
): Sums {
  const sums: Sums = { etcMm: 0, etaMm: 0, drainageMm: 0, rainMm: 0, netMm: 0, stressDays: 0, depletionMm: 0 };
  let depletion = initialDepletionMm;
  for (let d = 0; d < days; d++) {
    const eto = etoMm[base + d]!;
    const etc = kc[d]! * eto;
    const p = Math.min(P_MOST, Math.max(P_LEAST, depletionFraction + P_PER_MM * (P_AT_MM - etc)));
    const taw = awcMmPerM * rootM[d]!;
    const raw = p * taw;
    const fallen = rainMm[base + d]!;
    const rain = fallen < CAUGHT_SHARE * eto ? 0 : fallen;
    depletion -= rain;
    const irrigation = give(d, depletion > 0 ? depletion : 0, raw, rain);
    depletion -= irrigation;
    let drainage = 0;
    if (depletion < 0) {
      drainage = -depletion;
      depletion = 0;
    }
    const ks = depletion <= raw ? 1 : depletion >= taw ? 0 : (taw - depletion) / (taw - raw);
    let eta = ks * etc;
    if (depletion + eta > taw) eta = taw > depletion ? taw - depletion : 0;
    depletion += eta;
    sums.etcMm += etc;
    sums.etaMm += eta;
    sums.drainageMm += drainage;
    sums.rainMm += rain;
    sums.netMm += irrigation;
    if (ks < 1) sums.stressDays++;
    if (trace) {
      trace.etcMm[d] = etc;
      trace.ks[d] = ks;
      trace.etaMm[d] = eta;
      trace.depletionMm[d] = depletion;
      trace.drainageMm[d] = drainage;
      trace.tawMm[d] = taw;
      trace.rawMm[d] = raw;
      trace.irrigationMm[d] = irrigation;
    }
  }
  sums.depletionMm = depletion;
  return sums;
}

/** An empty trace of so many days. */
export function traceOf(days: number): Trace {
  const list = () => new Float64Array(days);
  return {
    etcMm: list(),
    ks: list(),
    etaMm: list(),
    depletionMm: list(),
    drainageMm: list(),
    tawMm: list(),
    rawMm: list(),
    irrigationMm: list(),
  };
}
