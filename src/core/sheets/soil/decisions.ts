import { z } from "zod";

export const soilDecisions = z.strictObject({
  lime: z
    .strictObject({
      productId: z.string().min(1).max(80).optional(),
      targetPh: z.number().min(3).max(9).optional(),
      depthCm: z.number().positive().max(60).optional(),
    })
    .optional(),
});
