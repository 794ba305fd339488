/** What a guide knows of weeds, pests and diseases: what brings them, the weather they wait for, what can be done. */

import { z } from "zod";
import { DRAINAGES } from "../soil/drainage";
import { TEXTURE_CLASSES } from "../soil/texture";
import { id, material, ranged, trigger, work } from "./schema-parts";
import { LIKELIHOODS, OPTION_KINDS } from "./threat-words";

const threatOption = z.strictObject({
  id,
  kind: z.enum(OPTION_KINDS),
  what: z.string(),
  /** share of the harm that it takes away, where it is done well [%] */
  efficacyPct: ranged.optional(),
  /** one time over a hectare */
  work: work.optional(),
  /** material in an amount that nobody knows beforehand */
  uses: z.string().optional(),
  materials: z.record(id, material).optional(),
  /** what it costs besides money: roots that a hoe cuts, days of sowing, bees, helpers */
  harms: z.string().optional(),
  /** when it is done; what has none is a choice of variety, date, ground */
  when: trigger.optional(),
  /** it must stand before the first brood is there */
  beforeBrood: z.boolean().optional(),
  /** shortest name, for the ribbon */
  mark: z.string().max(18).optional(),
  cautions: z.array(z.string()).optional(),
});
export type ThreatOption = z.infer<typeof threatOption>;

/** What makes a threat likelier or less likely here; each line speaks of one thing. */
const raised = z
  .strictObject({
    why: z.string(),
    /** steps of likelihood, up or down */
    by: z.number().int().min(-3).max(3),
    /** any of these crops (or of this family) grown here within so many years before */
    crops: z.array(z.string()).optional(),
    family: z.string().optional(),
    withinYears: z.number().int().min(1).max(30).optional(),
    /** planted so much before or after the best day of its window [days] */
    plantedEarlyDays: z.number().int().positive().optional(),
    plantedLateDays: z.number().int().positive().optional(),
    drainage: z.array(z.enum(DRAINAGES)).optional(),
    textures: z.array(z.enum(TEXTURE_CLASSES)).optional(),
    /** of the ground that residue covers after the last pass [%] */
    residueCoverOver: z.number().min(0).max(100).optional(),
    residueCoverUnder: z.number().min(0).max(100).optional(),
    phUnder: z.number().optional(),
    /** nitrogen planned over the guide's usual total [%], and nearer to its highest than to that */
    nitrogenOverUsualPct: z.number().optional(),
    irrigatedFromAbove: z.boolean().optional(),
    standingWater: z.boolean().optional(),
    /** what varieties are rated for: this far down or up the scale of 1 to 9 */
    rated: z.string().optional(),
    ratedUnder: z.number().optional(),
    ratedOver: z.number().optional(),
    /** the same crop on other fields of the farm, this season or the last */
    nearby: z.enum(["thisSeason", "lastSeason"]).optional(),
    /** planting stock of the farm's own */
    ownStock: z.boolean().optional(),
  })
  .refine((r) => Object.keys(r).length > 2, "says what it depends on");
export type Raised = z.infer<typeof raised>;

/** What a day must be like, by what is measured of it; each bound that is given must hold, on so many days in a row. */
export const dayBounds = {
  /** mean of the day [C] */
  meanFrom: z.number().optional(),
  meanTo: z.number().optional(),
  tminFrom: z.number().optional(),
  tminTo: z.number().optional(),
  tmaxFrom: z.number().optional(),
  /** hours of wet leaves or air over 90 % */
  wetHoursFrom: z.number().min(0).max(24).optional(),
  rainFrom: z.number().min(0).optional(),
  rainTo: z.number().min(0).optional(),
  /** so many such days one after another */
  inARow: z.number().int().min(1).max(21).default(1),
};
const dayRule = z.strictObject(dayBounds);
export type DayRule = z.infer<typeof dayRule>;

/** Days that let a threat in. */
const weatherRule = z.strictObject({
  id,
  name: z.string(),
  ...dayBounds,
  /** days that a treatment, or its unharmed leaves, hold after one such spell */
  holdsDays: z.number().int().min(1).max(60),
  source: z.string(),
});
export type WeatherRule = z.infer<typeof weatherRule>;

/** Warmth from a stage or a day of the year until its first brood is there. */
const broods = z.strictObject({
  what: z.string(),
  /** a stage, "planting", or a month and day */
  from: z.string(),
  baseC: z.number(),
  degreeDays: z.number().positive(),
  source: z.string(),
});

/** Weeds: yield by their number, and how their seed lives on. */
const weed = z.strictObject({
  /** loss by one plant a square metre while there are few, and among very many [%] */
  lossPctPerPlant: ranged,
  greatestLossPct: ranged,
  /** seed of one plant that comes into the ground alive */
  seedsPerPlant: ranged,
  /** of the seed in the ground that comes up in a year, and of the rest that lives on into the next [%] */
  emergePct: ranged,
  survivePct: ranged,
});
export type WeedFigures = z.infer<typeof weed>;

/** A threat as the register knows it, for every crop. */
export const registeredThreat = z.strictObject({
  id,
  name: z.string(),
  organism: z.enum([
    "fungus",
    "oomycete",
    "bacterium",
    "virus",
    "insect",
    "mite",
    "nematode",
    "mollusc",
    "bird",
    "rodent",
    "plant",
  ]),
  favoured: z.string(),
  carriedBy: z.string(),
  /** how likely it is where nothing of the field speaks for or against it */
  usual: z.enum(LIKELIHOODS),
  raised: z.array(raised).default([]),
  weather: z.array(weatherRule).default([]),
  broods: broods.optional(),
  weed: weed.optional(),
  /** yield lost where it passes its threshold and nothing is done [%] */
  lossPct: ranged.optional(),
  scout: z.strictObject({
    unit: z.string(),
    number: z.number(),
    pattern: z.string(),
    /** ground of one place [m2]: counts are then said by the square metre too */
    placeM2: z.number().positive().optional(),
  }),
  threshold: z.string(),
  options: z.array(threatOption).min(1),
  symptoms: z.string(),
  source: z.string(),
});
/** A threat to this crop: what the register says, and the stages in which it matters here. */
export const threat = registeredThreat.extend({ stages: z.tuple([z.string(), z.string()]) });
