import { z } from "zod";
import { minor, name, slug } from "./parts";

/** A lot of seed or planting stock. Priced in minor units a tonne. */
export const seedLotRecord = z.strictObject({
  id: slug,
  guideId: z.string().min(1).max(80),
  kindId: z.string().min(1).max(80),
  variety: name,
  /** for stock that is sown by count of grains */
  thousandGrainWeightG: z.number().positive().max(5000).nullable().default(null),
  germinationPct: z.number().gt(1).max(100),
  /** for stock that is planted one by one */
  unitMassG: z.number().positive().max(5000).nullable().default(null),
  certified: z.boolean(),
  pricePerT: minor,
  bagKg: z.number().positive().max(100_000),
});
export type SeedLot = z.infer<typeof seedLotRecord>;
