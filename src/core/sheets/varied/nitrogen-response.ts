/** What nitrogen brings on a field: its plan drafted and rehearsed with more and less of it. */

import { askedOf } from "../../plan/asked-of";
import type { PlanFacts } from "../../plan/facts";
import { ok, type Result } from "../../result";
import { type DoseFate, fateOfDoses } from "../../season/nitrogen-of-doses";
import { applyChanges, change } from "../decisions";
import { draftPlan } from "../draft-plan";
import type { Plan } from "../plan";
import { meanMargin } from "./mean-margin";
import type { PlanQuestion } from "./plan-question";

export interface NitrogenPoint {
  kgPerHa: number;
  expectedTPerHa: number;
  badTPerHa: number | null;
  /** minor units, in the mean of the seasons and in a bad one; null where the crop has no price */
  marginPerHa: number | null;
  marginBadPerHa: number | null;
  /** under the crop, and in it at harvest [kg N/ha, means of the seasons] */
  leachedKgPerHa: number;
  takenUpKgPerHa: number;
}

export interface NitrogenResponse {
  points: NitrogenPoint[];
  /** what becomes of each dressing as planned, by its name */
  dressings: (DoseFate & { name: string; appliedKgPerHa: number })[];
  plannedKgPerHa: number;
  /** what so much less or more than planned costs [minor]; null without a price */
  lessCosts: number | null;
  moreCosts: number | null;
}

/** Rates are looked at in such steps, and to so much over the planned one [kg N/ha]. */
export const STEP_KG = 20;
const OVER_KG = 80;

const NITROGEN = "feed.n";

/**
 * The response of a plan to its nitrogen, each rate drafted whole: splits, products, trips and season follow it. Errors: those of draftPlan.
 *
 * Example: with 120 kg planned it looks at 0, 20 ... 200 kg.
 */
export function nitrogenResponse(
  { facts, decisions, season, guide }: PlanQuestion,
  onProgress?: (share: number) => void,
): Result<NitrogenResponse> {
  const drafted = draftPlan(facts, decisions, season, guide);
  if (!drafted.ok) return drafted;
  const planned = drafted.value.figures[NITROGEN]?.value ?? 0;
  const rates: number[] = [];
  for (let kg = planned % STEP_KG; kg <= planned + OVER_KG; kg += STEP_KG) rates.push(kg);
  if ((rates[0] ?? 0) > 0) rates.unshift(0);
  const points: NitrogenPoint[] = [];
  for (const [n, kgPerHa] of rates.entries()) {
    const own = { value: kgPerHa, reason: "looked at" };
    const isPlanned = Math.abs(kgPerHa - planned) < 1e-6;
    const varied = isPlanned
      ? drafted
      : draftPlan(facts, applyChanges(decisions, [change(`overrides/${NITROGEN}`, own)]), season, guide);
    if (!varied.ok) return varied;
    points.push(pointOf(kgPerHa, varied.value));
    onProgress?.((n + 1) / rates.length);
  }
  const marginAt = (kg: number) => points.find((p) => Math.abs(p.kgPerHa - kg) < 1e-6)?.marginPerHa ?? null;
  const here = marginAt(planned);
  const costs = (kg: number) => {
    const there = marginAt(kg);
    return here === null || there === null ? null : here - there;
  };
  return ok({
    points,
    dressings: dressingsOf(drafted.value, facts),
    plannedKgPerHa: planned,
    lessCosts: costs(planned - STEP_KG),
    moreCosts: costs(planned + STEP_KG),
  });
}

/** What becomes of a plan's dressings; nothing is known of it where no season was rehearsed. */
function dressingsOf(plan: Plan, facts: PlanFacts): NitrogenResponse["dressings"] {
  const { asked } = plan.rehearsal;
  if (!asked || !facts.climate) return [];
  return fateOfDoses(askedOf(facts, facts.climate, plan.crop, plan.season, asked)).map((fate) => ({
    ...fate,
    name: plan.operations.find((o) => o.id === fate.dose)?.name ?? fate.dose,
    appliedKgPerHa: plan.feed.doses.reduce((sum, d) => sum + (d.at === fate.dose ? (d.brings.n ?? 0) : 0), 0),
  }));
}

const pointOf = (kgPerHa: number, plan: Plan): NitrogenPoint => ({
  kgPerHa,
  expectedTPerHa: plan.rehearsal.expectedTPerHa,
  badTPerHa: plan.rehearsal.rehearsed?.badTPerHa ?? null,
  marginPerHa: meanMargin(plan),
  marginBadPerHa: plan.money.marginBadPerHa,
  leachedKgPerHa: plan.rehearsal.rehearsed?.leachedUnderKgPerHa ?? 0,
  takenUpKgPerHa: plan.rehearsal.rehearsed?.takenUpKgPerHa ?? 0,
});
