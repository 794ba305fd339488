/**
 * What the agronomist decides: all that is stored of a draft plan. Whatever is absent takes the guide's default, so a
 * draft that nobody touched is a full plan already. Units are in the names. Stored as JSON with a version; `upgrade`
 * brings older versions up.
 */

import { z } from "zod";
import { MANURE_IDS } from "../feed/manure";
import { IMPLEMENT_IDS } from "../ground/implements";

const positive = z.number().positive().finite();
const notNegative = z.number().min(0).finite();
const pct = z.number().min(0).max(100);
const isoDate = z.iso.date();
const id = z.string().min(1).max(80);

export const decisionsSchema = z.strictObject({
  version: z.literal(1),
  crop: z.strictObject({
    guideId: id,
    kindId: id.optional(),
    methodId: id.optional(),
    productId: id.optional(),
    endUse: id.optional(),
  }),
  targetTPerHa: positive.max(300).optional(),
  ground: z
    .strictObject({
      systemId: id.optional(),
      compareWith: id.optional(),
      residue: z.enum(["kept", "baled"]).optional(),
      passes: z
        .record(
          id,
          z.strictObject({
            depthCm: notNegative.max(80).optional(),
            speedKmH: positive.max(30).optional(),
            widthM: positive.max(60).optional(),
            fieldEfficiencyPct: positive.max(100).optional(),
            implement: z.enum(IMPLEMENT_IDS as [string, ...string[]]).optional(),
          }),
        )
        .optional(),
    })
    .optional(),
  lime: z
    .strictObject({
      productId: id.optional(),
      targetPh: z.number().min(3).max(9).optional(),
      depthCm: positive.max(60).optional(),
    })
    .optional(),
  seed: z
    .strictObject({
      lotId: id.optional(),
      school: z.enum(["population", "handbook"]).optional(),
      handbookRateKgPerHa: positive.max(10_000).optional(),
      targetPlantsPerM2: positive.max(20_000).optional(),
      thousandGrainWeightG: positive.max(5000).optional(),
      germinationPct: positive.max(100).optional(),
      fieldEmergencePct: positive.max(100).optional(),
      adjustments: z
        .record(id, z.strictObject({ on: z.boolean(), changePct: z.number().min(-90).max(300).optional() }))
        .optional(),
      rowSpacingCm: positive.max(1000).optional(),
      inRowSpacingCm: positive.max(1000).optional(),
      unitsPerStation: positive.max(100).optional(),
      unitMassG: positive.max(5000).optional(),
      stockKgPerHa: positive.max(100_000).optional(),
      reservePct: notNegative.max(200).optional(),
      coulters: z.number().int().min(1).max(200).optional(),
      checkRunM: positive.max(1000).optional(),
    })
    .optional(),
  feed: z
    .strictObject({
      soilMineralNKgPerHa: notNegative.max(500).optional(),
      mineralisationKgPerHa: notNegative.max(500).optional(),
      recovery: z.number().positive().max(1).optional(),
      /** the target-yield equation needs coefficients of a local calibration, which a plan cannot hold yet */
      pkSchool: z.enum(["replaceAndBuildUp", "criticalLevel"]).optional(),
      manure: z
        .strictObject({
          kind: z.enum(MANURE_IDS as [string, ...string[]]),
          tPerHa: notNegative.max(200),
          hoursToIncorporation: notNegative.max(10_000),
        })
        .optional(),
      patternId: id.optional(),
      shares: z.record(id, pct).optional(),
      phosphateId: id.optional(),
      potashId: id.optional(),
      nitrogenIds: z.record(id, id).optional(),
    })
    .optional(),
  /** minor money units */
  money: z
    .strictObject({
      pricePerT: notNegative.max(100_000_000).optional(),
      otherCostPerHa: notNegative.max(100_000_000).optional(),
    })
    .optional(),
  /** wished dates by operation; held ones may not move */
  dates: z.record(id, z.strictObject({ date: isoDate, held: z.boolean() })).optional(),
  /** waits and windows widened by some days */
  relaxed: z
    .record(id, z.strictObject({ days: z.number().int().min(1).max(400), reason: z.string().trim().min(1).max(500) }))
    .optional(),
  skipped: z.record(id, z.strictObject({ reason: z.string().trim().min(1).max(500) })).optional(),
  overrides: z
    .record(id, z.strictObject({ value: z.number().finite(), reason: z.string().trim().min(1).max(500) }))
    .optional(),
});

export type Decisions = z.infer<typeof decisionsSchema>;

/** Decisions of any stored version as those of today; throws for what no version ever was. */
export function upgrade(stored: unknown): Decisions {
  return decisionsSchema.parse(stored);
}
