/** Ways of protection side by side, on this field: for the page that shows them, not for every draft. */

import { toDay } from "../../dates";
import type { Guide } from "../../guides/schema";
import { schoolsOf } from "../../guides/schools";
import type { PlanFacts } from "../../plan/facts";
import { CHANCES } from "../../protect/likelihood";
import { type SchoolOutcome, schoolOutcome, type ThreatAtStake, type Treats } from "../../protect/protection-schools";
import { type Spread, type ThreatPressure, threatPressure } from "../../protect/threat-weather";
import { seasonWeather } from "../../weather/season-weather";
import type { Plan } from "../plan";
import { yieldAtStake } from "./at-stake";
import { cheapestTreatment } from "./cheapest-treatment";
import { efficacyOf } from "./pays-from";

const ONE: Spread = { few: 1, usual: 1, many: 1 };

interface SchoolLine extends SchoolOutcome {
  id: string;
  name: string;
  why: string;
  chosen: boolean;
  /** what the loss costs a hectare, minor units; null without a price */
  lossPerHa: number | null;
}

/** The weather of a threat over the simulated seasons of a plan; null where it has no rule or the plan no climate or dates. */
export function pressureOf(plan: Plan, facts: PlanFacts, threatId: string, ruleId?: string): ThreatPressure | null {
  const threat = plan.crop.guide.threats.find((t) => t.id === threatId);
  const rule = threat?.weather.find((w) => ruleId === undefined || w.id === ruleId);
  const own = plan.protect.threats.find((t) => t.id === threatId);
  if (!rule || !own?.from || !own.to || !facts.climate) return null;
  const weather = seasonWeather(facts.climate, plan.season, { today: facts.today, observed: facts.observedWeather });
  return threatPressure(rule, weather, toDay(own.from), toDay(own.to));
}

/** Threats that a product can be used against, with what is at stake. */
export function threatsAtStake(plan: Plan, facts: PlanFacts): { id: string; name: string; stake: ThreatAtStake }[] {
  const { guide } = plan.crop;
  return plan.protect.threats.flatMap((own) => {
    const threat = guide.threats.find((t) => t.id === own.id);
    if (!threat?.lossPct) return [];
    const efficacy = efficacyOf(threat);
    const treatment = cheapestTreatment(plan.protect.crop, facts, threat.id);
    return [
      {
        id: threat.id,
        name: threat.name,
        stake: {
          chance: CHANCES[own.likelihood],
          lossPct: threat.lossPct.typical,
          efficacyPct: efficacy.typical,
          earlyEfficacyPct: efficacy.high,
          treatments: atLeastOne(pressureOf(plan, facts, threat.id)?.treatments),
          product: treatment?.id ?? null,
          costPerHa: treatment?.costPerHa ?? 0,
          most: treatment?.most ?? null,
        },
      },
    ];
  });
}

/** A threat that has passed its threshold is treated once, whatever the weather was. */
const atLeastOne = (counts: Spread = ONE): Spread => ({
  few: Math.max(1, counts.few),
  usual: Math.max(1, counts.usual),
  many: Math.max(1, counts.many),
});

/** The ways of protection that the guide offers, each with what it comes to on this field. */
export function protectionSchools(plan: Plan, facts: PlanFacts): SchoolLine[] {
  const { base, guide, method } = plan.crop;
  const school = schoolsOf(guide, method.id).find((s) => s.sheet === "protect");
  const stakes = threatsAtStake(plan, facts).map((t) => t.stake);
  const price = plan.money.pricePerT;
  const line = (id: string, name: string, why: string, treats: Treats): SchoolLine => {
    const outcome = schoolOutcome(treats, stakes);
    return {
      id,
      name,
      why,
      ...outcome,
      chosen: guide.protect.treats === treats,
      lossPerHa: price === null ? null : (outcome.lossPct / 100) * yieldAtStake(plan) * price,
    };
  };
  return (school?.options ?? []).map((o) => line(o.id, o.name, o.why, treatsOf(o.patch) ?? base.protect.treats));
}

/** What a school changes of when a product is used. */
function treatsOf(patch: Guide["schools"][number]["options"][number]["patch"]): Treats | undefined {
  const protect = patch?.protect;
  return typeof protect === "object" && protect !== null && "treats" in protect
    ? (protect.treats as Treats)
    : undefined;
}
