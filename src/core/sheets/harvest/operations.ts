import { guideWork, NO_WORK } from "../../money/field-work";
import type { PlannedOperation } from "../../plan/operation";
import { OWN } from "../../plan/own-operations";
import type { Planning } from "../sheet";
import { taskOperations } from "../task-operations";
import { round, sentence } from "../words";
import { cartingCost } from "./carting";
import { harvestWay } from "./chosen-way";

const HARVEST_WEIGHT = 15;

/** The end of a harvest that goes on: so many times after the first as there are. Its hours and costs stand with the first. */
function lastPicking(
  draft: Planning,
  { everyDays, times }: NonNullable<Planning["context"]["crop"]["product"]["picking"]>,
): PlannedOperation {
  const after = (days: number, number: number) => Math.max(1, Math.round(days * (number - 1)));
  return {
    id: OWN.lastPicking,
    role: "harvest",
    sheet: "harvest",
    name: "Last picking",
    mark: "last picking",
    detail: sentence(draft.context.crop.guide.harvest.care),
    reason: "later produce is small, poor or damaged by weather; the field is free after it",
    when: [
      {
        from: OWN.harvest,
        min: after(everyDays.low, times.low),
        usual: after(everyDays.typical, times.typical),
        max: after(everyDays.high, times.high),
      },
    ],
    weight: 5,
    cautions: [],
    byDaysAndStage: false,
    work: () => NO_WORK,
  };
}

/** The guide's tasks up to the harvest, and the harvest itself. */
export function harvestOperations(draft: Planning): PlannedOperation[] {
  const { context, facts, parts } = draft;
  const { harvest } = context.crop.guide;
  const { picking } = context.crop.product;
  const { cutPct, shiftDays } = parts.harvest;
  const way = harvestWay(draft);
  const { at } = harvest;
  return [
    ...taskOperations(draft, "harvest"),
    {
      id: OWN.harvest,
      role: "harvest",
      sheet: "harvest",
      name: picking ? "First picking" : "Harvest",
      mark: cutPct !== null ? `harvest at ${round(cutPct, 1)} %` : "harvest",
      detail: [
        `${way.name}.`,
        picking &&
          `${sentence(picking.what)} Pick every ${picking.everyDays.low} to ${picking.everyDays.high} days, about ${round(picking.times.typical)} times. The hours are for all pickings.`,
        `${sentence(harvest.signs.map((s) => `${s.observe}: ${s.readyWhen}`).join("; "))} ${sentence(harvest.care)}`,
      ]
        .filter(Boolean)
        .join(" "),
      reason: "the crop is ripe, and waiting would lose more than it gains",
      when: [
        {
          from: at.from,
          min: at.min + Math.min(0, shiftDays),
          usual: at.usual + shiftDays,
          max: at.max === null ? null : at.max + Math.max(0, shiftDays),
        },
      ],
      weight: HARVEST_WEIGHT,
      cautions: [...(harvest.cautions ?? []), ...(parts.harvest.carting ? ["haulage"] : [])],
      byDaysAndStage: true,
      work: () => ({ ...guideWork(way.work, facts.field), extraCostPerHa: cartingCost(draft) }),
    },
    ...(picking ? [lastPicking(draft, picking)] : []),
  ];
}
