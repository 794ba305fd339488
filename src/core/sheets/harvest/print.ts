import type { Print } from "../sheet";

/** What the booklet prints of this sheet: the way it is cut or lifted. */
export const harvestPrint: Print = {
  figures: () => ["harvest.moisture", "harvest.shift"],
  text: ({ harvest, crop: { guide, product } }) => [
    `${harvest.methodName}, loss about ${harvest.lossPct} %.`,
    ...product.quality
      .filter((q) => q.endUse === harvest.endUse)
      .map(
        (q) =>
          `For ${q.endUse}: ${q.what} ${[q.atLeast === undefined ? "" : `at least ${q.atLeast}`, q.atMost === undefined ? "" : `at most ${q.atMost}`].filter(Boolean).join(", ")} ${q.unit}; if missed, ${q.ifMissed}.`,
      ),
    ...(guide.harvest.moisturePct
      ? [
          `Ripe from ${guide.harvest.moisturePct.physiological} % moisture on, cut at ${harvest.cutPct ?? guide.harvest.moisturePct.cut} %, safe at ${guide.harvest.moisturePct.safe} %.`,
        ]
      : []),
  ],
};
