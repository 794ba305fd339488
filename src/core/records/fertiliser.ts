import { z } from "zod";
import { contents, minor, name, slug } from "./parts";

/** A fertiliser of the practice's catalogue. Prices in minor units a tonne. */
export const fertiliserRecord = z.strictObject({
  id: slug,
  name,
  contents,
  pricePerT: minor,
  bagKg: z.number().positive().max(100_000),
  containsChloride: z.boolean().default(false),
  organic: z.boolean().default(false),
});
export type Fertiliser = z.infer<typeof fertiliserRecord>;
