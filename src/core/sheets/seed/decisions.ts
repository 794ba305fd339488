import { z } from "zod";
import { SPACING_CM } from "../../establish/spacing";

const id = z.string().min(1).max(80);
/** Smaller than anything that is sown, and large enough to be divided by. */
const positive = z.number().min(0.01);

export const seedDecisions = z.strictObject({
  lotId: id.optional(),
  /** what there is of the lot; as much as is needed where it is not said */
  haveKg: z.number().min(0).max(1e7).optional(),
  /** lots that follow where it ends */
  moreLots: z
    .record(id, z.strictObject({ follows: z.literal(true), haveKg: z.number().min(0).max(1e7).optional() }))
    .optional(),
  school: z.enum(["population", "handbook"]).optional(),
  handbookRateKgPerHa: positive.max(10_000).optional(),
  targetPlantsPerM2: positive.max(20_000).optional(),
  thousandGrainWeightG: positive.max(5000).optional(),
  germinationPct: positive.max(100).optional(),
  fieldEmergencePct: positive.max(100).optional(),
  /** by the guide's moves of the target population */
  adjustments: z
    .record(id, z.strictObject({ on: z.boolean(), changePct: z.number().min(-90).max(300).optional() }))
    .optional(),
  /** of a mixture, by component */
  mixture: z
    .record(
      id,
      z.strictObject({
        sharePct: z.number().min(0).max(300).optional(),
        straightKgPerHa: positive.max(10_000).optional(),
      }),
    )
    .optional(),
  /** of the field as it is drawn: its sides, headland, tramlines and beds */
  layout: z
    .strictObject({
      lengthM: positive.max(20_000).optional(),
      widthM: positive.max(20_000).optional(),
      headlandM: z.number().min(0).max(1000).optional(),
      tramlineEveryM: positive.max(200).optional(),
      beds: z.boolean().optional(),
      bedWidthM: positive.max(100).optional(),
      bedLengthM: positive.max(20_000).optional(),
      pathM: z.number().min(0).max(100).optional(),
    })
    .optional(),
  /** by how much seed that was soaked and dried off on the outside is heavier [%]: weighed before and after */
  soakedPct: z.number().min(0).max(150).optional(),
  /** beside the field or instead of it: what one container holds, and how many there are */
  containers: z
    .strictObject({
      volumeL: positive.max(100_000).optional(),
      count: z.number().int().min(1).max(1_000_000).optional(),
    })
    .optional(),
  rowSpacingCm: positive.max(SPACING_CM.max).optional(),
  inRowSpacingCm: positive.max(SPACING_CM.max).optional(),
  /** where seedlings are raised, and cells of the trays that there are */
  raisedIn: z.enum(["bed", "trays"]).optional(),
  cellsPerTray: z.number().int().min(4).max(1000).optional(),
  unitsPerStation: positive.max(100).optional(),
  leftPerStation: z.number().int().min(1).max(100).optional(),
  unitMassG: positive.max(5000).optional(),
  /** as it was measured, to be held against the mass of one */
  unitDiameterCm: positive.max(50).optional(),
  /** mass that is bought for a hectare */
  stockKgPerHa: positive.max(100_000).optional(),
  reservePct: z.number().min(0).max(200).optional(),
  coulters: z.number().int().min(1).max(200).optional(),
  checkRunM: positive.max(1000).optional(),
});
