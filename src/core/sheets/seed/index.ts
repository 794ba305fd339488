import type { Sheet } from "../sheet";
import { datedSeed } from "./draft";
import { seedOperations } from "./operations";

const plantDecimals = (plantsPerM2: number) => (plantsPerM2 < 20 ? 1 : 0);

/** Sheet 3: the stand aimed for, the stock that gives it, planting and what follows it. */
export const seed: Sheet = {
  id: "seed",
  fallsBack: {
    crop: ["seed"],
    kind: ["seed/lotId"],
    method: [
      "seed/rowSpacingCm",
      "seed/inRowSpacingCm",
      "seed/unitsPerStation",
      "seed/adjustments",
      "seed/targetPlantsPerM2",
    ],
  },
  operations: seedOperations,
  dated: datedSeed,
  present: {
    result: ({ seed }, words) =>
      `${words.quantity(seed.sownKgPerHa ?? seed.boughtKgPerHa, "massPerArea")}, ${words.quantity(seed.targetPlantsPerM2, "countPerArea", plantDecimals(seed.targetPlantsPerM2))}`,
    ledger: ({ seed }) => [
      { label: "Plants", figures: [{ id: "seed.targetPlants", decimals: plantDecimals(seed.targetPlantsPerM2) }] },
    ],
  },
};
