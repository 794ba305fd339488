import { formatDay } from "../../dates";
import { inputMeasure } from "../../units/input-measures";
import { q } from "../../units/told";
import type { Print } from "../sheet";

/** What the booklet prints of this sheet: what to keep down and look for. */
export const protectPrint: Print = {
  figures: () => [],
  text: ({ crop: { guide }, protect, operations }) => {
    const stage = (id: string) => guide.stages.find((s) => s.id === id)?.name ?? id;
    return [
      `Keep the crop weed-free from ${stage(guide.weeds.weedFreeFrom)} to ${stage(guide.weeds.weedFreeTo)}.`,
      `Scout for: ${guide.threats.map((t) => t.name.toLowerCase()).join(", ")}.`,
      ...protect.treatments.map((t) => {
        const operation = operations.find((o) => o.id === t.id);
        const use = t.use;
        return [
          `${operation?.name ?? t.threatId}${operation?.date ? `, ${formatDay(operation.date)}` : ""}: ${q(t.ratePerHa, inputMeasure(t.unit).perArea, 2)} ${t.waterLPerHa === null ? "applied dry" : `in ${q(t.waterLPerHa, "L/ha")} of water`}`,
          ...(use?.harvestWaitDays == null ? [] : [`harvest interval ${use.harvestWaitDays} days`]),
          ...(t.product?.reEntryHours ? [`re-entry after ${t.product.reEntryHours} hours`] : []),
          t.signed ? `signed by ${t.signed.person}, licence ${t.signed.licenceNo}` : "not signed",
        ]
          .join("; ")
          .concat(".");
      }),
    ];
  },
};
