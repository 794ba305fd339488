import { times } from "../../../figure/expression";
import { computed, quantity } from "../../../figure/figure";
import type { Draft } from "../../sheet";
import type { StockPlan } from "../part";
import type { Way } from "./way";

/** Plants of a planting of years ago that grow again: nothing is planted, ordered or drilled; so many of them still stand. */
export const standing: Way = {
  fits: (method) => method.stock.by === "standing",
  usualReservePct: 0,
  usedAt: null,
  stock: whatStands,
};

function whatStands({ context }: Draft): StockPlan {
  const { stock, geometry } = context.crop.method;
  if (stock.by !== "standing") throw new Error("only what was planted years ago stands already");
  const stands = computed(
    "Plants that still stand",
    "/m²",
    times(
      context.input("seed.targetPlants", "full stand"),
      quantity(`share in year ${stock.year}`, stock.standsPct.typical, "%", {
        basis: { kind: "source", text: context.source(stock.standsPct.source) },
      }),
    ),
  );
  context.show("seed.stands", stands);
  return {
    by: "standing",
    plantedKgPerHa: null,
    sownKgPerHa: null,
    boughtKgPerHa: 0,
    orderKg: 0,
    bags: null,
    unitsPerM2: stands.value,
    inRowSpacingCm: geometry.inRowSpacingCm?.typical ?? null,
    plantsFromHandbook: null,
    drillCheck: null,
    reconciliation: null,
    nurseryM2PerHa: null,
  };
}
