import type { Print } from "../sheet";

/** What the booklet prints of this sheet: drying and store. */
export const keepPrint: Print = {
  figures: () => ["keep.drying"],
  text: ({ crop: { guide } }) => [`Store: ${guide.keep.store}.`],
};
