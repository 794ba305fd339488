import { plantingStock } from "../../../establish/planting-stock";
import { reconcilePlanting } from "../../../establish/reconcile-planting";
import { over, plus, times } from "../../../figure/expression";
import { computed, given, quantity } from "../../../figure/figure";
import type { FigureId } from "../../../plan/figure-ids";
import type { Draft } from "../../sheet";
import type { StockPlan } from "../part";
import { agreement, emergenceFigure, inRowOf, order, type StandWanted, toBuy, type Way } from "./way";

/**
 * Units planted one by one: cloves, tubers, sets. What lies in the ground is units x their mass; what is bought is more, by
 * the reserve and by what is sorted out. A mass that was typed is what is bought: before it is compared with the spacing
 * it is brought down to what it plants.
 */
export const byUnit: Way = {
  fits: (method) => method.stock.by === "unit",
  usualReservePct: 3,
  usedAt: "plant",
  stock: unitStock,
};

function unitStock(draft: Draft, { lot, rowSpacingCm: row, reservePct }: StandWanted): StockPlan {
  const { context, decisions } = draft;
  const seed = decisions.seed ?? {};
  const { stock, geometry } = context.crop.method;
  if (stock.by !== "unit") throw new Error("planting by unit needs stock that is planted unit by unit");
  const unitMassG = context.use(
    "seed.unitMass",
    given(
      `Mass of a ${stock.unit}`,
      lot?.unitMassG ?? stock.unitMassG.typical,
      "g",
      lot?.unitMassG
        ? { kind: "measured", text: `stock lot ${lot.variety}` }
        : { kind: "assumption", text: `typical; ${context.source(stock.unitMassG.source)}` },
    ),
  );
  const perStation = seed.unitsPerStation ?? geometry.unitsPerStation ?? 1;
  const sproutingPct = lot?.germinationPct ?? stock.sproutingPct.typical;
  const emergencePct = emergenceFigure(draft);
  const grown = (sproutingPct / 100) * (emergencePct / 100);
  // the spacing that gives the target, unless a spacing was decided
  const target = context.input("seed.targetPlants", "target plants");
  const wanted = over(
    target,
    quantity("sprouting", sproutingPct, "%"),
    context.input("seed.emergence", "field emergence"),
  );
  const perStationOf = quantity("units per station", perStation, "");
  const rows = row === null ? null : context.input("seed.rowSpacing", "row spacing");
  const inRow = inRowOf(draft, rows && over(perStationOf, times(wanted, rows)));
  const units = context.use(
    "seed.units",
    computed(
      "Units planted",
      "/ha",
      rows && inRow !== null
        ? over(perStationOf, times(rows, context.input("seed.inRowSpacing", "in the row")))
        : wanted,
    ),
  );
  const planted = times(context.input("seed.units", "units planted"), context.input("seed.unitMass", "unit mass"));
  const plantedKgPerHa = context.use("seed.planted", computed("Planted", "kg/ha", planted));
  const usablePct = stock.usablePct.typical;
  const need = context.take(
    "seed",
    plantingStock({
      plantsPerHa: units,
      unitMassG,
      usablePct,
      reservePct,
      ...(stock.unitsPerSource > 1 ? { unitsPerSource: stock.unitsPerSource } : {}),
    }),
  );
  const bought = (label: string, id: FigureId) =>
    over(
      times(context.input(id, label), plus(1, quantity("reserve", reservePct, "%"))),
      quantity("usable", usablePct, "%"),
    );
  if (stock.unitsPerSource > 1 && need?.value.sources)
    context.show(
      "seed.sources",
      computed(
        "Bulbs to split",
        "/ha",
        over(bought("units planted", "seed.units"), quantity(`${stock.unit}s from one`, stock.unitsPerSource, "")),
      ),
    );
  const typed = seed.stockKgPerHa;
  const reconciled = context.take(
    "seed",
    reconcilePlanting({
      rowSpacingCm: row ?? undefined,
      inRowSpacingCm: inRow ?? undefined,
      unitsPerStation: perStation,
      unitMassG,
      unitDiameterCm: seed.unitDiameterCm,
      massKgPerHa: typed === undefined ? undefined : plantedFromBought(typed, usablePct, reservePct),
    }),
  );
  return {
    by: "unit",
    plantedKgPerHa,
    sownKgPerHa: null,
    unitsPerM2: units / 10_000,
    plantsFromHandbook: (stock.handbookRateKgPerHa.typical / unitMassG / 10) * grown,
    ...order(draft, {
      perHa:
        typed === undefined
          ? toBuy(bought("planted", "seed.planted"))
          : given("Seed to buy", typed, "kg/ha", { kind: "decided", text: "entered" }),
      lot,
    }),
    inRowSpacingCm: inRow,
    drillCheck: null,
    reconciliation: reconciled && agreement(reconciled.value),
    nurseryM2PerHa: null,
  };
}

/**
 * Mass in the ground that a bought mass stands for [kg/ha]: what is sorted out and what is kept in reserve is not planted.
 *
 * Example: 3,500 kg, 97 % usable, 3 % in reserve: 3,500 x 0.97 / 1.03 = 3,296 kg.
 */
export function plantedFromBought(boughtKgPerHa: number, usablePct: number, reservePct: number): number {
  return (boughtKgPerHa * (usablePct / 100)) / (1 + reservePct / 100);
}
