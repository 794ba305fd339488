/** What ways of protecting a crop come to, reckoned before the season: treatments, their cost, and the yield that is lost all the same. */

import type { Guide } from "../guides/schema";
import type { Spread } from "./threat-weather";

export type Treats = Guide["protect"]["treats"];

/** One threat as it stands on a field. */
export interface ThreatAtStake {
  /** that it passes its threshold [0 to 1] */
  chance: number;
  /** yield lost where it does and nothing is done [%] */
  lossPct: number;
  /** of the harm that a treatment takes away, done well after the look, and done before it comes [%] */
  efficacyPct: number;
  earlyEfficacyPct: number;
  /** treatments that its weather asks for in a season; one where no rule says more */
  treatments: Spread;
  /** what it is treated with: threats with the same product are answered by the same treatments; null where no label names it */
  product: string | null;
  /** of one treatment a hectare with its pass, minor units */
  costPerHa: number;
  /** as often as its label allows a season; null for no limit */
  most: number | null;
}

export interface SchoolOutcome {
  treatments: Spread;
  costPerHa: Spread;
  /** of the yield [%] */
  lossPct: number;
}

/** Of the seasons in which a threat passes its threshold, those in which the crop could not be sold without a treatment; assumption. */
const CANNOT_BE_SOLD = 1 / 3;

/**
 * Treatments, cost and loss of a way of protection. Looking first, one treats where the threshold is passed, as often as the weather asks
 * then; by programme at each spell of the weather, whatever the look says; as the last resort in a third of the seasons that pass the
 * threshold (an assumption); or never. Threats with the same product share its treatments, the one that asks for most of them counts. Losses of several threats hit what the others left: 1 - (1 - a)(1 - b). A school's few, usual and
 * many are those of a season with little, usual and much of the weather.
 *
 * Example: chance 0.6, loss 40 %, efficacy 85 %, usual 6 treatments of 30.00, looked for first: 3.6 treatments, 108.00, loss
 * 0.6 x 40 x 0.15 = 3.6 %.
 */
export function schoolOutcome(treats: Treats, threats: readonly ThreatAtStake[]): SchoolOutcome {
  const treatments: Spread = { few: 0, usual: 0, many: 0 };
  const costPerHa: Spread = { few: 0, usual: 0, many: 0 };
  let kept = 1;
  const byProduct = new Map<string, Spread>();
  for (const t of threats) {
    const share = t.product === null ? 0 : shareTreated(treats, t.chance);
    const before = byProduct.get(t.product ?? "") ?? { few: 0, usual: 0, many: 0 };
    const own = { ...before };
    for (const key of ["few", "usual", "many"] as const) {
      own[key] = Math.max(own[key], share * Math.min(t.treatments[key], t.most ?? Number.POSITIVE_INFINITY));
      treatments[key] += own[key] - before[key];
      costPerHa[key] += (own[key] - before[key]) * t.costPerHa;
    }
    byProduct.set(t.product ?? "", own);
    const efficacy = (treats === "programme" ? t.earlyEfficacyPct : t.efficacyPct) / 100;
    // of the seasons that pass the threshold, those with a treatment; a programme treats them all
    const answered = treats === "programme" ? (share > 0 ? 1 : 0) : t.chance > 0 ? share / t.chance : 0;
    kept *= 1 - t.chance * (t.lossPct / 100) * (1 - answered * efficacy);
  }
  return { treatments, costPerHa, lossPct: 100 * (1 - kept) };
}

/** Share of the seasons in which a threat is treated. */
function shareTreated(treats: Treats, chance: number): number {
  switch (treats) {
    case "overThreshold":
      return chance;
    case "programme":
      return 1;
    case "lastResort":
      return chance * CANNOT_BE_SOLD;
    case "never":
      return 0;
  }
}

/**
 * What an option is worth a hectare before the season [minor units]: chance x loss x its efficacy x yield x price.
 *
 * Example: 0.3 x 10 % x 35 % x 8 t x 190.00 = 15.96.
 */
export const optionWorth = (input: {
  chance: number;
  lossPct: number;
  efficacyPct: number;
  yieldTPerHa: number;
  pricePerT: number;
}): number => input.chance * (input.lossPct / 100) * (input.efficacyPct / 100) * input.yieldTPerHa * input.pricePerT;
