/** From how many of a threat on control pays on this field. */

import type { Guide } from "../../guides/schema";
import type { PlanFacts } from "../../plan/facts";
import { listedPrice } from "../../plan/listed-price";
import { economicThreshold } from "../../protect/economic-threshold";
import type { Decisions } from "../decisions";
import type { Plan } from "../plan";
import { yieldAtStake } from "./at-stake";
import { cheapestTreatment } from "./cheapest-treatment";

/** Efficacy of a treatment where the guide names none [%]; assumption. */
const USUAL_EFFICACY = { typical: 75, high: 85 };

/** What a treatment takes of a threat [%]: as the guide says of it, else the usual. */
export const efficacyOf = ({ options }: Guide["threats"][number]): { typical: number; high: number } =>
  options.find((o) => o.kind === "chemical")?.efficacyPct ?? USUAL_EFFICACY;

export interface PaysFrom {
  /** of control, typed or of the cheapest product that a label still allows, with its pass [minor units a hectare]; null where nobody knows */
  costPerHa: number | null;
  /** minor units a tonne; 0 where the crop has none */
  pricePerT: number;
  efficacyPct: number;
  /** how many, or why not; null until somebody has typed what one of them costs */
  found: ReturnType<typeof economicThreshold> | null;
}

/** Example: control of 42.00, wheat at 190.00 and 8 t/ha, 0.8 % a unit, 85 %: from 4.06 on. */
export function paysFrom(plan: Plan, facts: PlanFacts, decisions: Decisions, threatId: string): PaysFrom {
  const { guide } = plan.crop;
  const own = decisions.protect?.pays?.[threatId] ?? {};
  const threat = guide.threats.find((t) => t.id === threatId);
  const costPerHa = own.costPerHa ?? cheapestTreatment(plan.protect.crop, facts, threatId)?.costPerHa ?? null;
  const pricePerT = listedPrice(facts.prices, plan.crop) ?? 0;
  const efficacyPct = own.efficacyPct ?? (threat ? efficacyOf(threat) : USUAL_EFFICACY).typical;
  return {
    costPerHa,
    pricePerT,
    efficacyPct,
    found:
      costPerHa === null || own.lossPctPerUnit === undefined
        ? null
        : economicThreshold({
            controlCostPerHa: costPerHa / 100,
            pricePerT: pricePerT / 100,
            yieldTPerHa: yieldAtStake(plan),
            lossPctPerUnit: own.lossPctPerUnit,
            efficacyPct,
          }),
  };
}
