import { z } from "zod";

const money = z.number().min(0).max(100_000_000);

export const keepDecisions = z.strictObject({
  /** a way of the guide to dry or cure, by id */
  wayId: z.string().min(1).max(80).optional(),
  /** of each tonne in store and month; minor units */
  costPerTMonth: money.optional(),
  /** a lot that was milled, pressed or shelled: how, what went in, and what came out, by fraction [kg] */
  milled: z
    .strictObject({
      way: z.string().min(1).max(80).optional(),
      inputKg: z.number().min(0.001).max(100_000_000).optional(),
      fractionsKg: z.record(z.string().min(1).max(80), z.number().min(0).max(100_000_000)).optional(),
    })
    .optional(),
  /** of what is kept as silage: wilted to so much dry matter, the pit, what is brought, the roller, and what is fed */
  silage: z
    .strictObject({
      wiltToPct: z.number().min(10).max(80).optional(),
      widthM: z.number().min(0.5).max(100).optional(),
      heightM: z.number().min(0.3).max(20).optional(),
      tPerHour: z.number().min(0.1).max(1000).optional(),
      rollerT: z.number().min(0.1).max(200).optional(),
      baleDryKg: z.number().min(5).max(2000).optional(),
      usePerDayT: z.number().min(0.001).max(10_000).optional(),
    })
    .optional(),
  interestPctPerYear: z.number().min(0).max(200).optional(),
  /** what it may fetch so many months after harvest, "1" to "48"; minor units a tonne */
  pricesByMonth: z.record(z.string().regex(/^([1-9]|[1-3]\d|4[0-8])$/), money).optional(),
});
