/** From a plan to the questions that the sowing window asks of the simulation: its own dates, and the fall-backs. */

import { addDays, daysBetween, type IsoDate } from "../../dates";
import type { Figure } from "../../figure/figure";
import type { ResolvedGuide } from "../../guides/resolve-guide";
import { askedOf } from "../../plan/asked-of";
import type { PlanFacts } from "../../plan/facts";
import { OWN } from "../../plan/own-operations";
import { chosenWindow, type DatedWindow, sowingWindows } from "../../plan/sowing-windows";
import type { WindowQuestion } from "../../season/sowing-window";
import type { Plan } from "../plan";

/** Days looked at before the first customary date and after the last. */
const BEFORE = 24;
const AFTER = 36;
const MOST_DATES = 60;

/** The customary windows of a crop on this field. */
export const windowsOf = (facts: PlanFacts, crop: ResolvedGuide, season: number): DatedWindow[] =>
  sowingWindows(crop.kind, facts.field.zone, season, {
    methodId: crop.method.id,
    latitudeDeg: facts.climate?.latitudeDeg,
  });

export interface PlanWindows {
  resolved: ResolvedGuide;
  windows: DatedWindow[];
  chosen: DatedWindow;
  /** of the plan, at its own date */
  expected: { value: number; figure: Figure };
}

/** The resolved guide of a plan, its customary windows and the expected yield. */
export function planWindows(facts: PlanFacts, plan: Plan): PlanWindows {
  const { crop } = plan;
  const windows = windowsOf(facts, crop, plan.season);
  return {
    resolved: crop,
    windows,
    chosen: chosenWindow(windows, plan.plantingDate ?? undefined, facts.today),
    expected: { value: plan.rehearsal.expectedTPerHa, figure: plan.figures["yield.expect"] as Figure },
  };
}

/** The first day on which the field can be sown: the previous crop off, the passes before planting done, lime waited for. */
function freeAndFit(facts: PlanFacts, plan: Pick<Plan, "ground" | "soil">): IsoDate {
  const off = facts.previousCrop?.harvest;
  if (!off) return facts.today;
  const passes = plan.ground.chosen.passes.filter((p) => !p.afterPlanting).reduce((total, p) => total + p.gap.min, 0);
  return addDays(off, 1 + Math.max(passes, plan.soil.limeThisSeasonTPerHa > 0 ? plan.soil.limeLeadDays : 0));
}

/** The question of a plan's sowing window; of one date only when `only` names it. Null without a climate, or where the plan was not rehearsed. */
export function windowQuestion(facts: PlanFacts, plan: Plan, of: PlanWindows, only?: IsoDate): WindowQuestion | null {
  const { climate } = facts;
  const { asked } = plan.rehearsal;
  const first = of.windows[0];
  const last = of.windows.at(-1);
  if (!climate || !asked || !first || !last) return null;
  const start = addDays(first.from, -BEFORE);
  // what is sown already is looked at from its date on; what is not cannot be sown in the past
  const sown = facts.log.some((entry) => entry.operationId === OWN.plant) ? plan.plantingDate : null;
  const soonest = [start, facts.today, freeAndFit(facts, plan)].reduce((a, b) => (a > b ? a : b));
  const from = only ?? (sown ? (sown < start ? sown : start) : soonest);
  const to = only ?? addDays(last.until, AFTER);
  return {
    ...askedOf(facts, climate, of.resolved, plan.season, asked),
    from,
    to: to < from ? from : to,
    stepDays: Math.max(1, Math.ceil(daysBetween(from, to < from ? from : to) / MOST_DATES)),
    ...(only ? {} : { customary: of.windows.map((w) => ({ from: w.from, until: w.until })) }),
    targetTPerHa: plan.targetTPerHa,
  };
}
