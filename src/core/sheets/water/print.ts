import type { Print } from "../sheet";

/** What the booklet prints of this sheet: use, gifts and the last day. */
export const waterPrint: Print = {
  figures: ({ water: { gifts, season } }) => [
    ...(season ? (["water.use", "water.stressDays", "water.yield"] as const) : []),
    ...(gifts.length > 0
      ? ([
          "water.net",
          "water.gross",
          "water.volume",
          "water.hours",
          "water.energy",
          "water.leaching",
          "water.nitrogen",
        ] as const)
      : []),
  ],
  text: ({ crop: { guide } }) => [`Stop: ${guide.water.stop}.`],
};
