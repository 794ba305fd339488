import { z } from "zod";
import { contents, minor, name, slug } from "./parts";

export const N_FORMS = ["urea", "ammonium", "ammonium nitrate", "nitrate", "organic"] as const;

/** A fertiliser of the practice's catalogue. Prices in minor units a tonne. */
export const fertiliserRecord = z.strictObject({
  id: slug,
  name,
  contents,
  pricePerT: minor,
  bagKg: z.number().positive().max(100_000),
  /** what its nitrogen is: decides how it is lost and what it must not meet */
  nForm: z.enum(N_FORMS).nullable().default(null),
  containsChloride: z.boolean().default(false),
  organic: z.boolean().default(false),
});
export type Fertiliser = z.infer<typeof fertiliserRecord>;
