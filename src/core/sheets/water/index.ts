import type { Sheet } from "../sheet";
import { taskOperations } from "../task-operations";
import { draftWater } from "./draft";
import { waterFace } from "./face";
import { irrigationOperations } from "./operations";

/** Sheet 5: the store of water in the soil, irrigations by a school, standing water, and what they take. */
export const water: Sheet = {
  ...waterFace,
  operations: (draft) => taskOperations(draft, "water"),
  dated: draftWater,
  follows: irrigationOperations,
};
