import { z } from "zod";
import { CLOCK, WIND_FROM } from "./spray-application-words";

const clockTime = z.string().regex(CLOCK, "an hour and minute as 06:30");

/** How a treatment was put on, as who did it says: what inspectors ask for. */
export const applicationRecord = z
  .strictObject({
    operator: z.string().trim().min(1).max(200),
    from: clockTime,
    to: clockTime,
    windMs: z.number().min(0).max(40),
    windFrom: z.enum(WIND_FROM).nullable().default(null),
    tempC: z.number().min(-30).max(60).nullable().default(null),
    /** null: the whole field */
    treatedHa: z.number().positive().max(100_000).nullable().default(null),
    /** null: as planned */
    waterLPerHa: z.number().positive().max(10_000).nullable().default(null),
    equipment: z.string().trim().max(400).default(""),
    batch: z.string().trim().max(200).default(""),
  })
  .refine((a) => a.from <= a.to, { path: ["to"], message: "not before it began" });
export type Application = z.infer<typeof applicationRecord>;

/** What was treated, with what, as plan and label said when it was logged: a label that changes later does not change it. */
const treatedRecord = z.strictObject({
  crop: z.string(),
  target: z.string(),
  product: z.string(),
  /** of the register; absent in what was logged before it was kept, and where the product had gone from it */
  productId: z.string().optional(),
  active: z.string(),
  kind: z.string(),
  group: z.string(),
  unit: z.enum(["L", "kg"]),
  ratePerHa: z.number(),
  waterLPerHa: z.number().nullable(),
  permit: z.string(),
  harvestWaitDays: z.number().nullable(),
  reEntryHours: z.number().nullable(),
});
export type Treated = z.infer<typeof treatedRecord>;
