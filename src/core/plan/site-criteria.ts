/** The criteria of a site, what is told of each, and what they are judged from. */

import type { IsoDate } from "../dates";
import type { PlanFacts } from "./facts";

export const CRITERIA = [
  "ph",
  "texture",
  "organicMatter",
  "depth",
  "drainage",
  "salinity",
  "sodium",
  "slope",
  "stones",
  "water",
  "humidity",
  "warmth",
  "frost",
  "sun",
  "rotation",
  "access",
] as const;
export type CriterionId = (typeof CRITERIA)[number];
export const CRITERION_NAMES: Record<CriterionId, string> = {
  ph: "soil pH",
  texture: "soil texture",
  organicMatter: "organic matter",
  depth: "soil depth",
  drainage: "drainage",
  salinity: "salinity",
  sodium: "sodium",
  slope: "slope",
  stones: "stones",
  water: "water",
  humidity: "humidity",
  warmth: "warmth",
  frost: "frost and heat",
  sun: "radiation",
  rotation: "rotation",
  access: "distance to the buyer",
};
/** What does not lower the crop's own yield: it costs rest of the ground, or the way to the outlet. */
export const NOT_OF_YIELD: readonly CriterionId[] = ["rotation", "access"];
/** What lowers a crop's yield and no rehearsal of its seasons sees; the rest is walked day by day. */
export const NOT_REHEARSED: readonly CriterionId[] = ["ph", "salinity", "sodium", "drainage"];

export interface Lift {
  what: string;
  /** minor money units a hectare; null where it is not known */
  costPerHa: number | null;
  leadDays: number | null;
}
export interface Criterion {
  id: CriterionId;
  /** 0 to 1; null where it is not known, which counts as 1 and is said */
  score: number | null;
  reason: string;
  lift?: Lift;
}
export interface Suitability {
  /** the lowest of the criteria */
  score: number;
  /** the one that is lowest; null where none is under 1 */
  limiting: CriterionId | null;
  criteria: Criterion[];
}

export interface SiteFacts {
  field: Partial<PlanFacts["field"]> & Pick<PlanFacts["field"], "textureClass" | "drainage" | "zone" | "irrigated">;
  soilTest: PlanFacts["soilTest"];
  history: PlanFacts["history"];
  climate: PlanFacts["climate"];
  /** water that can be given in the season, net [mm]; in place of what the field's source gives */
  waterMm?: number;
  prices?: Partial<PlanFacts["prices"]>;
  limes?: PlanFacts["limes"];
  previousCrop?: PlanFacts["previousCrop"];
  /** what this plan's own work takes away before planting */
  mended?: readonly CriterionId[];
  /** harvest year, for the rotation; the year after the newest of the history where absent */
  season?: number;
}

export interface SeasonSpan {
  planting: IsoDate;
  until: IsoDate;
  year: number;
}
export const round = (value: number, decimals = 0) => Number(value.toFixed(decimals));
/** 0 at `fails`, 1 at `good`, straight between; either may be the higher. */
export function between(value: number, fails: number, good: number): number {
  if (fails === good) return value >= good ? 1 : 0;
  return Math.min(1, Math.max(0, (value - fails) / (good - fails)));
}
