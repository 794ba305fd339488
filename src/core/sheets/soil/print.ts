import type { Print } from "../sheet";

/** What the booklet prints of this sheet: the soil test, lime and gypsum. */
export const soilPrint: Print = {
  figures: () => ["soil.targetPh", "soil.lime", "soil.limeCost", "soil.gypsum", "soil.gypsumNow", "soil.leaching"],
};
