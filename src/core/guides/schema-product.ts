/** What a guide knows of what is harvested: its moisture and nutrients, how it is picked, its size, what buyers ask of it. */

import { z } from "zod";
import { NUTRIENT_IDS } from "../nutrients";
import { QUALITY_MEASURE_IDS } from "./quality-measures";
import { id, patch, ranged } from "./schema-parts";

export const product = z.strictObject({
  id,
  name: z.string(),
  /** the product of the same crop whose tonne it is sold by */
  soldAs: z.string().optional(),
  /** the trade bushel that its yield is counted in where bushels are, or by the short ton there; by the hundredweight where absent */
  bushel: z.enum(["wheat", "barley", "oats", "maize", "byTon"]).optional(),
  moisturePct: z.number(),
  /** kg of each nutrient that leaves the field with a tonne */
  removalKgPerT: z.strictObject({
    ...(Object.fromEntries(NUTRIENT_IDS.map((n) => [n, z.number().min(0).optional()])) as Record<
      (typeof NUTRIENT_IDS)[number],
      z.ZodOptional<z.ZodNumber>
    >),
    source: z.string(),
  }),
  /** N taken up by the whole crop for each tonne of this product */
  nUptakeKgPerT: ranged,
  targetTPerHa: ranged,
  /** picked over and over: days between two pickings, and how many there are in all */
  picking: z.strictObject({ everyDays: ranged, times: ranged, what: z.string() }).optional(),
  /** bulbs, tubers, heads: how many a plant makes, what one weighs at the usual stand from usual stock, and what moves both */
  size: z
    .strictObject({
      unit: z.string(),
      unitsPerPlant: ranged,
      unitG: ranged,
      /** exponents: of the number by the mass of the stock, of the mass by it, of the mass by the room of a plant */
      numberByStock: z.number().min(0).max(1).optional(),
      massByStock: z.number().min(0).max(1).optional(),
      massBySpacing: z.number().min(0).max(0.9),
      /** mass over the volume of a ball as wide as it is [g/cm3] */
      gPerCm3: z.number().positive(),
      /** standard deviation of diameters [% of the mean] */
      spreadPct: z.number().positive(),
      source: z.string(),
    })
    .optional(),
  /** cut once and sold fresh: days that it stands fit to be cut */
  standsDays: ranged.optional(),
  /** share of straw or tops that leaves the field with it [%] */
  residueTakenPct: ranged.optional(),
  quality: z.array(
    z.strictObject({
      endUse: z.string(),
      what: z.enum(QUALITY_MEASURE_IDS),
      atLeast: z.number().optional(),
      atMost: z.number().optional(),
      ifMissed: z.string(),
      source: z.string(),
    }),
  ),
  patch,
});
