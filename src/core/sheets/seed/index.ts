import type { Sheet } from "../sheet";
import { datedSeed } from "./draft";
import { seedFace } from "./face";
import { seedOperations } from "./operations";

/** Sheet 3: the stand aimed for, the stock that gives it, planting and what follows it. */
export const seed: Sheet = {
  ...seedFace,
  operations: seedOperations,
  dated: datedSeed,
};
