import { q } from "../../units/told";
import { moistWayOf } from "../keep-way";
import type { Print } from "../sheet";

/** What the booklet prints of this sheet: drying or curing, what it makes of the mass, and the store. */
export const keepPrint: Print = {
  figures: () => [
    "keep.asCut",
    "keep.water",
    "keep.drying",
    "keep.room",
    "silage.mass",
    "silage.volume",
    "silage.length",
    "silage.hours",
    "silage.roller",
    "silage.bales",
    "silage.sap",
    "silage.from",
    "silage.fed",
    "silage.days",
    "silage.face",
  ],
  text: ({ crop, keep, harvest }) => [
    ...(keep.wayName
      ? [
          `${keep.wayName}${keep.airToC === null ? "" : `, air up to ${q(keep.airToC, "C")} for ${harvest.endUse}`}: ${crop.guide.keep.ways.find((w) => w.id === keep.wayId)?.detail ?? ""}.`,
        ]
      : []),
    // what dry grain asks of a store does not hold for what is kept moist
    `${moistWayOf({ crop, keep }) ? "" : `Store: ${crop.guide.keep.store}. `}Inspect every ${crop.guide.keep.inspectEveryDays} days: ${crop.guide.keep.inspect}.`,
  ],
};
