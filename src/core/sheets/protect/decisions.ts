import { z } from "zod";

/** A chemical treatment that is planned: against what, with which product, how much, and when by the crop's stage. */
const treatment = z.strictObject({
  threat: z.string().min(1).max(80),
  productId: z.string().min(1).max(80),
  /** of product [L or kg a hectare]; the label's highest where nobody typed one */
  ratePerHa: z.number().positive().max(1000).optional(),
  waterLPerHa: z.number().positive().max(10_000).optional(),
  stage: z.string().min(1).max(80),
  /** days after that stage, before it under 0 */
  days: z.number().int().min(-120).max(120).optional(),
});
export type TreatmentDecision = z.infer<typeof treatment>;

export const protectDecisions = z.strictObject({
  treatments: z
    .record(
      z
        .string()
        .regex(/^treat-[a-z0-9-]+$/)
        .max(60),
      treatment,
    )
    .refine((list) => Object.keys(list).length <= 60, "allowed are up to 60 treatments")
    .optional(),
  /** what is done without a product: an option of a threat as a dated job, by its id in the plan */
  measures: z
    .record(
      z
        .string()
        .regex(/^measure-[a-z0-9-]+$/)
        .max(90),
      z.strictObject({ threat: z.string().min(1).max(80), option: z.string().min(1).max(80) }),
    )
    .refine((list) => Object.keys(list).length <= 60, "allowed are up to 60 measures")
    .optional(),
  /** what one unit of a threat costs here, from which it follows when control pays; money in minor units */
  pays: z
    .record(
      z.string().min(1).max(80),
      z.strictObject({
        lossPctPerUnit: z.number().positive().max(100).optional(),
        efficacyPct: z.number().min(1).max(100).optional(),
        costPerHa: z.number().min(0).max(1e8).optional(),
      }),
    )
    .optional(),
});
