/** Varieties in the order in which they suit this plan's field: for the page that shows them, not for every draft. */

import { addDays, formatDay } from "../../dates";
import type { Likelihood } from "../../guides/threat-words";
import type { PlanFacts } from "../../plan/facts";
import type { VarietyComparison } from "../../review/compare-varieties";
import {
  type RatedVariety,
  type RatingWeight,
  type ShortlistLine,
  shortlistVarieties,
} from "../../review/shortlist-varieties";
import { completeNormals } from "../../weather/climate";
import type { Plan } from "../plan";
import { round } from "../words";

/** Yield that a point of a rating is worth [%], by how likely its threat is; assumptions. */
const BY_LIKELIHOOD: Record<Likelihood, number> = { unlikely: 0, possible: 0.4, likely: 1, expected: 1.5 };
/** The same of what is no threat; assumptions. */
const WINTER = 0.8;
const DRY = 0.8;
const STANDING = 0.4;
const SHED = 0.3;
const KEEPS = 0.4;
const QUALITY = 0.4;
/** A coldest month under this tries a winter crop [C, mean minimum]; assumption. */
const COLD_C = -2;
/** Yield by water under which drought tells [% of that with plenty]; assumption. */
const SHORT_OF_WATER_PCT = 95;
/** Ripe so many days after the kind's usual is late [days], and what that or another use takes off [%]; assumptions. */
const LATE_DAYS = 10;
const LATE_PCT = -3;
const OTHER_USE_PCT = -4;

/** What ratings are worth here, each with why; what does not matter here is left out. */
export function ratingWeights(plan: Plan, facts: PlanFacts): RatingWeight[] {
  const { guide, kind } = plan.crop;
  const weights = new Map<string, RatingWeight>();
  const put = (what: string, pctAPoint: number, why: string) => {
    if (pctAPoint > (weights.get(what)?.pctAPoint ?? 0)) weights.set(what, { what, pctAPoint, why });
  };
  for (const line of plan.protect.threats) {
    const threat = guide.threats.find((t) => t.id === line.id);
    for (const { rated } of threat?.raised ?? [])
      if (rated && threat)
        put(rated, BY_LIKELIHOOD[line.likelihood], `${threat.name.toLowerCase()} is ${line.likelihood} here`);
  }
  const coldest = facts.climate ? Math.min(...completeNormals(facts.climate).months.map((m) => m.tminC)) : null;
  if (kind.type === "winter" && coldest !== null && coldest < COLD_C)
    put("winter", WINTER, `the coldest month here has nights of ${round(coldest)} °C`);
  const waterPct = plan.rehearsal.rehearsed?.waterPct ?? 100;
  if (plan.water.season && waterPct < SHORT_OF_WATER_PCT)
    put("drought", DRY, `the water here lets it yield ${round(waterPct)} %`);
  if (guide.water.lodges) put("standing", STANDING, "it lodges where it is thick and wet");
  if (guide.harvest.moisturePct) put("shattering", SHED, "it stands ripe until it is dry");
  if (guide.tasks.some((t) => t.role === "store")) put("keeping", KEEPS, "it is stored");
  put("quality", QUALITY, `it is grown for ${plan.harvest.endUse}`);
  return [...weights.values()].filter((w) => w.pctAPoint > 0);
}

/** The shortlist of this plan, the best first; lots of a variety that are at hand stand with it. */
export function shortlistOf(
  plan: Plan,
  facts: PlanFacts,
  known: { varieties: RatedVariety[]; groups: Pick<VarietyComparison, "means" | "lsdTPerHa">[] },
): (ShortlistLine & { lotIds: string[] })[] {
  const { guide, kind } = plan.crop;
  const usual = kind.maturityDays.typical;
  const own = (variety: RatedVariety): ShortlistLine["points"] => {
    const late = variety.days === null ? 0 : variety.days - usual;
    const ripe = plan.plantingDate && variety.days !== null ? addDays(plan.plantingDate, variety.days) : null;
    const uses = variety.endUse.toLowerCase();
    return [
      ...(late >= LATE_DAYS
        ? [{ why: `ripe ${ripe ? `about ${formatDay(ripe)}, ` : ""}${late} days after what is usual`, pct: LATE_PCT }]
        : []),
      ...(uses !== "" && !uses.includes(plan.harvest.endUse.toLowerCase())
        ? [{ why: `listed for ${variety.endUse}, not for ${plan.harvest.endUse}`, pct: OTHER_USE_PCT }]
        : []),
    ];
  };
  const lots = facts.seedLots.filter((l) => l.guideId === guide.id && l.kindId === kind.id);
  return shortlistVarieties(known.varieties, known.groups, ratingWeights(plan, facts), own).map((line) => ({
    ...line,
    // a lot is named by its variety and often more behind it
    lotIds: lots.filter((l) => l.variety.toLowerCase().startsWith(line.name.toLowerCase())).map((l) => l.id),
  }));
}
