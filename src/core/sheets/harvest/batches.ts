/** Plantings in turn for a wish by the week: for the page that shows them, not for every draft. */

import { addDays, daysBetween, type IsoDate } from "../../dates";
import { type Batch, type BatchWish, staggeredBatches } from "../../harvest/staggered-batches";
import { stageDates } from "../../phenology/stage-dates";
import type { PlanFacts } from "../../plan/facts";
import { ok, type Result } from "../../result";
import type { Plan } from "../plan";

export interface PlannedBatch extends Batch {
  /** sown in the nursery, where there is one */
  sowing: IsoDate | null;
  plants: number;
  /** seed or stock, with its reserve */
  stockKg: number;
  pickingHours: number;
}

/** What a product gives from one planting: pickings and days between them; null where it is cut once and keeps. */
export function pickingsOf(plan: Plan): { pickings: number; everyDays: number } | null {
  const { picking, standsDays } = plan.crop.product;
  if (picking)
    return { pickings: Math.max(1, Math.round(picking.times.typical)), everyDays: picking.everyDays.typical };
  return standsDays ? { pickings: 1, everyDays: standsDays.typical } : null;
}

/**
 * The plantings that meet a wish, each dated by the stages that its own planting day leads to, inside of the sowing window of this plan.
 * Null where the product is no such one.
 */
export function plannedBatches(
  plan: Plan,
  facts: PlanFacts,
  wish: BatchWish,
): Result<{ batches: PlannedBatch[]; gaps: { from: IsoDate; to: IsoDate }[]; areaHa: number }> | null {
  const rhythm = pickingsOf(plan);
  const window = plan.windows.find((w) => w.id === "planting.window");
  const harvest = plan.operations.find((o) => o.role === "harvest");
  if (!rhythm || !window?.notBefore || !window.notAfter || !harvest?.date || !plan.plantingDate) return null;
  const { guide, kind, method } = plan.crop;
  const { at } = guide.harvest;
  const here = daysBetween(plan.plantingDate, harvest.date);
  const firstPicking = (planting: IsoDate): IsoDate => {
    const stage = stageDates(guide, planting, facts.climate, { kind }).find((s) => s.stage.id === at.from);
    return stage ? addDays(stage.date, at.usual) : addDays(planting, here);
  };
  const made = staggeredBatches({
    wish,
    ...rhythm,
    yieldTPerHa: plan.targetTPerHa,
    earliest: window.notBefore,
    latest: window.notAfter,
    firstPicking,
  });
  if (!made.ok) return made;
  const hoursAPicking = (harvest.hoursPerHa + harvest.helperHoursPerHa) / rhythm.pickings;
  const batches = made.value.batches.map(
    (b): PlannedBatch => ({
      ...b,
      sowing: method.nursery ? addDays(b.planting, -method.nursery.days) : null,
      plants: plan.seed.targetPlantsPerM2 * 10_000 * b.areaHa,
      stockKg: plan.seed.boughtKgPerHa * b.areaHa,
      pickingHours: hoursAPicking * b.areaHa,
    }),
  );
  return ok({ batches, gaps: made.value.gaps, areaHa: batches.reduce((sum, b) => sum + b.areaHa, 0) });
}
