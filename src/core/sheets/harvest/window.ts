/** The window of a plan's harvest: the question that the simulated seasons answer. For the page that shows it, not for every draft. */

import { toDay } from "../../dates";
import { type HarvestQuestion, type HarvestSeasons, harvestSeasons } from "../../harvest/harvest-seasons";
import type { PlanFacts } from "../../plan/facts";
import { SEASONS_FOR_WINDOWS, seasonWeather } from "../../weather/season-weather";
import type { Plan } from "../plan";

/** Days after ripeness that are looked at. */
const DAYS = 60;

/** What is asked of the seasons; null where the plan has no date for its ripeness. */
export function harvestQuestion(plan: Plan, facts: PlanFacts): HarvestQuestion | null {
  const { harvest } = plan.crop.guide;
  const { dryDown, moisturePct, at } = harvest;
  const anchor = plan.stages.find((s) => s.id === (dryDown?.from ?? at.from));
  const ready = plan.stages.find((s) => s.id === at.from);
  if (!anchor || !ready) return null;
  const { endUse } = plan.harvest;
  return {
    from: toDay(anchor.date),
    readyAfter: Math.max(0, toDay(ready.date) + at.usual - toDay(anchor.date)),
    days: DAYS,
    yieldTPerHa: plan.rehearsal.expectedTPerHa,
    pricePerT: plan.money.pricePerT ?? 0,
    lossPctPerDay: harvest.lossPctPerDay.typical,
    lossFromDay: harvest.lossFromDay,
    spoils: harvest.spoils.map((s) => ({
      ...s,
      priceFall: !s.endUses || s.endUses.includes(endUse) ? (s.priceFallPct?.typical ?? 0) : 0,
      loss: s.lossPct?.typical ?? 0,
    })),
    drying:
      dryDown && moisturePct
        ? {
            rule: dryDown,
            safePct: plan.harvest.safePct ?? moisturePct.safe,
            greatestPct: dryDown.greatestPct,
            // in the sun it costs hours, whatever the moisture
            costPerTPoint: facts.field.handWork ? 0 : facts.prices.dryingPerTPoint,
          }
        : null,
  };
}

/** What a worker needs to answer. */
export interface HarvestWindowQuestion {
  question: HarvestQuestion;
  season: number;
  weather: Pick<PlanFacts, "climate" | "today" | "observedWeather">;
}

/** The answer over a hundred simulated seasons; null without a station of the farm. */
export function harvestWindowOf({ question, season, weather }: HarvestWindowQuestion): HarvestSeasons | null {
  const { climate, today, observedWeather } = weather;
  if (!climate) return null;
  return harvestSeasons(
    question,
    seasonWeather(climate, season, { today, observed: observedWeather, seasons: SEASONS_FOR_WINDOWS }),
  );
}
