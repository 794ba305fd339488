import { z } from "zod";
import { isoDate } from "./parts";

/** A crop that grew, or grows, on a field, as history knows it. */
export const grownCropRecord = z.strictObject({
  season: z.number().int().min(1900).max(2200),
  crop: z.string().min(1).max(80),
  yieldTPerHa: z.number().min(0).max(1000).nullable().default(null),
  /** off on this date, or expected to be */
  harvestOn: isoDate.nullable().default(null),
  harvested: z.boolean().default(true),
});
export type GrownCrop = z.infer<typeof grownCropRecord>;
