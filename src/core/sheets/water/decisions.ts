import { z } from "zod";
import { isoDate } from "../../records/parts";
import { MULCH_KINDS } from "../../water/mulch";
import { PIPE_KINDS } from "../../water/pipes";
import { MOISTURE_WAYS } from "../../water/start-moisture";
import { WATER_SYSTEM_IDS } from "../../water/systems";
import { ANALYSIS_LIMITS } from "../../water/water-quality";
import { INTERVALS, PLANNED_ON, WATER_SCHOOL_IDS } from "./schools";

const every = z.number().min(1).max(120);
const analysed = (of: keyof typeof ANALYSIS_LIMITS) => z.number().min(0).max(ANALYSIS_LIMITS[of].max).optional();
const analysis = {
  ecDsM: analysed("ecDsM"),
  sar: analysed("sar"),
  chlorideMgL: analysed("chlorideMgL"),
  nitrateMgL: analysed("nitrateMgL"),
};

export const waterDecisions = z.strictObject({
  school: z.enum(WATER_SCHOOL_IDS).optional(),
  system: z.enum(WATER_SYSTEM_IDS).optional(),
  /** of the schools of fixed irrigations: how much [mm net] and how often */
  irrigationMm: z.number().positive().max(300).optional(),
  everyDays: every.optional(),
  intervalBy: z.enum(INTERVALS).optional(),
  /** by month, "1" to "12" */
  everyByMonth: z.record(z.string().regex(/^([1-9]|1[0-2])$/), every).optional(),
  /** degree days over the crop's base */
  everyCd: z.number().min(10).max(3000).optional(),
  /** of the balance: at which share of the readily available water, and what is left free for rain [mm] */
  atRawPct: z.number().min(10).max(250).optional(),
  leaveMm: z.number().min(0).max(200).optional(),
  /** missing to capacity at planting, where it was measured [mm] */
  startDepletionMm: z.number().min(0).max(1000).optional(),
  /** instead: what was felt or measured in the rooted soil at planting; see missingWater */
  startMoisture: z
    .strictObject({
      how: z.enum(MOISTURE_WAYS).optional(),
      value: z.number().min(0).max(10_000).optional(),
      bulkDensity: z.number().min(0.2).max(2.2).optional(),
    })
    .optional(),
  /** where nothing was measured: from full ground long before, or from what the last crop left */
  startFrom: z.enum(["lastCrop", "capacity"]).optional(),
  /** the season that irrigations are planned on */
  plannedOn: z.enum(PLANNED_ON).optional(),
  /** water comes by turns: so many days, then so many without, from a first day on */
  turns: z
    .strictObject({
      from: isoDate.optional(),
      daysOn: z.number().int().min(1).max(90).optional(),
      daysOff: z.number().int().min(0).max(90).optional(),
    })
    .optional(),
  /** no water may be given from a day to a day, by an id of its own */
  bans: z
    .record(z.string().min(1).max(40), z.strictObject({ from: isoDate, to: isoDate }))
    .refine((bans) => Object.keys(bans).length <= 12, "allowed are up to 12 bans")
    .optional(),
  /** hours in which water may run on a day */
  hoursADay: z.number().min(0.5).max(24).optional(),
  mulch: z
    .strictObject({
      kind: z.enum(MULCH_KINDS).optional(),
      depthCm: z.number().positive().max(50).optional(),
      coverPct: z.number().min(1).max(100).optional(),
    })
    .optional(),
  percolationMmPerDay: z.number().min(0).max(60).optional(),
  /** a second water that is mixed in, and how much of all it is [%]; the first one is of the field's record */
  blend: z.strictObject({ sharePct: z.number().min(0).max(100).optional(), ...analysis }).optional(),
  /** so much more is given as has to drain to carry salt off */
  leach: z.boolean().optional(),
  /** panels instead of bought power; money in minor units */
  sun: z
    .strictObject({
      performancePct: z.number().gt(1).max(100).optional(),
      pricePerKwPeak: z.number().min(0).max(1e9).optional(),
      tankPricePerM3: z.number().min(0).max(1e9).optional(),
      subsidyPct: z.number().min(0).max(100).optional(),
      lifeYears: z.number().min(1).max(60).optional(),
      /** what bought power costs at the pump now, where it is not the practice's price */
      perKwh: z.number().min(0).max(1e6).optional(),
    })
    .optional(),
  pump: z
    .strictObject({
      pipeLengthM: z.number().min(0).max(100_000).optional(),
      pipeInsideMm: z.number().min(5).max(3000).optional(),
      pipeKind: z.enum(PIPE_KINDS).optional(),
      flowM3PerH: z.number().positive().max(20_000).optional(),
      liftM: z.number().min(0).max(500).optional(),
      pumpEfficiencyPct: z.number().gt(1).max(100).optional(),
      motorEfficiencyPct: z.number().gt(1).max(100).optional(),
    })
    .optional(),
  /** amounts that were typed for single irrigations [mm net], by the operation's id */
  irrigations: z.record(z.string().min(1).max(80), z.number().positive().max(300)).optional(),
});
