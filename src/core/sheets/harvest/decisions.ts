import { z } from "zod";
import { isoDate } from "../../records/parts";

export const harvestDecisions = z.strictObject({
  /** a method of the guide, by id */
  methodId: z.string().min(1).max(80).optional(),
  /** what it is grown for, of the kind's end uses */
  endUse: z.string().min(1).max(80).optional(),
  /** moisture at cutting [% of what is cut] */
  cutPct: z.number().min(5).max(90).optional(),
  /** of straw that leaves the field: mass of a bale, and what a tonne fetches in minor units */
  baleKg: z.number().min(5).max(2000).optional(),
  strawPerT: z.number().min(0).max(100_000_000).optional(),
  /** what a by-product fetches a tonne, by its id; minor units */
  byProductPerT: z.record(z.string().min(1).max(80), z.number().min(0).max(100_000_000)).optional(),
  /** places that were cut and weighed before harvest */
  sample: z
    .strictObject({
      massesG: z.array(z.number().min(0).max(10_000_000)).max(100).optional(),
      areaM2: z.number().min(0.01).max(10_000).optional(),
      moisturePct: z.number().min(1).max(95).optional(),
    })
    .optional(),
  /** so much a week, from a day to a day, of what is picked or sold fresh */
  wish: z
    .strictObject({
      kgPerWeek: z.number().min(0.1).max(10_000_000).optional(),
      from: isoDate.optional(),
      to: isoDate.optional(),
    })
    .optional(),
  /** carting to store or buyer */
  haul: z
    .strictObject({
      km: z.number().min(0).max(1000).optional(),
      trailerT: z.number().min(0.1).max(60).optional(),
      kmPerH: z.number().min(1).max(120).optional(),
      turnMin: z.number().min(0).max(600).optional(),
    })
    .optional(),
});
