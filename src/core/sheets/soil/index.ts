import type { Sheet } from "../sheet";
import { draftSoil } from "./draft";
import { soilOperations } from "./operations";

/** Sheet 2: what the soil test says, and lime. */
export const soil: Sheet = {
  id: "soil",
  fallsBack: { crop: ["soil"] },
  draft: draftSoil,
  operations: soilOperations,
  present: {
    result: ({ soil }, words) =>
      soil.limeTPerHa > 0
        ? `lime ${words.quantity(soil.limeTPerHa, "dressing")}`
        : soil.salt.gypsumTPerHa
          ? `gypsum ${words.quantity(soil.salt.gypsumTPerHa, "dressing")}`
          : soil.testAgeDays === null
            ? "no soil test"
            : "no lime needed",
  },
};
