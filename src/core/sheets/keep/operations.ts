import { computed } from "../../figure";
import type { PlannedOperation } from "../../plan/operation";
import type { Draft } from "../sheet";
import { taskOperations } from "../task-operations";

/** The guide's tasks after the harvest; a dryer of one's own is paid by the point of moisture, the sun by hours. */
export function keepOperations(draft: Draft): PlannedOperation[] {
  const dried = draft.facts.field.handWork ? 0 : dryingCost(draft);
  return taskOperations(draft, "keep").map((operation) =>
    operation.role === "dry" && dried > 0
      ? { ...operation, work: (inputs) => ({ ...operation.work!(inputs), extraCostPerHa: dried }) }
      : operation,
  );
}

/** Minor money units a hectare: the target's mass x the points that are dried off x the price of a point. */
function dryingCost({ context, facts, parts, targetTPerHa }: Draft): number {
  const { pointsToDry } = parts.harvest;
  const { dryingPerTPoint, currency } = facts.prices;
  const cost = targetTPerHa * pointsToDry * dryingPerTPoint;
  if (pointsToDry > 0)
    context.show(
      "keep.drying",
      computed("Drying", cost / 100, `${currency}/ha`, "target x points of moisture x price of a point", [
        { label: "target", value: targetTPerHa, unit: "t/ha" },
        { label: "points of moisture", value: pointsToDry },
        { label: "price of a point", value: dryingPerTPoint / 100, unit: `${currency}/t` },
      ]),
    );
  return cost;
}
