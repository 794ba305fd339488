/** What a season begins with: the layers of its soil, and what its canopy comes to at the most. */

import { BACKGROUND_KG, LAYER_CM } from "../feed/soil-nitrate";
import type { RehearsedCrop, RehearsedPlan } from "./course";

export const LAYER_M = LAYER_CM / 100;
export const DEEPEST_LAYERS = 40;

/** The fullest cover, and the last stage that has it: the coefficient falls from there on. */
export function fullestCover(stages: RehearsedCrop["stages"]): { most: number; fallsFrom: number } {
  const most = Math.max(0.01, ...stages.map((s) => s.cover));
  const last = stages.findLastIndex((s) => s.cover >= most);
  return { most, fallsFrom: Math.max(0, last) };
}

/** one season after another is walked in them */
const nitrate = new Float64Array(DEEPEST_LAYERS);

/** Nitrate of so many layers on the first day, more of it on top, less what counts for nothing [kg/ha]. */
export function startLayers({ startNKgPerHa, startNDepthM }: RehearsedPlan, layers: number): Float64Array {
  const filled = Math.max(1, Math.round(startNDepthM / LAYER_M));
  nitrate.fill(0);
  for (let k = 0; k < filled && k < layers; k++)
    nitrate[k] = Math.max(0, (startNKgPerHa * 2 * (filled - k)) / (filled * (filled + 1)) - BACKGROUND_KG);
  return nitrate;
}
