import type { SheetId } from "../sheet-ids";
import type { Words } from "../units/words";
import type { Plan } from "./plan";

/** "4 jobs, next 12 Apr": what a sheet has planned, for the ladder. */
export function jobsInWords(plan: Plan, sheet: SheetId, words: Words): string {
  const own = plan.operations.filter((o) => o.sheet === sheet);
  const next = own.find((o) => o.date && !o.doneOn);
  return next?.date
    ? `${own.length} ${own.length === 1 ? "job" : "jobs"}, next ${words.date(next.date)}`
    : "nothing planned";
}
