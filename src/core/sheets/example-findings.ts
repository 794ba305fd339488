/** What is found in a plan, as a metric reader reads it: for tests of what findings say. */

import type { PlanFacts } from "../plan/facts";
import { wordsFor } from "../units/words";
import { checkPlan as found } from "./check-plan";
import type { Decisions } from "./decisions";
import type { Plan } from "./plan";
import type { Finding } from "./sheet";

export { canIssue } from "./check-plan";

export const METRIC = wordsFor({ unitSet: "metric", decimal: "point", currency: "cr" });

export const checkPlan = (plan: Plan, facts: PlanFacts, decisions: Decisions): Finding[] =>
  found(plan, facts, decisions).map(({ title, why, repairs, ...finding }) => ({
    ...finding,
    title: METRIC.tell(title),
    why: METRIC.tell(why),
    repairs: repairs.map((repair) => ({ ...repair, label: METRIC.tell(repair.label) })),
  }));
