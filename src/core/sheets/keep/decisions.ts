import { z } from "zod";

const money = z.number().min(0).max(100_000_000);

export const keepDecisions = z.strictObject({
  /** a way of the guide to dry or cure, by id */
  wayId: z.string().min(1).max(80).optional(),
  /** of each tonne in store and month; minor units */
  costPerTMonth: money.optional(),
  interestPctPerYear: z.number().min(0).max(200).optional(),
  /** what it may fetch so many months after harvest, "1" to "48"; minor units a tonne */
  pricesByMonth: z.record(z.string().regex(/^([1-9]|[1-3]\d|4[0-8])$/), money).optional(),
});
