import type { Print } from "../sheet";

/** What the booklet prints of this sheet: drying or curing, what it makes of the mass, and the store. */
export const keepPrint: Print = {
  figures: () => ["keep.asCut", "keep.water", "keep.drying", "keep.room"],
  text: ({ crop: { guide }, keep, harvest }) => [
    ...(keep.wayName
      ? [
          `${keep.wayName}${keep.airToC === null ? "" : `, air up to ${keep.airToC} °C for ${harvest.endUse}`}: ${guide.keep.ways.find((w) => w.id === keep.wayId)?.detail ?? ""}.`,
        ]
      : []),
    `Store: ${guide.keep.store}. Every ${guide.keep.inspectEveryDays} days: ${guide.keep.inspect}.`,
  ],
};
