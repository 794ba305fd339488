import { guideWork } from "../../money/field-work";
import type { PlannedOperation } from "../../plan/operation";
import { OWN } from "../../plan/own-operations";
import type { Draft } from "../sheet";
import { taskOperations } from "../task-operations";
import { round } from "../words";
import { cartingCost } from "./carting";
import { harvestWay } from "./chosen-way";

const HARVEST_WEIGHT = 15;

/** The guide's tasks up to the harvest, and the harvest itself. */
export function harvestOperations(draft: Draft): PlannedOperation[] {
  const { context, facts, parts } = draft;
  const { harvest } = context.crop.guide;
  const { cutPct, shiftDays } = parts.harvest;
  const way = harvestWay(draft);
  const { at } = harvest;
  return [
    ...taskOperations(draft, "harvest"),
    {
      id: OWN.harvest,
      role: "harvest",
      sheet: "harvest",
      name: "Harvest",
      mark: cutPct !== null ? `cut at ${round(cutPct, 1)} %` : "harvest",
      detail: `${way.name}. ${harvest.signs.map((s) => `${s.observe}: ${s.readyWhen}`).join("; ")}. ${harvest.care}`,
      reason: "ripe and before waiting loses more than it gains",
      when: [
        {
          from: at.from,
          min: at.min + Math.min(0, shiftDays),
          usual: at.usual + shiftDays,
          max: at.max === null ? null : at.max + Math.max(0, shiftDays),
        },
      ],
      weight: HARVEST_WEIGHT,
      cautions: [...harvest.cautions, ...(parts.harvest.carting ? ["haulage"] : [])],
      byDaysAndStage: true,
      work: () => ({ ...guideWork(way.work, facts.field), extraCostPerHa: cartingCost(draft) }),
    },
  ];
}
