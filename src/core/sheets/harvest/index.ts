import type { Sheet } from "../sheet";
import { draftHarvest } from "./draft";
import { harvestFace } from "./face";
import { harvestOperations } from "./operations";

/** Sheet 7: when and how the crop is cut or lifted. */
export const harvest: Sheet = {
  ...harvestFace,
  draft: draftHarvest,
  operations: harvestOperations,
};
