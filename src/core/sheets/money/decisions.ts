import { z } from "zod";

const minor = z.number().min(0).max(100_000_000);

/** In minor money units. */
export const moneyDecisions = z.strictObject({
  pricePerT: minor.optional(),
  otherCostPerHa: minor.optional(),
});
