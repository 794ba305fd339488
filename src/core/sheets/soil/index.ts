import type { Sheet } from "../sheet";
import { draftSoil } from "./draft";
import { soilFace } from "./face";
import { soilOperations } from "./operations";

/** Sheet 2: what the soil test says, and lime. */
export const soil: Sheet = {
  ...soilFace,
  draft: draftSoil,
  operations: soilOperations,
};
