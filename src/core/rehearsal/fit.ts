/** What fits a crop's growth to the yields that are known of it. */

import type { Course, Fit, RehearsedPlan } from "./course";
import { OUT, OUT_SIZE } from "./outcome";
import { walkSeason } from "./walk";

/** The typical yield counts as so many seasons beside a field's own; assumption: four own yields outweigh it. */
export const TYPICAL_SEASONS = 2;

/** A field's own yield [t/ha], and how much it counts beside a season of its own kind. */
export interface OwnYield {
  tPerHa: number;
  weight: number;
}
/** Own yields by themselves count fully. */
type Yields = readonly (number | OwnYield)[];

/** Own yields together: as how many seasons they count, and their sum by weight [t/ha]. */
export function summedYields(own: Yields): { seasons: number; tPerHa: number } {
  const sum = { seasons: 0, tPerHa: 0 };
  for (const y of own) {
    const { tPerHa, weight } = typeof y === "number" ? { tPerHa: y, weight: 1 } : y;
    sum.seasons += weight;
    sum.tPerHa += weight * tPerHa;
  }
  return sum;
}

/** Growth that lacks no nitrogen, and is not fitted to any yield. */
const UNFITTED: Fit = { calibration: 1, needKgAt1T: 0 };

/** Means of the seasons of a plan. */
export function meansOf(course: Course, plan: RehearsedPlan, fit: Fit): Float64Array {
  const { seasons } = course.clock.weather;
  const out = new Float64Array(OUT_SIZE);
  const means = new Float64Array(OUT_SIZE);
  for (let s = 0; s < seasons; s++) {
    walkSeason(course, plan, fit, s, out);
    for (let k = 0; k < OUT_SIZE; k++) means[k]! += out[k]! / seasons;
  }
  return means;
}

export interface KindFit extends Fit {
  /** mean yield of the reference as it grows unfitted [t/ha] */
  unfittedTPerHa: number;
}

/**
 * The fit of a kind: what makes its reference (the place's seasons, the guide's best date, the usual stand, water and nitrogen never short,
 * harms counted) yield the guide's typical figure over the share of water that this stands for. The need of nitrogen is set so that the
 * reference takes up what the guide says that a typical yield does: c = uptake x typical / W^(1 - b), W its dry matter when it needs no more.
 * Null where the crop does not ripen here.
 *
 * Example: a reference of 10 t/ha, a typical yield of 8.1 at 0.9 of full water: 8.1 / (0.9 x 10) = 0.9.
 */
export function kindFit(
  reference: Course,
  plan: RehearsedPlan,
  typical: { yieldTPerHa: number; usualWater: number; uptakeKgPerT: number },
): KindFit | null {
  const means = meansOf(reference, plan, UNFITTED);
  const unfittedTPerHa = means[OUT.yield]!;
  if (!(unfittedTPerHa > 0)) return null;
  const calibration = typical.yieldTPerHa / (typical.usualWater * unfittedTPerHa);
  const size = calibration * means[OUT.needBiomass]!;
  const needKgAt1T = (typical.uptakeKgPerT * typical.yieldTPerHa) / size ** (1 - reference.crop.nitrogen.dilution);
  return { calibration, needKgAt1T, unfittedTPerHa };
}

/**
 * How a field does beside what its soil and water would let expect: its own yields over that, the latter counted as two seasons of 1.
 *
 * Example: 8.1 t/ha where 7.5 would be expected: (2 + 1.08) / 3 = 1.027.
 */
export function ownFit(own: Yields, expectedTPerHa: number): number {
  if (expectedTPerHa <= 0) return 1;
  const { seasons, tPerHa } = summedYields(own);
  return (TYPICAL_SEASONS + tPerHa / expectedTPerHa) / (TYPICAL_SEASONS + seasons);
}

/** The expectation that own yields are held against: this soil and water, nitrogen never short [t/ha]. */
export const expectationOf = (course: Course, plan: RehearsedPlan, { calibration }: Fit): number =>
  meansOf(course, plan, { calibration, needKgAt1T: 0 })[OUT.yield]!;
