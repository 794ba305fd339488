/** What stands to be decided in a season that is under way, and what the rest of it gains by doing as planned. */

import { addDays, type IsoDate } from "../../dates";
import type { Operation } from "../../plan/operation";
import { OWN } from "../../plan/own-operations";
import { ok, type Result } from "../../result";
import { applyChanges, type Change, change } from "../decisions";
import { draftPlan } from "../draft-plan";
import type { Plan } from "../plan";
import { meanMargin } from "./mean-margin";
import type { PlanQuestion } from "./plan-question";

export interface OpenDecision {
  /** the job; null where none is planned yet */
  operationId: string | null;
  name: string;
  date: IsoDate;
  against: "left out" | "a week later" | "untreated";
  /** in the mean of the seasons that may follow: yield [t/ha] and margin [minor/ha], null without a price */
  gainTPerHa: number;
  gainPerHa: number | null;
}

/** What is due within so many days is to be decided now. */
const AHEAD_DAYS = 28;
const WAIT_DAYS = 7;

/** Jobs that are weighed against doing otherwise, and against what. Each is the next of its role. */
const WEIGHED: Partial<Record<Operation["role"], "left out" | "a week later">> = {
  feed: "left out",
  irrigate: "left out",
  harvest: "a week later",
};

/**
 * The open decisions of a plan whose crop stands: the next dressing, irrigation and harvest within four weeks, each drafted and rehearsed
 * without it, or a week later; what is left out is made up for by the rest of the plan where that pays. What was found over its threshold and is
 * not treated. None before planting. Errors: those of draftPlan.
 *
 * Example: a dressing without which the seasons leave 40 less is worth 40.
 */
export function openDecisions(
  { facts, decisions, season, guide }: PlanQuestion,
  onProgress?: (share: number) => void,
): Result<OpenDecision[]> {
  const drafted = draftPlan(facts, decisions, season, guide);
  if (!drafted.ok) return drafted;
  const plan = drafted.value;
  if (!facts.log.some((l) => l.operationId === OWN.plant)) return ok([]);
  const until = addDays(facts.today, AHEAD_DAYS);
  const due = plan.operations
    .filter((o) => WEIGHED[o.role] && !o.doneOn && o.date !== null && o.date <= until)
    .sort((a, b) => ((a.date ?? "") < (b.date ?? "") ? -1 : 1));
  const next = due.filter((o, i) => due.findIndex((other) => other.role === o.role) === i);
  const found: OpenDecision[] = [];
  for (const [n, { id, role, name, date }] of next.entries()) {
    const against = WEIGHED[role] as "left out" | "a week later";
    const day = date as IsoDate;
    const other: Change =
      against === "left out"
        ? change(`skipped/${id}`, { reason: "weighed" })
        : change(`dates/${id}`, { date: addDays(day < facts.today ? facts.today : day, WAIT_DAYS), held: true });
    const without = draftPlan(facts, applyChanges(decisions, [other]), season, guide);
    onProgress?.((n + 1) / next.length);
    if (!without.ok) continue;
    const [here, there] = [meanMargin(plan), meanMargin(without.value)];
    found.push({
      operationId: id,
      name,
      date: day,
      against,
      gainTPerHa: meanYield(plan) - meanYield(without.value),
      gainPerHa: here === null || there === null ? null : here - there,
    });
  }
  return ok([...found, ...treatments(plan, { facts, decisions, season, guide })]);
}

/** What was found over its threshold and nobody plans to treat: the season without it, as far as the cheapest product takes it, less what that costs. */
function treatments(plan: Plan, { facts, decisions, season, guide }: PlanQuestion): OpenDecision[] {
  const planned = new Set(plan.protect.treatments.map((t) => t.threatId));
  return plan.protect.threats.flatMap(({ id, found }): OpenDecision[] => {
    const threat = plan.crop.guide.threats.find((t) => t.id === id);
    if (!found || planned.has(id) || !threat) return [];
    const clean = draftPlan(
      { ...facts, scouting: (facts.scouting ?? []).filter((s) => s.threatId !== id) },
      decisions,
      season,
      guide,
    );
    if (!clean.ok) return [];
    const taken = found.efficacyPct / 100;
    const { costPerHa } = found;
    const [here, there] = [meanMargin(plan), meanMargin(clean.value)];
    return [
      {
        operationId: null,
        name: `Treat ${threat.name.toLowerCase()}`,
        date: facts.today,
        against: "untreated",
        gainTPerHa: taken * (meanYield(clean.value) - meanYield(plan)),
        gainPerHa: here === null || there === null || costPerHa === null ? null : taken * (there - here) - costPerHa,
      },
    ];
  });
}

const meanYield = ({ rehearsal }: Plan): number => rehearsal.rehearsed?.meanTPerHa ?? rehearsal.expectedTPerHa;
