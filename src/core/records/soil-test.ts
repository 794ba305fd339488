import { z } from "zod";
import { isoDate, levels } from "./parts";

/** A soil test of a field: general figures, and what was found of each nutrient by the scheme's methods. */
export const soilTestRecord = z.strictObject({
  takenOn: isoDate,
  depthCm: z.number().positive().max(100),
  scheme: z.string().min(1).max(80),
  ph: z.number().min(2).max(11),
  organicMatterPct: z.number().min(0).max(100),
  levels: levels.default({}),
  soilMineralNKgPerHa: z.number().min(0).max(2000).nullable().default(null),
  /** how deep the sample for it went, where it was deeper than the rest */
  soilMineralNDepthCm: z.number().positive().max(200).nullable().default(null),
  /** electrical conductivity of the saturation extract [dS/m] */
  ecE: z.number().min(0).max(200).nullable().default(null),
  /** exchangeable sodium [% of the exchange capacity], or the sodium adsorption ratio of the extract where only that was found */
  espPct: z.number().min(0).max(100).nullable().default(null),
  sar: z.number().min(0).max(200).nullable().default(null),
  cecCmolPerKg: z.number().positive().max(200).nullable().default(null),
});
export type SoilTest = z.infer<typeof soilTestRecord>;
