import { limitInWords } from "../../guides/quality-measures";
import type { Print } from "../sheet";

/** What the booklet prints of this sheet: the way it is cut or lifted, how moist, and what its use asks. */
export const harvestPrint: Print = {
  figures: ({ harvest }) => [
    "harvest.moisture",
    "harvest.shift",
    "harvest.carting",
    "harvest.straw",
    "harvest.strawWorth",
    ...harvest.byProducts.flatMap(({ id }) => [`harvest.byProduct.${id}`, `harvest.byProduct.${id}.worth`] as const),
    "harvest.yield",
  ],
  text: ({ harvest, crop: { guide, product } }) => [
    `${harvest.methodName}; expected loss about ${harvest.lossPct} %.`,
    ...product.quality
      .filter((q) => q.endUse === harvest.endUse)
      .map((q) => `For ${q.endUse}: ${limitInWords(q)}; if missed, ${q.ifMissed}.`),
    ...(guide.harvest.moisturePct
      ? [
          `Physiologically mature from ${guide.harvest.moisturePct.physiological} % moisture; harvest at ${harvest.cutPct ?? guide.harvest.moisturePct.cut} %; safe for storage at ${harvest.safePct ?? guide.harvest.moisturePct.safe} %.`,
        ]
      : []),
  ],
};
