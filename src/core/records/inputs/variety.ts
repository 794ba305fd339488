import { z } from "zod";
import type { RecordKind } from "../describe";
import { name, slug } from "../parts";

/** What a variety is rated for; higher is better, as lists of varieties have it. */
const RATED = [
  { value: "standing", label: "Standing ability" },
  { value: "shattering", label: "Shattering resistance" },
  { value: "winter", label: "Winter hardiness" },
  { value: "drought", label: "Drought tolerance" },
  { value: "leaf disease", label: "Leaf disease" },
  { value: "rust", label: "Rust" },
  { value: "mildew", label: "Mildew" },
  { value: "blight", label: "Blight" },
  { value: "stem disease", label: "Stem disease" },
  { value: "root disease", label: "Root disease" },
  { value: "virus", label: "Virus" },
  { value: "nematodes", label: "Nematodes" },
  { value: "keeping", label: "Storage life" },
  { value: "quality", label: "Quality for its use" },
];

/** A variety, as a list of varieties describes it. */
export const varietyRecord = z.strictObject({
  id: slug,
  guideId: z.string().min(1).max(80),
  kindId: z.string().min(1).max(80),
  name,
  /** from sowing or planting to ripeness */
  days: z.number().int().positive().max(900).nullable().default(null),
  endUse: z.string().trim().max(200).default(""),
  ratings: z
    .array(z.strictObject({ what: z.string().min(1).max(80), rating: z.number().min(1).max(9) }))
    .max(40)
    .refine((lines) => new Set(lines.map((l) => l.what)).size === lines.length, "each is rated once")
    .default([]),
  source: z.string().trim().max(400).default(""),
});
export type Variety = z.infer<typeof varietyRecord>;

export const varietyKind: RecordKind = {
  id: "varieties",
  one: "variety",
  many: "Varieties",
  purpose: "What lists of varieties say of them; compared beside their trials. Plans reckon with the lot that is sown.",
  schema: varietyRecord,
  unique: ["guideId", "kindId", "name"],
  slugFrom: "name",
  fields: [
    { key: "guideId", label: "Crop", input: "listed", list: "crops", listed: true, also: ["species"] },
    { key: "kindId", label: "Kind", input: "listed", list: "kinds", by: "guideId", listed: true, also: ["type"] },
    { key: "name", label: "Name", input: "text", listed: true, also: ["variety", "cultivar"] },
    {
      key: "days",
      label: "Days to ripeness",
      input: "number",
      dimension: "count",
      empty: "null",
      help: "from sowing or planting, as its list has it",
      listed: true,
      also: ["days", "maturity", "duration"],
    },
    { key: "endUse", label: "End use", input: "text", empty: "default", listed: true, also: ["use", "quality group"] },
    {
      key: "ratings",
      label: "Ratings",
      input: "lines",
      empty: "default",
      help: "1 to 9; 9 is the best, also for diseases",
      columns: [
        { key: "what", label: "Of", input: "choice", options: RATED },
        { key: "rating", label: "Rating", input: "number", dimension: "count" },
      ],
    },
    { key: "source", label: "Source", also: ["said by"], input: "text", empty: "default" },
  ],
};
