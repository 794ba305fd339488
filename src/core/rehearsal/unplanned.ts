/** What stands in a season's plan where nobody planned anything. */

import type { RehearsedPlan } from "./course";

/** Water that is never short: given at half of what is readily available. */
export const PLENTY_OF_WATER: RehearsedPlan["water"] = {
  rule: { kind: "depletion", atRawPct: 50, refill: "capacity" },
  limits: {},
  settled: [],
  moist: null,
};

/** A plan of which nothing is known: no nitrogen comes, and nothing is taken off. */
export const UNPLANNED: Omit<RehearsedPlan, "startDay" | "plantingDay"> = {
  startNKgPerHa: 0,
  startNDepthM: 0.9,
  startEmpty: 0,
  missingAtPlantingMm: null,
  seen: null,
  arrivals: [],
  water: null,
  pond: null,
  waterNKgPerMm: 0,
  stand: 1,
  earlyBefore: null,
  siteShare: 1,
  threatShare: 1,
};
