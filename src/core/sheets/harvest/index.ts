import type { Sheet } from "../sheet";
import { draftHarvest } from "./draft";
import { harvestOperations } from "./operations";

/** Sheet 7: when and how the crop is cut or lifted. */
export const harvest: Sheet = {
  id: "harvest",
  fallsBack: {},
  draft: draftHarvest,
  operations: harvestOperations,
  present: {
    result: (plan, words) => (plan.harvestDate ? `about ${words.date(plan.harvestDate)}` : "no date"),
  },
};
