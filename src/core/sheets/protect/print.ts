import type { Print } from "../sheet";

/** What the booklet prints of this sheet: what to keep down and look for. */
export const protectPrint: Print = {
  figures: () => [],
  text: ({ crop: { guide } }) => {
    const stage = (id: string) => guide.stages.find((s) => s.id === id)?.name ?? id;
    return [
      `Keep weed-free from "${stage(guide.weeds.weedFreeFrom)}" to "${stage(guide.weeds.weedFreeTo)}".`,
      `Look for: ${guide.threats.map((t) => t.name.toLowerCase()).join(", ")}.`,
    ];
  },
};
