import { z } from "zod";
import { LIME_METHOD_IDS } from "../../soil/lime-methods";

export const soilDecisions = z.strictObject({
  lime: z
    .strictObject({
      productId: z.string().min(1).max(80).optional(),
      targetPh: z.number().min(3).max(9).optional(),
      depthCm: z.number().min(0.1).max(60).optional(),
      /** how the need is found; the first of LIME_METHODS where none is chosen */
      method: z.enum(LIME_METHOD_IDS).optional(),
      /** the laboratory's figure from the buffer pH [t CaCO3/ha for 20 cm], for the method that asks for it */
      bufferTPerHa: z.number().min(0).max(60).optional(),
    })
    .optional(),
  gypsum: z
    .strictObject({
      targetEspPct: z.number().min(0).max(30).optional(),
      depthCm: z.number().min(0.1).max(150).optional(),
      purityPct: z.number().min(5).max(100).optional(),
      /** minor money units, spread */
      pricePerT: z.number().min(0).max(1e9).optional(),
    })
    .optional(),
});
