/** What becomes of each dressing over a plan's seasons: the same walk with and without it. */

import type { RehearsedPlan } from "../rehearsal/course";
import { OUT } from "../rehearsal/outcome";
import { EVERY_FOURTH, meanOf, rehearse } from "../rehearsal/rehearse";
import { type AskedOf, askedCourse } from "./asked-course";

/** Means of the seasons [kg N/ha]; what is given is what can be recovered of a dressing. */
export interface DoseFate {
  dose: string;
  givenKgPerHa: number;
  takenUpKgPerHa: number;
  leachedKgPerHa: number;
  /** in the soil, and what stands in it still to be set free */
  leftKgPerHa: number;
}

/**
 * Each dressing of the season that was walked, in the order of its days. What a dressing brings is the season with it less the season without,
 * all others as planned: where nitrogen is enough, most of what is left out would not have been taken up.
 *
 * Example: a crop that holds 180 kg with 40 in May and 150 without takes 30 of it up.
 */
export function fateOfDoses(walked: AskedOf, only?: readonly string[]): DoseFate[] {
  const { plan, fit } = walked.asked;
  const course = askedCourse(walked);
  const means = (own: RehearsedPlan) => {
    const found = rehearse(course, own, fit, EVERY_FOURTH);
    return { held: meanOf(found, OUT.heldN), leached: meanOf(found, OUT.leachedN) };
  };
  const doses = [...new Set(plan.arrivals.flatMap((a) => (a.dose === undefined ? [] : [a.dose])))];
  const wanted = only ? doses.filter((dose) => only.includes(dose)) : doses;
  if (wanted.length === 0) return [];
  const all = means(plan);
  return wanted.map((dose): DoseFate => {
    const given = plan.arrivals
      .filter((a) => a.dose === dose)
      .reduce((sum, a) => sum + a.nitrate + a.ammonium + a.slow, 0);
    const without = means({ ...plan, arrivals: plan.arrivals.filter((a) => a.dose !== dose) });
    const takenUpKgPerHa = Math.max(0, all.held - without.held);
    const leachedKgPerHa = Math.max(0, all.leached - without.leached);
    return {
      dose,
      givenKgPerHa: given,
      takenUpKgPerHa,
      leachedKgPerHa,
      leftKgPerHa: Math.max(0, given - takenUpKgPerHa - leachedKgPerHa),
    };
  });
}
