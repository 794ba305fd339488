import { WAY_CAUTIONS } from "../../cautions";
import { times } from "../../figure/expression";
import { computed, quantity } from "../../figure/figure";
import type { KeepWay } from "../../guides/schema-keep";
import { handWork } from "../../money/field-work";
import type { PlannedOperation } from "../../plan/operation";
import { formatNumber } from "../../units/format-quantity";
import { keepWay, moistDose } from "../keep-way";
import { materialAt } from "../materials";
import type { Planning } from "../sheet";
import { taskOperations } from "../task-operations";
import { sentence } from "../words";

/**
 * The guide's tasks after the harvest. Drying and curing are done by the way of this plan: paid by the point of moisture where it takes a dryer,
 * by hours of hands where these are known.
 */
export function keepOperations(draft: Planning): PlannedOperation[] {
  const way = keepWay(draft);
  const { storedTPerHa, asCutTPerHa } = draft.parts.keep;
  const dried = way?.paidByPoint ? dryingCost(draft) : 0;
  const hours = way?.handHoursPerT ? way.handHoursPerT.typical * asCutTPerHa : null;
  return taskOperations(draft, "keep").map((operation) => {
    if (operation.role !== "dry" && operation.role !== "cure") return operation;
    const named = way ? { name: way.name, detail: way.detail, reason: way.why } : {};
    const { safePct, endUse } = draft.parts.harvest;
    const aim = operation.role === "dry" && safePct !== null && !way?.moist ? `To ${safePct} % for ${endUse}. ` : "";
    return {
      ...operation,
      ...named,
      ...(operation.role === "dry" ? moistInputs(draft, operation.id, way) : {}),
      cautions: [
        ...operation.cautions,
        ...(way && WAY_CAUTIONS[way.by] ? [WAY_CAUTIONS[way.by]!] : []),
        ...(way?.cautions ?? []),
      ],
      detail: `${aim}${sentence(named.detail ?? operation.detail)}`,
      work: (inputs) => ({
        ...(hours === null ? operation.work!(inputs) : handWork(hours)),
        ...(operation.role === "dry" && dried > 0 && storedTPerHa > 0 ? { extraCostPerHa: dried } : {}),
      }),
    };
  });
}

/** What is mixed into grain that is kept moist: so much a tonne as it is cut, by its moisture. */
function moistInputs(draft: Planning, at: string, way: KeepWay | null): Pick<PlannedOperation, "inputs"> {
  const dose = way?.moist?.dose;
  const { cutPct } = draft.parts.harvest;
  if (!way || !dose || cutPct === null) return {};
  const { asCutTPerHa } = draft.parts.keep;
  const perT = moistDose(dose, cutPct);
  const how = `${formatNumber(perT)} ${dose.unit} for a tonne at ${formatNumber(cutPct)} % x ${formatNumber(asCutTPerHa)} t/ha; ${draft.context.source(dose.source)}; the label's figure goes before it`;
  return {
    inputs: (logged) => [
      materialAt(
        draft.dated(),
        at,
        { id: way.id, name: dose.name, unit: dose.unit, perHa: perT * asCutTPerHa, how },
        logged,
      ),
    ],
  };
}

/** Minor money units a hectare: the mass as it is cut x the points that are dried off x the price of a point. */
function dryingCost({ context, facts, parts }: Planning): number {
  const { pointsToDry } = parts.harvest;
  const { asCutTPerHa } = parts.keep;
  const { dryingPerTPoint } = facts.prices;
  const cost = computed(
    "Drying",
    "money/ha",
    times(
      quantity("mass as cut", asCutTPerHa, "t/ha of mass"),
      quantity("points of moisture", pointsToDry, ""),
      quantity("drying charge per point", dryingPerTPoint / 100, "money/t"),
    ),
  );
  if (pointsToDry > 0) context.show("keep.drying", cost);
  return cost.value * 100;
}
