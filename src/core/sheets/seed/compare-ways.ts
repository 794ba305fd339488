/** Ways to establish a crop side by side on this field: the plan drafted with each, for the page that compares them. */

import { daysBetween, type IsoDate } from "../../dates";
import { methodForStock, stockFits, waysOfKind } from "../../guides/fitting";
import type { Guide } from "../../guides/schema";
import type { PlanFacts } from "../../plan/facts";
import { checkPlan } from "../check-plan";
import { applyChanges, type Decisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { takeAnother } from "../faces";
import type { Plan } from "../plan";

interface EstablishLine {
  methodId: string;
  name: string;
  chosen: boolean;
  /** some lot of the kind can be planted so, or there is none */
  stocked: boolean;
  planting: IsoDate | null;
  harvest: IsoDate | null;
  /** days that it is ripe before the chosen way; after it below 0 */
  aheadDays: number | null;
  plantsPerM2: number;
  /** bought for the field [kg], and what of it whole bags leave over */
  orderKg: number;
  leftOverKg: number | null;
  nurseryM2: number | null;
  /** of a hectare: work of the whole Seed sheet by machine and by hand, and what the sheet costs [minor units] */
  hoursPerHa: number;
  seedCostPerHa: number;
  /** of the whole plan; null without a price */
  marginPerHa: number | null;
  /** share of the seed or stock that becomes plants, and what could go wrong: stopping findings */
  establishmentPct: number;
  stops: number;
}

/**
 * A line for each way in which the plan's kind can be established, the chosen one first. What was chosen for another way's spacing and
 * machine goes back to the guide, as where one takes it. A way that cannot be drafted is left out.
 *
 * Example: onions from sets are ripe about three weeks before those from seed, for 1.4 t/ha of stock instead of 4 kg.
 */
export function compareWays(facts: PlanFacts, decisions: Decisions, season: number, guide: Guide): EstablishLine[] {
  const { kindId, methodId } = decisions.crop;
  const { methods } = waysOfKind(guide, kindId);
  const usedMethod = methodId ?? methodForStock(guide, kindId, facts.seedLots);
  const chosen = methods.find((m) => m.id === usedMethod) ?? methods[0];
  const kind = kindId ?? guide.kinds[0]?.id;
  const lots = facts.seedLots.filter((l) => l.guideId === guide.id && l.kindId === kind);
  const drafted = methods.flatMap((method) => {
    const own =
      method === chosen ? decisions : applyChanges(decisions, takeAnother(guide, decisions.crop, "method", method.id));
    const plan = draftPlan(facts, own, season, guide);
    return plan.ok ? [{ method, plan: plan.value, own }] : [];
  });
  const reference = drafted.find((d) => d.method === chosen)?.plan.harvestDate ?? null;
  return drafted
    .map(({ method, plan, own }): EstablishLine => {
      const { seed } = plan;
      const lot = facts.seedLots.find((l) => l.id === seed.lotId);
      return {
        methodId: method.id,
        name: method.name,
        chosen: method === chosen,
        stocked: lots.length === 0 || lots.some((l) => stockFits(method, l)),
        planting: plan.plantingDate,
        harvest: plan.harvestDate,
        aheadDays: reference && plan.harvestDate ? daysBetween(plan.harvestDate, reference) : null,
        plantsPerM2: seed.targetPlantsPerM2,
        orderKg: seed.orderKg,
        leftOverKg: seed.bags !== null && lot?.bagKg ? seed.bags * lot.bagKg - seed.orderKg : null,
        nurseryM2: seed.nurseryM2PerHa === null ? null : seed.nurseryM2PerHa * facts.field.areaHa,
        hoursPerHa: seedHours(plan),
        seedCostPerHa: plan.money.costBySheet.seed ?? 0,
        marginPerHa: plan.money.marginExpectedPerHa,
        establishmentPct: established(plan),
        stops: checkPlan(plan, facts, own).filter((f) => f.severity === "stop").length,
      };
    })
    .sort((a, b) => Number(b.chosen) - Number(a.chosen));
}

const seedHours = ({ operations }: Plan): number =>
  operations.reduce((sum, o) => sum + (o.sheet === "seed" ? o.hoursPerHa + o.helperHoursPerHa : 0), 0);

/** Plants for each seed or unit that is bought to be put there [%]. */
function established({ seed, crop }: Plan): number {
  const { stock, nursery } = crop.method;
  if (stock.by === "standing") return stock.standsPct.typical;
  const through = nursery ? (nursery.survivalPct.typical / 100) * (nursery.fieldSurvivalPct.typical / 100) : 1;
  const germinates = stock.by === "seed" ? stock.germinationPct.typical / 100 : 1;
  const put = nursery ? seed.targetPlantsPerM2 / (through * germinates) : (seed.unitsPerM2 ?? seed.targetPlantsPerM2);
  return put > 0 ? (100 * seed.targetPlantsPerM2) / put : 0;
}
