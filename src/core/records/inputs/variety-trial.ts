import { z } from "zod";
import type { RecordKind } from "../describe";
import { name, season } from "../parts";

/** What one variety gave in one trial. */
export const varietyTrialRecord = z.strictObject({
  guideId: z.string().min(1).max(80),
  kindId: z.string().min(1).max(80),
  variety: name,
  site: name,
  season,
  yieldTPerHa: z.number().positive().max(300),
});
export type VarietyTrial = z.infer<typeof varietyTrialRecord>;

export const varietyTrialKind: RecordKind = {
  id: "variety-trials",
  one: "result of a variety trial",
  many: "Variety trials",
  purpose: "Yields of varieties side by side; compared over trials that do not all have the same ones.",
  schema: varietyTrialRecord,
  unique: ["guideId", "kindId", "variety", "site", "season"],
  fields: [
    { key: "guideId", label: "Crop", input: "listed", list: "crops", listed: true, also: ["species"] },
    { key: "kindId", label: "Kind", input: "listed", list: "kinds", by: "guideId", listed: true, also: ["type"] },
    { key: "variety", label: "Variety", input: "text", listed: true, also: ["cultivar", "entry"] },
    { key: "site", label: "Trial", input: "text", listed: true, also: ["site", "place", "location", "trial"] },
    {
      key: "season",
      label: "Harvest year",
      input: "number",
      dimension: "count",
      listed: true,
      also: ["season", "year"],
    },
    {
      key: "yieldTPerHa",
      label: "Yield",
      input: "number",
      dimension: "yield",
      help: "the trial's mean of its plots",
      listed: true,
      also: ["mean", "yield"],
    },
  ],
};
