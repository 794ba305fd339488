import { z } from "zod";
import type { RecordKind } from "../describe";
import { isoDate, season } from "../parts";

/** A crop that grew, or grows, on a field, as history knows it. */
export const grownCropRecord = z.strictObject({
  season,
  crop: z.string().min(1).max(80),
  /** of the crop, and what was harvested of it; null where nobody said: the usual ones */
  kindId: z.string().min(1).max(80).nullable().default(null),
  productId: z.string().min(1).max(80).nullable().default(null),
  yieldTPerHa: z.number().min(0).max(1000).nullable().default(null),
  /** off on this date, or expected to be */
  harvestOn: isoDate.nullable().default(null),
  harvested: z.boolean().default(true),
  /** straw or tops carried off, or left and worked in; null where nobody knows */
  residueTaken: z.boolean().nullable().default(null),
});
export type GrownCrop = z.infer<typeof grownCropRecord>;

export const grownCropKind: RecordKind = {
  id: "grown-crops",
  one: "crop of the past",
  many: "Cropping history",
  purpose: "What grew before decides rotation, nitrogen left behind and when the field is free.",
  schema: grownCropRecord,
  unique: ["fieldId", "season", "crop"],
  check: ({ season: year, harvestOn }) =>
    typeof year === "number" && typeof harvestOn === "string" && Math.abs(Number(harvestOn.slice(0, 4)) - year) > 1
      ? [{ key: "harvestOn", message: `${harvestOn} given, allowed is a day of ${year - 1} to ${year + 1}` }]
      : [],
  fields: [
    { key: "fieldId", label: "Field", input: "link", to: "fields", listed: true },
    {
      key: "season",
      label: "Season",
      input: "number",
      dimension: "count",
      help: "the year of its harvest",
      listed: true,
      also: ["year"],
    },
    { key: "crop", label: "Crop", input: "listed", list: "grown", listed: true },
    {
      key: "kindId",
      label: "Crop type",
      input: "listed",
      list: "kinds",
      by: "crop",
      empty: "null",
      help: "empty: the one that usually yields so much",
      listed: true,
      also: ["kind", "type"],
    },
    {
      key: "productId",
      label: "Harvested as",
      input: "listed",
      list: "products",
      by: "crop",
      empty: "null",
      help: "empty: as usually yields so much",
      also: ["product", "use"],
    },
    { key: "yieldTPerHa", label: "Yield", input: "number", dimension: "yield", empty: "null", listed: true },
    {
      key: "harvestOn",
      label: "Harvested on",
      input: "date",
      empty: "null",
      listed: true,
      also: ["off the field", "harvested on"],
    },
    { key: "harvested", label: "Harvested", input: "yesNo", empty: "default", help: "no: it still stands" },
    {
      key: "residueTaken",
      label: "Straw or tops taken off",
      input: "yesNo",
      empty: "null",
      help: "kept; no plan reckons with it yet",
      listed: true,
    },
  ],
};
