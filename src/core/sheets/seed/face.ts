import type { Face } from "../sheet";

const plantDecimals = (plantsPerM2: number) => (plantsPerM2 < 20 ? 1 : 0);

/** What pages need of this sheet without drafting it. */
export const seedFace: Face = {
  id: "seed",
  fallsBack: {
    crop: ["seed"],
    kind: ["seed/lotId", "seed/haveKg", "seed/moreLots", "seed/mixture"],
    method: [
      "seed/rowSpacingCm",
      "seed/inRowSpacingCm",
      "seed/unitDiameterCm",
      "seed/unitsPerStation",
      "seed/raisedIn",
      "seed/cellsPerTray",
      "seed/leftPerStation",
      "seed/adjustments",
      "seed/targetPlantsPerM2",
    ],
  },
  present: {
    result: ({ seed }, words) =>
      `${seed.by === "standing" ? "standing" : words.quantity(seed.sownKgPerHa ?? seed.boughtKgPerHa, "massPerArea")}, ${words.quantity(seed.targetPlantsPerM2, "countPerArea", plantDecimals(seed.targetPlantsPerM2))}`,
    ledger: ({ seed }) => [
      { label: "Plants", figures: [{ id: "seed.targetPlants", decimals: plantDecimals(seed.targetPlantsPerM2) }] },
    ],
  },
};
