import { z } from "zod";
import type { RecordKind } from "../describe";
import { isoDate, minor, name, slug } from "../parts";

/** A lot of seed or planting stock. Priced in minor units a tonne. */
export const seedLotRecord = z.strictObject({
  id: slug,
  guideId: z.string().min(1).max(80),
  kindId: z.string().min(1).max(80),
  variety: name,
  /** for stock that is sown by count of grains */
  thousandGrainWeightG: z.number().positive().max(5000).nullable().default(null),
  germinationPct: z.number().gt(1).max(100),
  /** when that was found; null where nobody knows */
  testedOn: isoDate.nullable().default(null),
  /** for stock that is planted one by one */
  unitMassG: z.number().positive().max(5000).nullable().default(null),
  certified: z.boolean(),
  pricePerT: minor,
  /** null: sold loose */
  bagKg: z.number().positive().max(100_000).nullable().default(null),
});
export type SeedLot = z.infer<typeof seedLotRecord>;

export const seedLotKind: RecordKind = {
  id: "seed-lots",
  one: "lot of seed or planting stock",
  many: "Seed and planting stock",
  purpose: "What is sown or planted: the rate follows from its thousand-grain weight and germination.",
  schema: seedLotRecord,
  unique: ["guideId", "kindId", "variety"],
  slugFrom: "variety",
  fields: [
    { key: "guideId", label: "Crop", input: "listed", list: "crops", listed: true, also: ["species"] },
    { key: "kindId", label: "Kind", input: "listed", list: "kinds", by: "guideId", listed: true, also: ["type"] },
    { key: "variety", label: "Variety and lot", input: "text", listed: true, also: ["variety", "cultivar", "lot"] },
    {
      key: "thousandGrainWeightG",
      label: "Thousand-grain weight",
      input: "number",
      dimension: "seedMass",
      empty: "null",
      help: "for what is sown by count of grains",
      listed: true,
      also: ["tgw", "tkw"],
    },
    {
      key: "germinationPct",
      label: "Germination",
      input: "number",
      dimension: "percent",
      help: "of a laboratory test, or buds that sprout of planting stock",
      listed: true,
    },
    {
      key: "testedOn",
      label: "Tested on",
      input: "date",
      empty: "null",
      help: "germination falls in store: what was tested long before sowing is tested again",
      listed: true,
      also: ["test date", "tested"],
    },
    {
      key: "unitMassG",
      label: "Mass per piece",
      also: ["mass of one piece"],
      input: "number",
      dimension: "seedMass",
      empty: "null",
      help: "for tubers, cloves and sets that are planted one by one",
      listed: true,
    },
    { key: "certified", label: "Certified", input: "yesNo", listed: true },
    { key: "pricePerT", label: "Price", input: "money", per: "t", listed: true },
    {
      key: "bagKg",
      label: "Pack",
      input: "number",
      dimension: "mass",
      empty: "null",
      help: "empty: sold loose",
      listed: true,
      also: ["bag"],
    },
  ],
};
