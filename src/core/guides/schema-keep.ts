/** What a guide knows of keeping: how long, how warm, how moist, what it loses, what it must not stand beside. */

import { z } from "zod";
import { id, ranged } from "./schema-parts";
import { STORE_KIND_IDS } from "./store-kinds";

/** Days for which a crop of some moisture keeps at some warmth; between them by the logarithm of the days. */
const safeDays = z
  .strictObject({
    tempsC: z.array(z.number()).min(2),
    rows: z.array(z.strictObject({ moisturePct: z.number(), days: z.array(z.number().positive()) })).min(2),
    source: z.string(),
  })
  .refine((t) => t.rows.every((r) => r.days.length === t.tempsC.length), "as many days in a row as temperatures");
export type SafeDays = z.infer<typeof safeDays>;

/** A way to dry, cure or keep moist: in the sun, in the shade, by unheated or heated air; by what is mixed in, or without air. */
const way = z.strictObject({
  id,
  name: z.string(),
  by: z.enum(["sun", "shade", "air", "heat", "additive", "airtight"]),
  /** how deep it lies [cm] */
  layerCm: z.number().positive().optional(),
  /** air, at most, by end use where uses differ [C]; above it germination, baking or skins suffer */
  airToC: z.number().optional(),
  airToCByUse: z.record(z.string(), z.number()).optional(),
  /** moister than this it spoils before it is dry [%] */
  fromPctAtMost: z.number().optional(),
  /** points of moisture that a good day takes off */
  pctPerDay: ranged.optional(),
  /** days from start to end of a cure */
  days: ranged.optional(),
  humidityPct: z.strictObject({ from: z.number(), to: z.number() }).optional(),
  /** hours of people for a tonne, spreading, turning, covering, lifting */
  handHoursPerT: ranged.optional(),
  /** it costs by the point of moisture, at the practice's price */
  paidByPoint: z.boolean().optional(),
  /** rain ends it: covered or taken in */
  rainStopsIt: z.boolean().optional(),
  /** kept as moist as this instead of dried: for which uses, and what it takes a tonne, by moisture [%, amount] */
  moist: z
    .strictObject({
      fromPct: z.number(),
      toPct: z.number(),
      uses: z.array(z.string()).min(1),
      dose: z
        .strictObject({
          name: z.string(),
          unit: z.enum(["kg", "L"]),
          byPct: z.array(z.tuple([z.number(), z.number().positive()])).min(1),
          source: z.string(),
        })
        .optional(),
    })
    .refine((m) => m.fromPct < m.toPct, "from drier to moister")
    .optional(),
  detail: z.string(),
  why: z.string(),
  cautions: z.array(z.string()).optional(),
  source: z.string(),
});
export type KeepWay = z.infer<typeof way>;

export const keep = z.strictObject({
  store: z.string(),
  /** kinds of store that it can lie in */
  into: z.array(z.enum(STORE_KIND_IDS)).min(1),
  tempC: z.strictObject({ from: z.number(), to: z.number(), source: z.string() }),
  humidityPct: z.strictObject({ from: z.number(), to: z.number() }).optional(),
  /** months that it keeps where it is kept so */
  months: ranged,
  /** mass lost in a month: water that leaves, breath, sprouts, rot [%] */
  lossPctPerMonth: ranged,
  /** mass of a cubic metre as it lies */
  bulkKgPerM3: ranged,
  safeDays: safeDays.optional(),
  inspectEveryDays: z.number().int().min(1).max(120),
  /** what is looked at */
  inspect: z.string(),
  /** crops that must not stand in the same room, and why */
  apart: z.array(z.strictObject({ crop: z.string(), why: z.string() })),
  /** ways to dry or cure, the first the usual one */
  ways: z.array(way),
  /** of what is kept as silage: sugar over buffering of the crop and of legumes in it, how dense it is rolled, chop by dry matter, losses */
  silage: z
    .strictObject({
      sugarPerBuffer: ranged,
      legumeSugarPerBuffer: ranged,
      dryKgPerM3: ranged,
      chopMm: z.array(z.strictObject({ fromDryPct: z.number(), from: z.number(), to: z.number() })).min(1),
      lossPct: ranged,
      openAfterDays: z.number().int().positive(),
    })
    .optional(),
  /** what a mill, a press or a sheller makes of it: the usual share of each fraction [% of what went in] */
  milling: z
    .record(
      id,
      z.strictObject({
        name: z.string(),
        fractions: z.record(
          id,
          z.strictObject({ name: z.string(), usualPct: z.strictObject({ from: z.number(), to: z.number() }) }),
        ),
        source: z.string(),
      }),
    )
    .optional(),
});
