import { z } from "zod";
import { MANURE_IDS } from "../../feed/manure";
import { NUTRIENT_IDS } from "../../nutrients";

const id = z.string().min(1).max(80);
const kgPerHa = z.number().min(0).max(500);

export const feedDecisions = z.strictObject({
  soilMineralNKgPerHa: kgPerHa.optional(),
  mineralisationKgPerHa: kgPerHa.optional(),
  recovery: z.number().positive().max(1).optional(),
  /** the target-yield equation needs coefficients of a local calibration, which a plan cannot hold yet */
  pkSchool: z.enum(["replaceAndBuildUp", "criticalLevel"]).optional(),
  manure: z
    .strictObject({
      kind: z.enum(MANURE_IDS as [string, ...string[]]),
      tPerHa: z.number().min(0).max(200),
      hoursToIncorporation: z.number().min(0).max(10_000),
    })
    .optional(),
  patternId: id.optional(),
  /** per cent by split */
  shares: z.record(id, z.number().min(0).max(100)).optional(),
  /** the base dressing's product for each nutrient */
  products: z.partialRecord(z.enum(NUTRIENT_IDS), id).optional(),
  /** the nitrogen product of each split */
  splitProducts: z.record(id, id).optional(),
});
