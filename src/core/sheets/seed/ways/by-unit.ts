import { plantingStock } from "../../../establish/planting-stock";
import { reconcilePlanting } from "../../../establish/reconcile-planting";
import { computed, given } from "../../../figure";
import type { Draft } from "../../sheet";
import type { StockPlan } from "../part";
import { agreement, emergenceFigure, order, type StandWanted, type Way } from "./way";

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

function unitStock(draft: Draft, { lot, targetPlantsPerM2, rowSpacingCm: row, reservePct }: StandWanted): StockPlan {
  const { context, decisions } = draft;
  const seed = decisions.seed ?? {};
  const { stock, geometry } = context.crop.method;
  if (stock.by !== "unit") throw new Error("planting by unit needs stock that is planted unit by unit");
  const unitMassG = context.use(
    "seed.unitMass",
    given(
      `Mass of a ${stock.unit}`,
      seed.unitMassG ?? lot?.unitMassG ?? stock.unitMassG.typical,
      "g",
      seed.unitMassG !== undefined
        ? { kind: "decided", text: "entered" }
        : lot?.unitMassG
          ? { kind: "measured", text: `stock lot ${lot.variety}` }
          : { kind: "assumption", text: `typical; ${context.source(stock.unitMassG.source)}` },
    ),
  );
  const perStation = seed.unitsPerStation ?? geometry.unitsPerStation ?? 1;
  const sproutingPct = lot?.germinationPct ?? stock.sproutingPct.typical;
  const emergencePct = emergenceFigure(draft);
  const grown = (sproutingPct / 100) * (emergencePct / 100);
  // the spacing that gives the target, unless a spacing was decided
  const wanted = (targetPlantsPerM2 * 10_000) / grown;
  const spacing = seed.inRowSpacingCm ?? (row === null ? null : (perStation * 1e8) / (wanted * row));
  const inRow =
    spacing === null
      ? null
      : context.use(
          "seed.inRowSpacing",
          seed.inRowSpacingCm !== undefined
            ? given("In the row", spacing, "cm", { kind: "decided", text: "entered" })
            : computed("In the row", spacing, "cm", "units per station / (units per m² x row spacing)", [
                { label: "target plants", value: targetPlantsPerM2, unit: "/m²" },
                { label: "sprouting", value: sproutingPct, unit: "%" },
                { label: "field emergence", value: emergencePct, unit: "%" },
                { label: "row spacing", value: row ?? 0, unit: "cm" },
              ]),
        );
  const bySpacing = row !== null && inRow !== null ? (1e8 / (row * inRow)) * perStation : wanted;
  const units = context.use(
    "seed.units",
    computed("Units planted", bySpacing, "/ha", "10,000 / (row x in-row) x units per station", [
      { label: "row", value: row ?? 0, unit: "cm" },
      { label: "in the row", value: inRow ?? 0, unit: "cm" },
      { label: "units per station", value: perStation },
    ]),
  );
  const plantedKgPerHa = context.use(
    "seed.planted",
    computed("Planted", (units * unitMassG) / 1000, "kg/ha", "units x unit mass", [
      { label: "units planted", value: units, unit: "/ha" },
      { label: "unit mass", value: unitMassG, unit: "g" },
    ]),
  );
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
  if (stock.unitsPerSource > 1 && need?.value.sources)
    context.show(
      "seed.sources",
      computed(
        "Bulbs to split",
        need.value.sources,
        "/ha",
        "units planted x (1 + reserve) / usable share / units from one",
        [
          { label: "units planted", value: units, unit: "/ha" },
          { label: "reserve", value: reservePct, unit: "%" },
          { label: "usable", value: usablePct, unit: "%" },
          { label: `${stock.unit}s from one`, value: stock.unitsPerSource },
        ],
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
      perHa: typed ?? need?.value.massKg ?? 0,
      formula: typed === undefined ? "planted x (1 + reserve) / usable share" : "entered",
      inputs: [
        { label: "planted", value: plantedKgPerHa, unit: "kg/ha" },
        { label: "reserve", value: reservePct, unit: "%" },
        { label: "usable", value: usablePct, unit: "%" },
      ],
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
