import { daysBetween } from "../dates";
import type { Operation, OperationInput } from "../plan/operation";
import type { Plan } from "../sheets/plan";
import { inputMeasure } from "../units/input-measures";
import type { MeasureId } from "../units/measure-ids";
import type { IssuedPlan } from "./issued-plan";

/** The figures, operations and choices by which two states of a plan are compared. */
export interface PlanSummary {
  figures: Record<string, { label: string; value: number; unit: MeasureId }>;
  operations: Pick<Operation, "id" | "name" | "sheet" | "date">[];
  /** what is bought, by kind and id */
  inputs: Record<string, Pick<OperationInput, "name" | "unit" | "perHa">>;
  crop: string;
  systemName: string;
  variety: string;
}

export interface PlanChange {
  what: string;
  kind: "figure" | "date" | "added" | "removed" | "choice" | "product";
  before: string | number | null;
  after: string | number | null;
  unit?: MeasureId;
  /** after - before, in the unit or in days */
  change?: number;
}

/** What comparePlans needs of a draft. */
export function summarisePlan(plan: Plan): PlanSummary {
  return {
    figures: short(plan.figures),
    inputs: bought(plan.inputs),
    operations: plan.operations.map(({ id, name, sheet, date }) => ({ id, name, sheet, date })),
    crop: plan.crop.kind.name,
    systemName: plan.ground.chosen.name,
    variety: plan.seed.variety,
  };
}

/** What comparePlans needs of an issued version. */
export function summariseIssued(issued: IssuedPlan): PlanSummary {
  return {
    figures: short(issued.figures),
    inputs: bought(issued.inputs),
    operations: issued.operations.map(({ id, name, sheet, date }) => ({ id, name, sheet, date })),
    crop: issued.crop.kindName,
    systemName: issued.tillage,
    variety: issued.variety,
  };
}

const bought = (inputs: Pick<OperationInput, "kind" | "id" | "name" | "unit" | "perHa">[]): PlanSummary["inputs"] =>
  Object.fromEntries(inputs.map(({ kind, id, name, unit, perHa }) => [`${kind}.${id}`, { name, unit, perHa }]));

const short = (
  figures: Partial<Record<string, { label: string; value: number; unit: MeasureId }>>,
): PlanSummary["figures"] =>
  Object.fromEntries(
    Object.entries(figures).flatMap(([id, figure]) =>
      figure ? [[id, { label: figure.label, value: figure.value, unit: figure.unit }]] : [],
    ),
  );

/** But for rounding. */
const same = (a: number, b: number) => Math.abs(b - a) <= 1e-6 * Math.max(1, Math.abs(a));

/**
 * What changed from one version of a plan to another: choices, figures (by more than rounding), products with their rates, dates, operations
 * added and removed, in that order.
 */
export function comparePlans(before: PlanSummary, after: PlanSummary): PlanChange[] {
  const changes: PlanChange[] = [];
  for (const [key, what] of [
    ["crop", "Crop"],
    ["variety", "Variety"],
    ["systemName", "Tillage"],
  ] as const)
    if (before[key] !== after[key]) changes.push({ what, kind: "choice", before: before[key], after: after[key] });
  for (const [id, figure] of Object.entries(after.figures)) {
    const old = before.figures[id];
    if (!old || same(old.value, figure.value)) continue;
    changes.push({
      what: figure.label,
      kind: "figure",
      before: old.value,
      after: figure.value,
      unit: figure.unit,
      change: figure.value - old.value,
    });
  }
  for (const key of new Set([...Object.keys(before.inputs), ...Object.keys(after.inputs)])) {
    const [old, now] = [before.inputs[key], after.inputs[key]];
    const named = now ?? old;
    if (!named || (old && now && same(old.perHa, now.perHa))) continue;
    changes.push({
      what: named.name,
      kind: "product",
      before: old?.perHa ?? null,
      after: now?.perHa ?? null,
      unit: inputMeasure(named.unit).perArea,
      ...(old && now ? { change: now.perHa - old.perHa } : {}),
    });
  }
  for (const operation of after.operations) {
    const old = before.operations.find((o) => o.id === operation.id);
    if (!old) changes.push({ what: operation.name, kind: "added", before: null, after: operation.date });
    else if (old.date !== operation.date)
      changes.push({
        what: operation.name,
        kind: "date",
        before: old.date,
        after: operation.date,
        ...(old.date && operation.date ? { change: daysBetween(old.date, operation.date) } : {}),
      });
  }
  for (const old of before.operations)
    if (!after.operations.some((o) => o.id === old.id))
      changes.push({ what: old.name, kind: "removed", before: old.date, after: null });
  return changes;
}
