/** What a crop asks of a site, and what is usual of its main figures. */

import { z } from "zod";
import { DRAINAGES } from "../soil/drainage";
import { DRAFT_TEXTURES } from "../soil/texture";
import { ranged } from "./schema-parts";

const share = z.number().min(0).max(1);

/** Each with where it fails and where it is good or enough. */
export const site = z.strictObject({
  /** share of the yield that the texture lets expect, 0 to 1 */
  texture: z.record(z.enum(DRAFT_TEXTURES), share),
  drainage: z.record(z.enum(DRAINAGES), share),
  organicMatterPct: z.strictObject({ failsBelow: z.number(), enoughFrom: z.number() }),
  depthCm: z.strictObject({ failsBelow: z.number(), enoughFrom: z.number() }),
  slopePct: z.strictObject({ goodTo: z.number(), failsAbove: z.number() }),
  stonesPct: z.strictObject({ goodTo: z.number(), failsAbove: z.number() }),
  espPct: z.strictObject({ goodTo: z.number(), failsAbove: z.number() }),
  ripeningHumidityPct: z.strictObject({ goodTo: z.number(), failsAbove: z.number() }),
  /** a day's mean in the last hundred days */
  sunMjPerM2: z.strictObject({ failsBelow: z.number(), enoughFrom: z.number(), tooMuchFrom: z.number().optional() }),
  outletKm: z.strictObject({ goodTo: z.number(), failsAbove: z.number() }),
  source: z.string(),
});

/** Outside of it a plan says what makes it so. */
export const usual = z.strictObject({
  n: ranged,
  p2o5: ranged,
  k2o: ranged,
  mgo: ranged,
  s: ranged,
  /** all work of a hectare, by machines and by hands [h/ha] */
  hours: z.strictObject({ machines: ranged, hands: ranged }),
});
