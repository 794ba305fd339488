/** The window of a plan's harvest: the question that the simulated seasons answer. For the page that shows it, not for every draft. */

import { toDay } from "../../dates";
import {
  type HarvestQuestion,
  type HarvestSeasons,
  harvestSeasons,
  type SeasonAtHarvest,
} from "../../harvest/harvest-seasons";
import { askedOf } from "../../plan/asked-of";
import type { PlanFacts } from "../../plan/facts";
import { LIMITS, type Limit, OUT, OUT_SIZE } from "../../rehearsal/outcome";
import { rehearse } from "../../rehearsal/rehearse";
import { type AskedOf, askedCourse } from "../../season/asked-course";
import { SEASONS_FOR_WINDOWS, seasonWeather } from "../../weather/season-weather";
import type { Plan } from "../plan";

/** Days after ripeness that are looked at. */
const DAYS = 60;

/** What is asked of the seasons; null where the plan has no date for its ripeness. */
function harvestQuestion(plan: Plan, facts: PlanFacts): HarvestQuestion | null {
  const { harvest } = plan.crop.guide;
  const { dryDown, moisturePct, at } = harvest;
  const anchor = plan.stages.find((s) => s.id === (dryDown?.from ?? at.from));
  const ready = plan.stages.find((s) => s.id === at.from);
  if (!anchor || !ready) return null;
  const { endUse } = plan.harvest;
  return {
    from: toDay(anchor.date),
    ripeAfter: toDay(ready.date) - toDay(anchor.date),
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
  weather: Pick<PlanFacts, "climate" | "today" | "observedWeather"> & { season: number };
  /** the seasons that the plan was rehearsed in; null where it was not */
  walked: AskedOf | null;
}

/** What is asked of a plan's harvest; null without a date for its ripeness. */
export function harvestWindowQuestion(plan: Plan, facts: PlanFacts): HarvestWindowQuestion | null {
  const question = harvestQuestion(plan, facts);
  const { climate, today, observedWeather } = facts;
  const { asked } = plan.rehearsal;
  return (
    question && {
      question,
      weather: { climate, today, observedWeather, season: plan.season },
      walked: asked && climate ? askedOf(facts, climate, plan.crop, plan.season, asked) : null,
    }
  );
}

/** The answer over a hundred simulated seasons, each ripe on its own day; null without a station of the farm. */
export function harvestWindowOf({ question, weather, walked }: HarvestWindowQuestion): HarvestSeasons | null {
  const { climate, today, observedWeather, season } = weather;
  if (!climate) return null;
  const courses = seasonWeather(climate, season, { today, observed: observedWeather, seasons: SEASONS_FOR_WINDOWS });
  return harvestSeasons(question, courses, walked ? ripened(walked) : undefined);
}

/** The seasons of a plan that ripen, with what each has grown before it waits. */
function ripened(walked: AskedOf): SeasonAtHarvest[] {
  const course = askedCourse(walked);
  const { rows, seasons } = rehearse(course, walked.asked.plan, walked.asked.fit);
  const { firstDay } = course.clock.weather;
  return Array.from({ length: seasons }, (_, season) => season).flatMap((season): SeasonAtHarvest[] => {
    const at = (place: number) => rows[season * OUT_SIZE + place] as number;
    const lost = (limit: Limit) => at(OUT.losses + LIMITS.indexOf(limit));
    const home = at(OUT.yield);
    if (at(OUT.ripeDay) < 0 || home <= 0) return [];
    // what waiting took is asked here anew; what site and threats do not leave is taken off what is left of it
    const beforeSite = home + lost("site") + lost("threats");
    return [
      {
        season,
        ripe: firstDay + at(OUT.ripeDay),
        yieldTPerHa: (home * (beforeSite + lost("lateHarvest"))) / beforeSite,
      },
    ];
  });
}
