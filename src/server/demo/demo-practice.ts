/** A demo practice as data: the same record shapes that forms, imports and the database hold. */

import { readFile } from "node:fs/promises";
import { z } from "zod";
import { fertiliserRecord } from "@/core/records/inputs/fertiliser";
import { limeProductRecord } from "@/core/records/inputs/lime-product";
import { pricesRecord } from "@/core/records/inputs/prices";
import { protectionProductRecord } from "@/core/records/inputs/protection-product";
import { seedLotRecord } from "@/core/records/inputs/seed-lot";
import { varietyRecord } from "@/core/records/inputs/variety";
import { varietyTrialRecord } from "@/core/records/inputs/variety-trial";
import { farmRecord } from "@/core/records/land/farm";
import { fieldRecord } from "@/core/records/land/field";
import { grownCropRecord } from "@/core/records/land/grown-crop";
import { soilTestRecord } from "@/core/records/land/soil-test";
import { licenceRecord } from "@/core/records/licence-record";
import { logEntryRecord } from "@/core/records/notes/log-entry";
import { scoutVisitRecord } from "@/core/records/notes/scout-visit";
import { isoDate, name } from "@/core/records/parts";
import { cropOfferRecord } from "@/core/records/produce/crop-offer";
import { loadRecord } from "@/core/records/produce/load";
import { storeRecord } from "@/core/records/produce/store";
import { storeReadingRecord } from "@/core/records/produce/store-reading";

const demoPlan = z.strictObject({
  season: z.number().int(),
  /** a part of the field; absent: the whole */
  part: z.strictObject({ name, areaHa: z.number().positive() }).optional(),
  /** position in this list of the plan that it comes after on the same ground */
  follows: z.number().int().min(0).optional(),
  issueOn: isoDate.optional(),
  decisions: z.unknown(),
  /** treatments that the head of the practice signs before it is issued */
  sign: z.array(z.string()).default([]),
  /** what was counted in the field */
  scouting: z.array(scoutVisitRecord.omit({ id: true, planId: true })).default([]),
  /** what has been done of it */
  log: z.array(logEntryRecord.omit({ id: true, planId: true }).partial({ quantityPerHa: true, note: true })).optional(),
});
const demoField = fieldRecord.extend({
  farm: name,
  soilTests: z.array(soilTestRecord),
  history: z.array(grownCropRecord),
  plans: z.array(demoPlan),
});
const demoPractice = z.strictObject({
  practice: z.strictObject({
    name,
    currency: z.string().min(1).max(8),
    unitSet: z.enum(["metric", "usCustomary", "imperial", "southAsian"]),
    decimalMark: z.enum(["point", "comma"]),
    asOf: isoDate,
    prices: pricesRecord,
  }),
  people: z
    .array(
      z.strictObject({
        email: z.email(),
        name,
        role: z.enum(["owner", "adviser", "assistant", "grower"]),
        licence: licenceRecord.optional(),
        grower: z.string().optional(),
      }),
    )
    .min(1),
  growers: z.array(z.strictObject({ name, unitSet: z.string().optional() })),
  stations: z.array(
    z.strictObject({ name, latitudeDeg: z.number(), altitudeM: z.number(), months: z.array(z.array(z.number())) }),
  ),
  farms: z.array(farmRecord.extend({ grower: z.string(), station: z.string() })),
  fields: z.array(demoField),
  fertilisers: z.array(fertiliserRecord),
  limes: z.array(limeProductRecord),
  seedLots: z.array(seedLotRecord),
  /** made up, and called so by their names */
  protectionProducts: z.array(protectionProductRecord).default([]),
  cropOffers: z.array(cropOfferRecord).default([]),
  varieties: z.array(varietyRecord).default([]),
  varietyTrials: z.array(varietyTrialRecord).default([]),
  stores: z.array(storeRecord.extend({ farm: name })).default([]),
  /** fields and stores by their names */
  loads: z
    .array(loadRecord.extend({ field: name.optional(), from: name.optional(), into: name.optional() }))
    .default([]),
  storeReadings: z.array(storeReadingRecord.extend({ store: name })).default([]),
});
/** As it is written, where defaults may be left out; and as it is loaded. */
export type DemoPractice = z.input<typeof demoPractice>;
export type Practice = z.output<typeof demoPractice>;

/** A demo practice from its file; throws with the path of what is not of the shape. */
export async function readDemo(file: string): Promise<Practice> {
  return checkDemo(JSON.parse(await readFile(file, "utf8")));
}

/** A made-up practice checked against the shapes of its records. */
export function checkDemo(demo: unknown): Practice {
  const parsed = demoPractice.safeParse(demo);
  if (parsed.success) return parsed.data;
  throw new Error(parsed.error.issues.map((i) => `${i.path.join(".")}: ${i.message}`).join("; "));
}
