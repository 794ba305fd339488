import { z } from "zod";

const minor = z
  .number()
  .min(0)
  .max(100_000_000)
  .refine((value) => value === 0 || value >= 0.01, "0, or 0.01 and more");

/** In minor money units. */
export const moneyDecisions = z.strictObject({
  pricePerT: minor.optional(),
  otherCostPerHa: minor.optional(),
  /** schemes and subsidies that come with this crop on this field */
  paymentPerHa: minor.optional(),
  /** what a tonne is worth on the farm itself, in the place of feed that is bought */
  homeWorthPerT: minor.optional(),
});
