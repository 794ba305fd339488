import { z } from "zod";
import { MANURE_IDS } from "../../feed/manure";
import { NUTRIENT_IDS } from "../../nutrients";
import { NITROGEN_SCHOOLS } from "./schools";

const id = z.string().min(1).max(80);
const kgPerHa = z.number().min(0).max(500);

const coefficient = z.number().min(0).max(500);

export const feedDecisions = z.strictObject({
  soilMineralNKgPerHa: kgPerHa.optional(),
  mineralisationKgPerHa: kgPerHa.optional(),
  recovery: z.number().min(0.01).max(1).optional(),
  nSchool: z.enum(NITROGEN_SCHOOLS).optional(),
  /** of a local calibration: a x target - b x soil test */
  nEquation: z.strictObject({ a: coefficient, b: coefficient, soilTest: z.number().min(0).max(10_000) }).optional(),
  /** by the organic matter that was tested and the season's warmth, or the guide's figure */
  mineralisationBy: z.enum(["organicMatter", "guide"]).optional(),
  pkSchool: z.enum(["replaceAndBuildUp", "criticalLevel", "targetYieldEquation"]).optional(),
  /** of a local calibration, against the field's soil test */
  pkEquation: z
    .strictObject({
      p2o5: z.strictObject({ a: coefficient, b: coefficient }).optional(),
      k2o: z.strictObject({ a: coefficient, b: coefficient }).optional(),
    })
    .optional(),
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
