import { q } from "../../units/told";
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
    "seed.plantsPerStation",
    "seed.stations",
    "seed.gaps",
    "seed.units",
    "seed.stands",
    "seed.depth",
    "seed.rate",
    "seed.soakedRate",
    "seed.planted",
    "seed.sources",
    "seed.nurseryArea",
    "seed.trays",
    "seed.unitHarvested",
    "seed.diameter",
    "seed.grade",
    "seed.substrate",
    "seed.bought",
    "seed.order",
    "seed.gPerCoulter",
    "seed.gInAll",
  ],
  text: ({ crop: { guide, kind, method }, seed: { mixture, lots } }) => [
    `${kind.name} (${guide.scientificName}), ${method.name.toLowerCase()}.`,
    ...(lots
      ? [
          lots
            .map(
              (l) =>
                `${l.variety}: ${q(l.sownKgPerHa, "kg/ha")} on ${q(l.areaHa, "ha", 1)}, ${q(l.orderKg, "kg")} to order`,
            )
            .join("; "),
        ]
      : []),
    ...(mixture
      ? [
          mixture.components
            .map((c) => `${c.name} ${q(c.kgPerHa, "kg/ha")}, ${q(c.sharePct, "%")} of its sole-crop rate`)
            .join("; "),
        ]
      : []),
  ],
};
