import { varietyRecord } from "@/core/records/inputs/variety";
import { varietyTrialRecord } from "@/core/records/inputs/variety-trial";
import { recordTable } from "./record-table";

export const varietyTable = recordTable("variety", varietyRecord, {
  id: "id",
  guideId: "guide_id",
  kindId: "kind_id",
  name: "name",
  days: "days",
  endUse: "end_use",
  ratings: "ratings",
  source: "source",
});

export const varietyTrialTable = recordTable("variety_trial", varietyTrialRecord, {
  guideId: "guide_id",
  kindId: "kind_id",
  variety: "variety",
  site: "site",
  season: "season",
  yieldTPerHa: "yield_t_per_ha",
});
