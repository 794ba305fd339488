import type { Print } from "../sheet";

/** What the booklet prints of this sheet: what to keep down and look for. */
export const protectPrint: Print = {
  figures: () => [],
  text: ({ crop: { guide }, protect, operations }, words) => {
    const stage = (id: string) => guide.stages.find((s) => s.id === id)?.name ?? id;
    return [
      `Keep weed-free from "${stage(guide.weeds.weedFreeFrom)}" to "${stage(guide.weeds.weedFreeTo)}".`,
      `Look for: ${guide.threats.map((t) => t.name.toLowerCase()).join(", ")}.`,
      ...protect.treatments.map((t) => {
        const operation = operations.find((o) => o.id === t.id);
        const use = t.use;
        return [
          `${operation?.name ?? t.threatId}${operation?.date ? `, ${words.date(operation.date)}` : ""}: ${words.number(t.ratePerHa, 2)} ${t.unit}/ha ${t.waterLPerHa === null ? "spread dry" : `in ${words.number(t.waterLPerHa, 0)} L/ha`}`,
          ...(use?.harvestWaitDays == null ? [] : [`${use.harvestWaitDays} days to the harvest`]),
          ...(t.product?.reEntryHours
            ? [`nobody in the crop for ${words.number(t.product.reEntryHours, 0)} hours`]
            : []),
          t.signed ? `signed by ${t.signed.person}, licence ${t.signed.licenceNo}` : "not signed",
        ]
          .join("; ")
          .concat(".");
      }),
    ];
  },
};
