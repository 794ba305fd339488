import type { Sheet } from "../sheet";
import { draftGround } from "./draft";
import { groundOperations } from "./operations";

/** Sheet 1: how the ground is worked, two systems side by side. */
export const ground: Sheet = {
  id: "ground",
  fallsBack: { crop: ["ground"], method: ["ground/systemId", "ground/compareWith"] },
  draft: draftGround,
  operations: groundOperations,
  present: {
    result: (plan) => plan.ground.chosen.name.toLowerCase(),
  },
};
