import type { SheetId } from "../guides/schema";
import type { Plan } from "./plan";

/** The sheet where a clash of waits is shown: that of the first operation it names other than planting. */
export function sheetOf(plan: Plan, memberIds: string[]): SheetId {
  const members = [...plan.waits, ...plan.windows].filter((m) => memberIds.includes(m.id));
  const events = members.flatMap((m) => ("event" in m ? [m.event] : [m.from, m.to]));
  const operations = plan.operations.filter((o) => events.includes(o.id));
  return (operations.find((o) => o.id !== "planting") ?? operations[0])?.sheet ?? "seed";
}
