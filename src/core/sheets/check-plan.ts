import type { PlanFacts } from "../plan/facts";
import { SHEETS } from "../sheet-ids";
import { checkBands } from "./checks/check-bands";
import { checkConflicts } from "./checks/check-dates";
import { checkTargetAndRotation } from "./checks/check-rotation";
import { checkSeason } from "./checks/check-season";
import { checkHope, checkTarget } from "./checks/check-target";
import { SHEET_CHECKS } from "./checks/checks";
import type { Decisions } from "./decisions";
import { change } from "./decisions";
import type { Plan } from "./plan";
import type { Check, Finding } from "./sheet";
import { sentence } from "./words";

const ORDER = { stop: 0, advise: 1, hint: 2 };

/**
 * What contradicts what in a plan, why, and what to do: stopping findings first. Pure, like draftPlan.
 *
 * A stopping finding keeps a plan from being issued; advice and hints do not. Repairs are changes of the decisions.
 */
export function checkPlan(plan: Plan, facts: PlanFacts, decisions: Decisions): Finding[] {
  // a plan of nothing is the first to be said: nothing else matters then
  const findings: Finding[] = [...checkHope(plan), ...problemFindings(plan, decisions), ...checkConflicts(plan)];
  for (const sheet of SHEETS) {
    const add: Check["add"] = (severity, id, title, why, repairs = []) =>
      findings.push({ id, sheet, severity, title, why, repairs });
    SHEET_CHECKS[sheet]({ plan, facts, decisions, add });
  }
  findings.push(
    ...checkTargetAndRotation(plan, facts),
    ...checkBands(plan, facts, decisions),
    ...checkSeason(plan, facts),
    ...checkTarget(plan),
  );
  return findings.sort((a, b) => ORDER[a.severity] - ORDER[b.severity]);
}

/** True when nothing keeps the plan from being issued. */
export function canIssue(findings: Finding[]): boolean {
  return findings.every((f) => f.severity !== "stop");
}

/** What was entered and cannot be used. */
function problemFindings(plan: Plan, decisions: Decisions): Finding[] {
  return plan.problems.flatMap(({ sheet, errors }) =>
    errors.map((error, i): Finding => {
      const ofShares = error.field === "splits" && decisions.feed?.shares !== undefined;
      return {
        id: `problem.${sheet}.${error.field}.${i}`,
        sheet,
        severity: "stop",
        title: sentence(error.message),
        why: "Complete or correct it. Until then the plan uses its default, or leaves it out.",
        repairs: ofShares
          ? [{ label: "Back to the pattern's shares", changes: [change("feed/shares", undefined)] }]
          : [],
      };
    }),
  );
}
