/** What moved between two drafts of a plan, and why. */

import { byDate, daysBetween, formatDay, type IsoDate } from "../dates";
import type { PlanFacts } from "../plan/facts";
import type { Decisions } from "./decisions";
import type { Plan } from "./plan";

export interface Drafted {
  plan: Plan;
  facts: Pick<PlanFacts, "log" | "observations">;
  decisions: Decisions;
}

export interface MovedDate {
  id: string;
  name: string;
  from: IsoDate;
  to: IsoDate;
  days: number;
  /** what it is tied to */
  tiedTo: string;
}

/** Operations whose date differs, by date; what is done does not move. */
export function movedDates(before: Plan, after: Plan): MovedDate[] {
  const dates = new Map(before.operations.map((o) => [o.id, o.date]));
  return after.operations
    .flatMap((o): MovedDate[] => {
      const from = dates.get(o.id);
      return from && o.date && from !== o.date
        ? [{ id: o.id, name: o.name, from, to: o.date, days: daysBetween(from, o.date), tiedTo: o.tiedTo }]
        : [];
    })
    .sort((a, b) => byDate(a.to, b.to));
}

/**
 * What made the dates of two drafts differ, in words: a stage seen, an operation done, a date set, a wait eased; null for
 * anything else.
 *
 * Example: "first node was seen on 25 Apr".
 */
export function whyMoved(before: Drafted, after: Drafted): string | null {
  const stageName = (id: string) => after.plan.stages.find((s) => s.id === id)?.name ?? id;
  const operationName = (id: string) => after.plan.operations.find((o) => o.id === id)?.name ?? id;
  for (const o of after.facts.observations)
    if (!before.facts.observations.some((b) => b.stageId === o.stageId && b.seenOn === o.seenOn))
      return `${stageName(o.stageId)} was seen on ${formatDay(o.seenOn)}`;
  for (const o of before.facts.observations)
    if (!after.facts.observations.some((b) => b.stageId === o.stageId))
      return `the note of ${stageName(o.stageId)} was taken back`;
  for (const l of after.facts.log)
    if (!before.facts.log.some((b) => b.operationId === l.operationId && b.doneOn === l.doneOn))
      return `${operationName(l.operationId)} was done on ${formatDay(l.doneOn)}`;
  for (const l of before.facts.log)
    if (!after.facts.log.some((b) => b.operationId === l.operationId))
      return `the log of ${operationName(l.operationId)} was taken back`;
  const now = after.decisions.dates ?? {};
  const then = before.decisions.dates ?? {};
  for (const [id, wish] of Object.entries(now))
    if (then[id]?.date !== wish.date || then[id]?.held !== wish.held)
      return `${operationName(id)} was set for ${formatDay(wish.date)}`;
  for (const id of Object.keys(then)) if (!now[id]) return `${operationName(id)} has no date of its own any more`;
  if (JSON.stringify(before.decisions.relaxed) !== JSON.stringify(after.decisions.relaxed)) return "a wait was eased";
  return null;
}
