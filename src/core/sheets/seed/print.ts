import type { Print } from "../sheet";

/** What the booklet prints of this sheet: the stand and its stock. */
export const seedPrint: Print = {
  figures: () => [
    "seed.targetPlants",
    "seed.tgw",
    "seed.germination",
    "seed.emergence",
    "seed.seedsPerM2",
    "seed.unitMass",
    "seed.rowSpacing",
    "seed.inRowSpacing",
    "seed.units",
    "seed.depth",
    "seed.rate",
    "seed.planted",
    "seed.nurseryArea",
    "seed.bought",
    "seed.order",
    "seed.gPerCoulter",
    "seed.gInAll",
  ],
  text: ({ crop: { guide, kind, method } }) => [
    `${kind.name} (${guide.scientificName}), ${method.name.toLowerCase()}.`,
  ],
};
