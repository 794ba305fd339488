import type { Task } from "../guides/schema";
import { guideWork } from "../money/field-work";
import type { PlannedOperation } from "../plan/operation";
import type { SheetId } from "../sheet-ids";
import { materialsOf } from "./materials";
import type { Planning } from "./sheet";

/** How much the usual date of a task counts when dates compete. */
const TASK_WEIGHT = 10;

/** The guide's tasks of a sheet as operations. */
export function taskOperations(draft: Planning, sheet: SheetId): PlannedOperation[] {
  return draft.context.crop.guide.tasks
    .filter((t) => t.sheet === sheet && (t.needs !== "irrigation" || draft.facts.field.irrigated))
    .filter((t) => !grewBefore(draft, t.notAfter))
    .map((t) => taskOperation(draft, t));
}

/** Whether what a task is left out after grew here lately. */
function grewBefore({ facts, context: { season } }: Planning, notAfter: Task["notAfter"]): boolean {
  if (!notAfter) return false;
  const { crops, seasons } = notAfter;
  return facts.history.some((h) => crops.includes(h.crop) && h.season < season && h.season >= season - seasons);
}

function taskOperation(draft: Planning, task: Task): PlannedOperation {
  return {
    id: task.id,
    role: task.role,
    sheet: task.sheet,
    name: task.name,
    mark: task.mark,
    detail: task.detail,
    reason: task.ifNot ? `${task.reason}. Otherwise: ${task.ifNot}` : task.reason,
    when: [task.when],
    ...(task.onlyIf ? { condition: { by: "field", only: task.onlyIf } } : {}),
    weight: TASK_WEIGHT,
    cautions: task.cautions ?? [],
    byDaysAndStage: true,
    ...materialsOf(draft, task.id, task.materials),
    work: () => guideWork(task.work, draft.facts.field),
  };
}
