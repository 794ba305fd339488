import { formatDay } from "../../dates";
import { q } from "../../units/told";
import type { Print } from "../sheet";
import { nurseryWater } from "./nursery";

/** What the booklet prints of this sheet: use, irrigations and the last day. */
export const waterPrint: Print = {
  figures: ({ water: { irrigations, season } }) => [
    ...(season ? (["water.use", "water.stressDays", "water.yield", "water.yieldSeason"] as const) : []),
    ...(irrigations.length > 0
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
  text: ({ crop: { guide, method }, operations }) => [
    ...nurseryWater(method.nursery, operations.find((o) => o.role === "nursery")?.date ?? null).map(
      ({ date, depthCm, what }) =>
        `Nursery${date ? `, from ${formatDay(date)}` : ""}: ${depthCm > 0 ? `${q(depthCm, "cm")} of water` : "no standing water"}; ${what}.`,
    ),
    `Last irrigation: ${guide.water.stop}.`,
  ],
};
