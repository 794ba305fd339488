import { computed } from "../../../figure";
import type { Draft } from "../../sheet";
import type { StockPlan } from "../part";
import type { StandWanted, Way } from "./way";

/** Plants of a planting of years ago that grow again: nothing is planted, ordered or drilled; so many of them still stand. */
export const standing: Way = {
  fits: (method) => method.stock.by === "standing",
  usualReservePct: 0,
  usedAt: null,
  stock: whatStands,
};

function whatStands({ context }: Draft, { targetPlantsPerM2 }: StandWanted): StockPlan {
  const { stock, geometry } = context.crop.method;
  if (stock.by !== "standing") throw new Error("only what was planted years ago stands already");
  context.show(
    "seed.stands",
    computed(
      "Plants that still stand",
      (targetPlantsPerM2 * stock.standsPct.typical) / 100,
      "/m²",
      "full stand x share",
      [
        { label: "full stand", value: targetPlantsPerM2, unit: "/m²" },
        {
          label: `share in year ${stock.year}`,
          value: stock.standsPct.typical,
          unit: "%",
          basis: { kind: "source", text: context.source(stock.standsPct.source) },
        },
      ],
    ),
  );
  return {
    by: "standing",
    plantedKgPerHa: null,
    sownKgPerHa: null,
    boughtKgPerHa: 0,
    orderKg: 0,
    bags: null,
    unitsPerM2: (targetPlantsPerM2 * stock.standsPct.typical) / 100,
    inRowSpacingCm: geometry.inRowSpacingCm?.typical ?? null,
    plantsFromHandbook: null,
    drillCheck: null,
    reconciliation: null,
    nurseryM2PerHa: null,
  };
}
