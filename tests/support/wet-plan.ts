/** Plans on a watered field: 14.2 ha under sprinklers of 60 m3/h, lifted 10 m. */

import { EXAMPLE_FACTS } from "../../src/core/plan/example-facts";
import type { PlanFacts } from "../../src/core/plan/facts";
import { unwrap } from "../../src/core/result";
import { applyChanges, type Change, freshDecisions } from "../../src/core/sheets/decisions";
import { draftPlan } from "../../src/core/sheets/draft-plan";
import { checkPlan } from "../../src/core/sheets/example-findings";
import type { Plan } from "../../src/core/sheets/plan";
import type { Finding } from "../../src/core/sheets/sheet";
import { testGuide } from "./guides";

const WET = { irrigated: true, waterSystem: "sprinkler", waterFlowM3PerH: 60, waterLiftM: 10 } as const;

export const wetFacts = (field: Partial<PlanFacts["field"]> = {}, more: Partial<PlanFacts> = {}): PlanFacts => ({
  ...EXAMPLE_FACTS,
  ...more,
  field: { ...EXAMPLE_FACTS.field, ...WET, ...field },
});

export const wetPlan = (crop: string, own: PlanFacts = wetFacts(), ...changes: Change[]): Plan =>
  unwrap(draftPlan(own, applyChanges(freshDecisions(crop), changes), 2027, testGuide(crop)));

export function wetFindings(crop: string, own: PlanFacts = wetFacts(), ...changes: Change[]): Finding[] {
  return checkPlan(wetPlan(crop, own, ...changes), own, applyChanges(freshDecisions(crop), changes));
}
