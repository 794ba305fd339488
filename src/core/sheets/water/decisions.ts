import { z } from "zod";
import { WATER_SYSTEM_IDS } from "../../water/systems";

/** When water is given: see part.ts for what each school does. */
export const WATER_SCHOOL_IDS = ["balance", "interval", "weekly", "stages", "none"] as const;
export type WaterSchoolId = (typeof WATER_SCHOOL_IDS)[number];

export const waterDecisions = z.strictObject({
  school: z.enum(WATER_SCHOOL_IDS).optional(),
  system: z.enum(WATER_SYSTEM_IDS).optional(),
  /** of the schools of fixed gifts: how much [mm net] and how often */
  giftMm: z.number().positive().max(300).optional(),
  everyDays: z.number().min(1).max(120).optional(),
  /** of the balance: at which share of the readily available water, and what is left free for rain [mm] */
  atRawPct: z.number().min(10).max(250).optional(),
  leaveMm: z.number().min(0).max(200).optional(),
  /** missing to capacity at planting, where it was measured [mm] */
  startDepletionMm: z.number().min(0).max(1000).optional(),
  pump: z
    .strictObject({
      flowM3PerH: z.number().positive().max(20_000).optional(),
      liftM: z.number().min(0).max(500).optional(),
      pumpEfficiencyPct: z.number().gt(1).max(100).optional(),
      motorEfficiencyPct: z.number().gt(1).max(100).optional(),
    })
    .optional(),
  /** amounts that were typed for single gifts [mm net], by the operation's id */
  gifts: z.record(z.string().min(1).max(80), z.number().positive().max(300)).optional(),
});
