import type { Sheet } from "../sheet";
import { keepFace } from "./face";
import { keepOperations } from "./operations";

/** Sheet 8: drying, curing and storing, dated by days from the harvest. */
export const keep: Sheet = {
  ...keepFace,
  operations: keepOperations,
};
