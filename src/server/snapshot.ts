/** What an issued version keeps for good: the plan as it was computed, and what documents need of guide and facts. */

import type { Finding } from "@/core/plan/check";
import type { PlanFacts } from "@/core/plan/facts";
import type { Plan } from "@/core/plan/plan";
import type { UnitSet } from "@/core/units/units";
import type { Access } from "./access";

export interface Snapshot {
  /** without the guide it was drafted from, which would be stored with every version */
  plan: Omit<Plan, "guide" | "waits" | "windows">;
  cropName: string;
  kindName: string;
  methodName: string;
  field: PlanFacts["field"];
  grower: string;
  /** the unit set of the grower's card; null for the practice's */
  growerUnitSet: UnitSet | null;
  currency: string;
  soilTest: PlanFacts["soilTest"];
  advice: Pick<Finding, "severity" | "title" | "why">[];
  cautions: { topic: string; text: string }[];
  sources: string[];
  harvestSigns: { observe: string; readyWhen: string }[];
  issuedBy: string;
  licenceNo: string | null;
  practice: string;
}

/** The snapshot of a plan, issued by whoever has this access. */
export function snapshotOf(
  plan: Plan,
  facts: PlanFacts,
  findings: Finding[],
  grower: { name: string; unitSet: UnitSet | null },
  access: Pick<Access, "name" | "licenceNo" | "practice">,
): Snapshot {
  const { guide, waits: _waits, windows: _windows, ...frozen } = plan;
  return {
    plan: frozen,
    cropName: guide.name,
    kindName: guide.kinds.find((k) => k.id === plan.kindId)?.name ?? guide.name,
    methodName: guide.methods.find((m) => m.id === plan.methodId)?.name ?? "",
    field: facts.field,
    grower: grower.name,
    growerUnitSet: grower.unitSet,
    currency: access.practice.currency,
    soilTest: facts.soilTest,
    advice: findings.map(({ severity, title, why }) => ({ severity, title, why })),
    cautions: guide.cautions,
    sources: Object.values(guide.sources).map((s) => `${s.title} (${s.evidence}; holds: ${s.holds})`),
    harvestSigns: guide.harvest.signs.map(({ observe, readyWhen }) => ({ observe, readyWhen })),
    issuedBy: access.name,
    licenceNo: access.licenceNo,
    practice: access.practice.name,
  };
}
