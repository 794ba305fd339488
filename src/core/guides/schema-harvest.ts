/** What a guide knows of harvest: signs, drying in the field, what waiting loses and spoils, ways to cut or lift. */

import { z } from "zod";
import { id, ranged, sourced, trigger, work } from "./schema-parts";
import { dayBounds } from "./schema-threats";

/** One thing to look at, and when it says that the crop is ready. */
const sign = z.strictObject({
  id,
  observe: z.string(),
  readyWhen: z.string(),
  weight: z.number().positive(),
  /** days before the crop is ready on which it usually shows */
  showsBefore: z.number().int().min(0).max(60),
  /** how it is judged without a meter */
  byHand: z.string().optional(),
});

/** How grain dries and gets wet again where it stands. */
const dryDown = z.strictObject({
  /** moisture of the crop when it reaches a stage [% of what is cut] */
  from: z.string(),
  startPct: z.number().min(0).max(95),
  /** points a day in usual weather, for a first date */
  pctPerDay: ranged,
  /** grain and air in balance, modified Henderson equation on dry basis; see equilibriumMoisture */
  equilibrium: z.strictObject({
    k: z.number().positive(),
    n: z.number().positive(),
    c: z.number(),
    source: z.string(),
  }),
  /** share of the way to that balance that a day goes, inside of the grain and for rain that clings to it */
  shareADay: sourced,
  wetShareADay: sourced,
  /** points that 10 mm of rain put on dry grain */
  pctPer10Mm: sourced,
  /** nobody's machine threshes it moister */
  greatestPct: z.number().min(0).max(95),
});
export type DryDown = z.infer<typeof dryDown>;

/** Weather that takes from a ripe crop what waiting alone does not. */
const spoil = z.strictObject({
  id,
  what: z.string(),
  ...dayBounds,
  /** not before so many days after the crop is ready; before it under 0 */
  fromDay: z.number().int().min(-30).max(60).default(0),
  /** end uses that it is lost for; all where none are named */
  endUses: z.array(z.string()).optional(),
  /** what the rest is worth less, and what is lost outright [%] */
  priceFallPct: ranged.optional(),
  lossPct: ranged.optional(),
});
export type Spoil = z.infer<typeof spoil>;

const LODGED_FITS = ["well", "slowly", "badly"] as const;

const harvestMethod = z.strictObject({
  id,
  name: z.string(),
  lossPct: z.number().min(0).max(100),
  work,
  note: z.string(),
  /** steepest ground, and the smallest field that it is worth bringing to */
  slopeToPct: z.number().positive(),
  plotFromHa: z.number().min(0),
  /** how it takes a crop that lies */
  lodged: z.enum(LODGED_FITS).optional(),
  /** soil brought along, of the mass harvested [%] */
  soilPct: z.number().min(0).max(100).optional(),
  /** people at it at once, where a farm does not work with hands of its own */
  people: z.number().int().min(1),
  source: z.string(),
});

export const harvest = z.strictObject({
  at: trigger,
  signs: z.array(sign).min(1),
  /** physiologically ripe, cut, and safe to store [% of what is cut] */
  moisturePct: z
    .strictObject({
      physiological: z.number(),
      cut: z.number(),
      safe: z.number(),
      /** end uses that are stored drier */
      safeByUse: z.record(z.string(), z.number()).optional(),
      source: z.string(),
    })
    .optional(),
  dryDown: dryDown.optional(),
  /** places and plants to look at */
  sample: z.string(),
  /** lost by waiting, by so many days after it is ready: shed, fallen, eaten */
  lossPctPerDay: ranged,
  lossFromDay: z.number().int().min(0).max(60),
  lossBy: z.string(),
  spoils: z.array(spoil),
  /** what comes off besides the product and is sold by itself, at the target of the product */
  byProducts: z.record(z.string(), z.strictObject({ name: z.string(), tPerHa: ranged })).optional(),
  methods: z.array(harvestMethod).min(1),
  care: z.string(),
  cautions: z.array(z.string()).optional(),
});
