import { guideWork } from "../../money/field-work";
import type { PlannedOperation } from "../../plan/operation";
import { OWN } from "../../plan/own-operations";
import type { Draft } from "../sheet";
import { taskOperations } from "../task-operations";
import { harvestWay } from "./draft";

const HARVEST_WEIGHT = 15;

/** The guide's tasks up to the harvest, and the harvest itself. */
export function harvestOperations(draft: Draft): PlannedOperation[] {
  const { context, facts } = draft;
  const { harvest } = context.crop.guide;
  const way = harvestWay(draft);
  return [
    ...taskOperations(draft, "harvest"),
    {
      id: OWN.harvest,
      role: "harvest",
      sheet: "harvest",
      name: "Harvest",
      mark: harvest.moisturePct ? `cut at ${harvest.moisturePct.cut} %` : "harvest",
      detail: `${way.name}. ${harvest.signs.map((s) => `${s.observe}: ${s.readyWhen}`).join("; ")}. ${harvest.care}`,
      reason: "ripe and before waiting loses more than it gains",
      when: [harvest.at],
      weight: HARVEST_WEIGHT,
      cautions: harvest.cautions,
      byDaysAndStage: true,
      work: () => guideWork(way.work, facts.field),
    },
  ];
}
