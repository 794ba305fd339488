/** Ways to cut or lift side by side on this field: for the page that shows them, not for every draft. */

import type { Guide, Product } from "../../guides/schema";
import { guideWork, workCost } from "../../money/field-work";
import type { PlanFacts } from "../../plan/facts";
import type { Plan } from "../plan";
import { round } from "../words";

/** Hours of a day in which crops are cut or lifted; assumption. */
const HOURS_A_DAY = 8;

/** Loss of what is cut last from which on a way is too slow for a field [%]; assumption. */
const TOO_SLOW_PCT = 5;

type HarvestWay = Guide["harvest"]["methods"][number];

/** People at it at once: the farm's own hands where it works by hand, else as the guide says. */
const peopleOf = (way: HarvestWay, { handWork, hands }: Pick<PlanFacts["field"], "handWork" | "hands">): number =>
  handWork && hands > 0 ? hands : way.people;

/** Hours of a hectare, by whichever is slower: the machine, or the people at it together; over all pickings. */
export function hoursOfWay(way: HarvestWay, field: PlanFacts["field"]): number {
  const work = guideWork(way.work, field);
  const machine = work.implements.length > 0 ? work.hoursPerHa : 0;
  const hand = (work.implements.length > 0 ? 0 : work.hoursPerHa) + work.helperHoursPerHa;
  return Math.max(machine, hand / peopleOf(way, field));
}

/** Days that the whole field takes, once over: a crop that is picked again and again has its hours spread over the pickings. */
const daysOnceOver = (way: HarvestWay, field: PlanFacts["field"], picking: Product["picking"]): number =>
  (hoursOfWay(way, field) * field.areaHa) / HOURS_A_DAY / (picking?.times.typical ?? 1);

interface WayLine {
  id: string;
  name: string;
  note: string;
  chosen: boolean;
  /** of the machine or, without one, by hand; and of people beside it [h/ha] */
  machineHoursPerHa: number;
  handHoursPerHa: number;
  /** days for the whole field, with one machine or the people that work at once */
  days: number;
  people: number;
  costPerHa: number;
  lossPct: number;
  /** what the loss is worth, minor units; null without a price */
  lossPerHa: number | null;
  soilTPerHa: number;
  /** what speaks against it here */
  against: string[];
}

/** Each way of the guide on this field, the chosen one marked. Example: see harvest-sheet.test.ts. */
export function harvestWays(plan: Plan, facts: PlanFacts): WayLine[] {
  const { field, prices } = facts;
  return plan.crop.guide.harvest.methods.map((way) => {
    const work = guideWork(way.work, field);
    const machine = work.implements.length > 0 ? work.hoursPerHa : 0;
    const hand = (work.implements.length > 0 ? 0 : work.hoursPerHa) + work.helperHoursPerHa;
    const expected = plan.rehearsal.expectedTPerHa;
    const price = plan.money.pricePerT;
    return {
      id: way.id,
      name: way.name,
      note: way.lodged ? `${way.note}; takes a lying crop ${way.lodged}` : way.note,
      chosen: way.id === plan.harvest.methodId,
      machineHoursPerHa: machine,
      handHoursPerHa: hand,
      days: daysOnceOver(way, field, plan.crop.product.picking),
      people: peopleOf(way, field),
      costPerHa: workCost(prices, work, field.contractor),
      lossPct: way.lossPct,
      lossPerHa: price === null ? null : (way.lossPct / 100) * expected * price,
      soilTPerHa: ((way.soilPct ?? 0) / 100) * expected,
      against: againstWay(way, plan.crop, field),
    };
  });
}

/** What of a field speaks against a way, in words. */
export function againstWay(
  way: HarvestWay,
  { guide: { harvest }, product: { picking } }: Pick<Plan["crop"], "guide" | "product">,
  field: PlanFacts["field"],
): string[] {
  const days = daysOnceOver(way, field, picking);
  // what is picked again waits from one picking to the next as it is
  const waits = Math.max(harvest.lossFromDay, picking?.everyDays.high ?? 0);
  const lastLosesPct = Math.min(100, Math.max(0, days - waits) * harvest.lossPctPerDay.typical);
  const ha = (n: number) => `${round(n, 2)} ha`;
  return [
    field.slopePct !== null && field.slopePct > way.slopeToPct
      ? `slope of ${round(field.slopePct)} %, it works up to ${way.slopeToPct} %`
      : "",
    field.areaHa < way.plotFromHa
      ? `${ha(field.areaHa)} of field, it is worth bringing from ${ha(way.plotFromHa)} on`
      : "",
    lastLosesPct > TOO_SLOW_PCT
      ? `${round(days)} days for the field, and what is cut last loses about ${round(lastLosesPct)} %`
      : "",
  ].filter(Boolean);
}
