/** What can be done about a stand that was counted: for the page and its findings, not for every draft. */

import { addDays, daysBetween } from "../../dates";
import { type StandOption, standOptions } from "../../establish/stand-options";
import type { PlantingMethod } from "../../guides/schema";
import type { PlanFacts } from "../../plan/facts";
import { sowingWindows } from "../../plan/sowing-windows";
import type { Plan } from "../plan";

/** Days until what is sown again is in the ground; assumption. */
const SOON_DAYS = 3;

/** Ways of planting whose gaps can be filled by hand afterwards. */
const FILLED: readonly PlantingMethod["how"][] = [
  "stations",
  "transplants",
  "cloves",
  "bulbs",
  "sets",
  "tubers",
  "cuttings",
];

/** What leaving it, filling it and sowing again come to, the best first; nothing without a count, a date or a price. */
export function standDecision(plan: Plan, facts: PlanFacts): StandOption[] {
  const { crop, seed, money, season } = plan;
  const { stand } = seed;
  const planting = plan.operations.find((o) => o.role === "plant");
  if (!stand || !planting?.date || !money.pricePerT) return [];
  const again = planting.inputs.reduce((sum, i) => sum + i.perHa * i.pricePerUnit, 0) + planting.costPerHa;
  const windows = sowingWindows(crop.kind, facts.field.zone, season, {
    methodId: crop.method.id,
    latitudeDeg: facts.climate?.latitudeDeg,
  });
  const window = windows.find((w) => w.until >= facts.today);
  const soon = addDays(facts.today, SOON_DAYS);
  const found = standOptions({
    standShare: stand.share,
    halfStandYieldPct: crop.guide.growth.halfStandYieldPct.typical,
    targetTPerHa: plan.targetTPerHa,
    pricePerT: money.pricePerT,
    fill: FILLED.includes(crop.method.how) ? { costPerHa: Math.max(0, 1 - stand.share) * again } : null,
    resow:
      window && soon <= window.until
        ? {
            costPerHa: again,
            daysLate: Math.max(0, daysBetween(window.best, soon)),
            lossPctPerDay: window.latenessLossPctPerDay,
          }
        : null,
  });
  return found.ok ? found.value : [];
}
