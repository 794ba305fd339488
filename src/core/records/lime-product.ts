import { z } from "zod";
import { LIME_MATERIALS } from "../soil/lime";
import { minor, name, slug } from "./parts";

/** A liming material of the practice's catalogue; priced spread, in minor units a tonne. */
export const limeProductRecord = z.strictObject({
  id: slug,
  name,
  material: z.enum(LIME_MATERIALS),
  /** CaCO3 = 100 */
  neutralisingValuePct: z.number().min(5).max(200),
  /** standard ground limestone = 100 */
  finenessPct: z.number().min(5).max(120),
  pricePerT: minor,
});
export type LimeProduct = z.infer<typeof limeProductRecord>;
