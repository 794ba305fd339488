import type { Sheet } from "../sheet";
import { draftKeep } from "./draft";
import { keepFace } from "./face";
import { keepOperations } from "./operations";

/** Sheet 8: drying, curing and storing, dated by days from the harvest. */
export const keep: Sheet = {
  ...keepFace,
  draft: draftKeep,
  operations: keepOperations,
};
