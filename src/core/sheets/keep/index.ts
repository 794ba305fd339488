import type { Sheet } from "../sheet";
import { draftKeep } from "./draft";
import { keepFace } from "./face";
import { keepOperations } from "./operations";
import { datedSilage } from "./silage";

/** Sheet 8: drying, curing and storing, dated by days from the harvest. */
export const keep: Sheet = {
  ...keepFace,
  draft: draftKeep,
  operations: keepOperations,
  dated: datedSilage,
};
