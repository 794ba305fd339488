/** The part of a guide that says when and how its crop is watered. */

import { z } from "zod";
import { MULCH_KINDS } from "../water/mulch";
import { OPERATION_ROLES } from "./roles";
import { sourced } from "./schema-parts";

export const water = z.strictObject({
  kc: z.strictObject({
    initial: z.number(),
    mid: z.number(),
    end: z.number(),
    source: z.string(),
    /** of the full-grown crop: with it the coefficients follow the place's wind and humidity */
    heightM: z.number().positive().max(6).optional(),
  }),
  /** initial, development, mid, late */
  stageLengthsDays: z.tuple([z.number(), z.number(), z.number(), z.number()]),
  depletionFraction: sourced,
  /** yield lost by the share of the whole season's need that the crop goes without; absent where none is published */
  seasonKy: sourced.optional(),
  /** the same stage by stage */
  yieldResponse: z.array(z.strictObject({ stage: z.string(), ky: z.number(), source: z.string() })),
  criticalStages: z.array(z.string()),
  stop: z.string(),
  /** the last day of water: so many days after a stage, before it where below 0 */
  stopAt: z.strictObject({ stage: z.string(), days: z.number().int() }).optional(),
  /** depth of standing water by stage, for methods that stand in water */
  standing: z.array(
    z.strictObject({
      fromStage: z.string(),
      depthCm: z.number(),
      /** filled again when it has sunk to here; below 0 under the surface; a quarter of the depth where absent */
      refillAtCm: z.number().min(-30).optional(),
      why: z.string(),
    }),
  ),
  /** while other work is done in it: so deep from days before to days after work of a role */
  lowered: z
    .array(
      z.strictObject({
        role: z.enum(OPERATION_ROLES),
        depthCm: z.number().min(0),
        daysBefore: z.number().int().min(0),
        daysAfter: z.number().int().min(0),
        /** a film that is held, and filled where it sinks, for what is put on the water */
        held: z.boolean().optional(),
        why: z.string(),
      }),
    )
    .optional(),
  /** days after planting on which custom waters this crop, and how much [mm net] */
  calendar: z
    .strictObject({ days: z.array(z.number().int().positive()).min(1), mm: z.number(), source: z.string() })
    .optional(),
  /** times in which the ground is kept moister than the crop itself needs */
  moist: z
    .array(
      z.strictObject({
        fromStage: z.string(),
        days: z.number().int().positive(),
        /** of the readily available water, at which water is given then */
        atRawPct: z.number().min(10).max(100),
        why: z.string(),
      }),
    )
    .optional(),
  /** from this stage on water from above lays the crop down, and why */
  lodges: z.strictObject({ fromStage: z.string(), why: z.string() }).optional(),
  /** what this way of growing lays on the ground */
  mulch: z
    .strictObject({ kind: z.enum(MULCH_KINDS), depthCm: z.number().optional(), coverPct: z.number().optional() })
    .optional(),
  risks: z.string(),
});
