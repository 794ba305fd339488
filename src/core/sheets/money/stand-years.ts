/** The years of one planting side by side: what each yields and costs, and after which the stand is best replaced. */

import { waysOfKind, yearOfStand } from "../../guides/fitting";
import type { Guide } from "../../guides/schema";
import type { PlanFacts } from "../../plan/facts";
import { applyChanges, change, type Decisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { takeAnother } from "../faces";

export interface StandYear {
  year: number;
  methodId: string;
  name: string;
  chosen: boolean;
  targetTPerHa: number;
  /** of a hectare [minor units]; the margin is null without a price */
  costPerHa: number;
  marginPerHa: number | null;
  /** margins of this year and all before it, by their number: what a hectare earns a year where each planting is replaced after this one */
  meanMarginPerHa: number | null;
}

/**
 * A line for each year that a planting can stand: the plan drafted as its first year with the chosen way of planting (else the kind's first)
 * and as each later one. Years that are not the plan's are reckoned at their typical yields, all of them at this season's prices and without
 * interest. A stand is best replaced after the year with the highest mean, since every further year brings that mean down. Empty where one
 * planting yields once, or a year cannot be drafted.
 *
 * Example: margins of -2,000, 6,000 and 2,600: means -2,000, 2,000, 2,200: the third year is the best to end with; had it brought 1,400, the
 * second would be.
 */
export function standYears(facts: PlanFacts, decisions: Decisions, season: number, guide: Guide): StandYear[] {
  const { kindId, methodId } = decisions.crop;
  const { methods } = waysOfKind(guide, kindId);
  const chosen = methods.find((m) => m.id === methodId) ?? methods[0];
  if (!chosen) return [];
  const planted = yearOfStand(chosen) === 1 ? chosen : methods.find((m) => yearOfStand(m) === 1);
  const later = methods.filter((m) => yearOfStand(m) > 1).sort((a, b) => yearOfStand(a) - yearOfStand(b));
  if (!planted || later.length === 0) return [];
  const years: StandYear[] = [];
  let sum: number | null = 0;
  for (const method of [planted, ...later]) {
    const own =
      method === chosen
        ? decisions
        : applyChanges(decisions, [
            ...takeAnother(guide, decisions.crop, "method", method.id),
            change("targetTPerHa", undefined),
          ]);
    const plan = draftPlan(facts, own, season, guide);
    if (!plan.ok) return [];
    const { costPerHa, marginExpectedPerHa: marginPerHa } = plan.value.money;
    sum = sum === null || marginPerHa === null ? null : sum + marginPerHa;
    years.push({
      year: yearOfStand(method),
      methodId: method.id,
      name: method.name,
      chosen: method === chosen,
      targetTPerHa: plan.value.targetTPerHa,
      costPerHa,
      marginPerHa,
      meanMarginPerHa: sum === null ? null : sum / (years.length + 1),
    });
  }
  return years;
}

/** The year after which a stand is best replaced; null without prices. */
export const bestLastYear = (years: StandYear[]): StandYear | null =>
  years.reduce<StandYear | null>(
    (best, y) =>
      y.meanMarginPerHa === null || (best?.meanMarginPerHa ?? Number.NEGATIVE_INFINITY) >= y.meanMarginPerHa ? best : y,
    null,
  );
