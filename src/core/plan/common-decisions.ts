import { z } from "zod";

const id = z.string().min(1).max(80);
/** Whatever a figure can be: no fraction of it that is lost in the sum, nothing that a sum cannot hold. */
const overridden = z
  .number()
  .min(-1e9)
  .max(1e9)
  .refine((value) => value === 0 || Math.abs(value) >= 1e-6, "0, or 0.000001 and more");
const reason = z.string().trim().min(1).max(500);

/** Decisions that belong to no sheet: crop, target, dates, and what was put in the place of what is computed. */
export const commonDecisions = {
  crop: z.strictObject({
    guideId: id,
    kindId: id.optional(),
    methodId: id.optional(),
    productId: id.optional(),
    /** the way that was chosen of each of the guide's schools; goes with the crop */
    schools: z.record(id, id).optional(),
  }),
  targetTPerHa: z.number().min(0.01).max(300).optional(),
  /** wished dates by operation; held ones may not move */
  dates: z.record(id, z.strictObject({ date: z.iso.date(), held: z.boolean() })).optional(),
  /** waits and windows widened by some days */
  relaxed: z.record(id, z.strictObject({ days: z.number().int().min(1).max(400), reason })).optional(),
  skipped: z.record(id, z.strictObject({ reason })).optional(),
  /** how much material a task takes on a hectare, by "task.material"; what a unit of it costs in minor money, by material */
  materials: z
    .strictObject({
      perHa: z.record(z.string().min(1).max(161), z.number().min(0).max(1_000_000)).optional(),
      price: z.record(id, z.number().min(0).max(1e9)).optional(),
    })
    .optional(),
  /** why a value was decided, by figure; with the value that it is the reason of, since another may be typed after it */
  reasons: z.record(id, z.strictObject({ value: overridden, reason })).optional(),
  /** values of figures that have no place of their own among the decisions, by figure */
  overrides: z.record(id, z.strictObject({ value: overridden, reason })).optional(),
};

export type CommonDecisions = { [K in keyof typeof commonDecisions]?: z.infer<(typeof commonDecisions)[K]> } & {
  crop: z.infer<(typeof commonDecisions)["crop"]>;
};
