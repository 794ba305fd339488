/** Dates that cannot hold together, and waits that what was done has broken. */

import type { PlanWait, PlanWindow } from "../../plan/dates";
import { PREVIOUS_OFF } from "../../plan/own-operations";
import type { Conflict } from "../../season/solve-season";
import type { SheetId } from "../../sheet-ids";
import { change } from "../decisions";
import type { Plan } from "../plan";
import type { Finding, Repair } from "../sheet";
import { days, joinNames, sentence } from "../words";

type Member = PlanWait | PlanWindow;

export function checkConflicts(plan: Plan): Finding[] {
  return [
    ...overtakenFindings(plan),
    ...plan.conflicts.map((conflict) => conflictFinding(plan, conflict)),
    ...plan.broken.map(({ id, byDays }): Finding => {
      const member = membersOf(plan).find((m) => m.id === id);
      const stops = member?.source === "label" || member?.source === "law";
      return {
        id: `broken.${id}`,
        sheet: sheetOfMembers(plan, [id]),
        severity: stops ? "stop" : "advise",
        title: `A logged job broke a waiting period by ${days(byDays)}.`,
        why: sentence(member?.reason ?? id),
        repairs: [],
      };
    }),
  ];
}

/** One line for all that was overtaken by one logged job. */
function overtakenFindings({ operations }: Plan): Finding[] {
  const overtaken = operations.filter((o) => o.overtakenBy !== null);
  return [...new Set(overtaken.map((o) => o.overtakenBy as string))].map((by): Finding => {
    const own = overtaken.filter((o) => o.overtakenBy === by);
    return {
      id: `overtaken.${own[0]?.id}`,
      sheet: own[0]?.sheet ?? "seed",
      severity: "hint",
      title: `No longer due because "${by}" is logged: ${joinNames(own.map((o) => o.name))}.`,
      why: "These jobs come before it. Log those that were done; the others are not in the next version.",
      repairs: [],
    };
  });
}

const membersOf = (plan: Plan): Member[] => [...plan.waits, ...plan.windows];
const eventsOf = (member: Member) => ("event" in member ? [member.event] : [member.from, member.to]);

/** The sheet of the first operation that a clash touches: where its finding stands. */
function sheetOfMembers(plan: Plan, ids: readonly string[]): SheetId {
  const events = membersOf(plan)
    .filter((m) => ids.includes(m.id))
    .flatMap(eventsOf);
  return plan.operations.find((o) => events.includes(o.id))?.sheet ?? "seed";
}

function conflictFinding(plan: Plan, conflict: Conflict): Finding {
  const members = membersOf(plan).filter((m) => conflict.ids.includes(m.id));
  const nameOf = (id: string) =>
    plan.operations.find((o) => o.id === id)?.name ??
    plan.stages.find((s) => s.id === id)?.name ??
    (id === PREVIOUS_OFF ? "Previous crop off" : id);
  const reasons = conflict.ids.map((id) => reasonOf(id, members, nameOf));
  const repairs = conflict.relaxations.flatMap((r) => {
    const member = members.find((m) => m.id === r.id);
    return member ? [relaxation(member, r.byDays, nameOf)] : [];
  });
  const today = conflict.ids.includes("today");
  const late =
    today && members.every((m) => m.kind !== "held" && m.kind !== "sowing")
      ? plan.operations.find((o) => members.some((m) => "to" in m && m.to === o.id) && !o.doneOn)
      : undefined;
  if (late)
    repairs.push({
      label: "Omit it this season",
      changes: [change(`skipped/${late.id}`, { reason: "overdue, omitted" })],
    });
  const involved = [...new Set(members.flatMap(eventsOf))].filter((id) => plan.operations.some((o) => o.id === id));
  const tooLate = members.some((m) => m.kind === "previousOff") && members.some((m) => m.kind === "sowing");
  const by = days(conflict.shortByDays);
  return {
    id: `conflict.${[...conflict.ids].sort().join("+")}`,
    sheet: sheetOfMembers(plan, conflict.ids),
    severity: late ? "advise" : "stop",
    title: late
      ? `${late.name} is overdue by ${by}.`
      : tooLate
        ? `The previous crop is expected to come off ${by} too late for the sowing window.`
        : `${joinNames(involved.map(nameOf))} ${involved.length > 1 ? `are in conflict by ${by}` : `is ${by} outside its window`}.`,
    why: `${reasons.map(sentence).join(" ")} Together they are ${by} short.`,
    repairs,
  };
}

/** A member of a conflict in words: the solver calls today "today" and a fact "pin:<event>". */
function reasonOf(id: string, members: Member[], nameOf: (id: string) => string): string {
  if (id === "today") return "no job can be done before today";
  const fact = /^pin:(.*)$/.exec(id)?.[1];
  if (fact !== undefined) return `${nameOf(fact).toLowerCase()} has a fixed date`;
  return members.find((m) => m.id === id)?.reason ?? id;
}

function relaxation(member: Member, byDays: number, nameOf: (id: string) => string): Repair {
  if (member.kind === "held")
    return {
      label: `Release the date of ${nameOf(member.event).toLowerCase()}`,
      changes: [change(`dates/${member.event}`, undefined)],
    };
  const label =
    member.kind === "sowing"
      ? `Widen the sowing window by ${days(byDays)}`
      : "ease" in member && member.ease
        ? member.ease(byDays)
        : "to" in member
          ? `Allow ${nameOf(member.to).toLowerCase()} ${days(byDays)} outside its window`
          : `Allow ${days(byDays)} outside the window`;
  return {
    label,
    changes: [change(`relaxed/${member.id}`, { days: byDays, reason: "accepted in a date conflict" })],
  };
}
