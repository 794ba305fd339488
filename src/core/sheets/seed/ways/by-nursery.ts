import { nurserySeed } from "../../../establish/planting-stock";
import { reconcilePlanting } from "../../../establish/reconcile-planting";
import { type Basis, computed, given } from "../../../figure";
import type { Draft } from "../../sheet";
import type { StockPlan } from "../part";
import { agreement, lotFigures, order, type StandWanted, type Way } from "./way";

/** Seedlings raised in a nursery and set by the hill: what is sown lies in the nursery. */
export const byNursery: Way = {
  fits: (method) => method.nursery !== undefined,
  usualReservePct: 5,
  usedAt: "nursery",
  stock: nurseryStock,
};

function nurseryStock(draft: Draft, { lot, targetPlantsPerM2, rowSpacingCm: row, reservePct }: StandWanted): StockPlan {
  const { context, decisions } = draft;
  const seed = decisions.seed ?? {};
  const { nursery, geometry } = context.crop.method;
  if (!nursery) throw new Error("raising seedlings needs a nursery");
  const figures = lotFigures(draft, lot);
  const perStation = seed.unitsPerStation ?? geometry.unitsPerStation ?? 1;
  const spacing = seed.inRowSpacingCm ?? (row === null ? null : (perStation * 10_000) / (targetPlantsPerM2 * row));
  const inRow =
    spacing === null
      ? null
      : context.use(
          "seed.inRowSpacing",
          seed.inRowSpacingCm !== undefined
            ? given("In the row", spacing, "cm", { kind: "decided", text: "entered" })
            : computed("In the row", spacing, "cm", "seedlings per hill / (seedlings per m² x row spacing)", [
                { label: "seedlings per hill", value: perStation },
                { label: "seedlings", value: targetPlantsPerM2, unit: "/m²" },
                { label: "row spacing", value: row ?? 0, unit: "cm" },
              ]),
        );
  const plantsPerHa = row !== null && inRow !== null ? (1e8 / (row * inRow)) * perStation : targetPlantsPerM2 * 10_000;
  const need = context.take(
    "seed",
    nurserySeed({
      plantsPerHa,
      fieldSurvivalPct: nursery.fieldSurvivalPct.typical,
      nurserySurvivalPct: nursery.survivalPct.typical,
      germinationPct: figures.germinationPct,
      thousandGrainWeightG: figures.thousandGrainWeightG,
    }),
  );
  const kgPerHa = context.use(
    "seed.rate",
    computed(
      "Nursery seed",
      (need?.value.seedG ?? 0) / 1000,
      "kg/ha",
      "seedlings / field survival / nursery survival / germination x thousand-grain weight",
      [
        { label: "seedlings", value: plantsPerHa, unit: "/ha" },
        { label: "field survival", value: nursery.fieldSurvivalPct.typical, unit: "%" },
        { label: "nursery survival", value: nursery.survivalPct.typical, unit: "%" },
        { label: "germination", value: figures.germinationPct, unit: "%" },
        { label: "thousand-grain weight", value: figures.thousandGrainWeightG, unit: "g" },
      ],
    ),
  );
  const trays =
    seed.raisedIn === "trays" && nursery.trays
      ? inTrays(draft, nursery.trays, need?.value.seeds ?? 0, reservePct)
      : null;
  const nurseryM2 = trays ? null : (kgPerHa * 1000) / nursery.seedGPerM2;
  if (nurseryM2 !== null)
    context.show(
      "seed.nurseryArea",
      computed("Nursery", nurseryM2, "m² per ha", "nursery seed / seed per m² of bed", [
        { label: "nursery seed", value: kgPerHa, unit: "kg/ha" },
        {
          label: "seed on the bed",
          value: nursery.seedGPerM2,
          unit: "g/m²",
          basis: { kind: "source", text: context.source(nursery.source) },
        },
      ]),
    );
  const reconciled = context.take(
    "seed",
    reconcilePlanting({
      rowSpacingCm: row ?? undefined,
      inRowSpacingCm: inRow ?? undefined,
      unitsPerStation: perStation,
      unitsPerHa: targetPlantsPerM2 * 10_000,
    }),
  );
  return {
    by: "seed",
    plantedKgPerHa: null,
    sownKgPerHa: kgPerHa,
    unitsPerM2: plantsPerHa / 10_000,
    plantsFromHandbook: null,
    ...order(draft, {
      perHa: kgPerHa * (1 + reservePct / 100),
      formula: "nursery seed x (1 + reserve)",
      inputs: [
        { label: "nursery seed", value: kgPerHa, unit: "kg/ha" },
        { label: "reserve", value: reservePct, unit: "%" },
      ],
      lot,
    }),
    inRowSpacingCm: inRow,
    drillCheck: null,
    reconciliation: reconciled && agreement(reconciled.value),
    nurseryM2PerHa: nurseryM2,
    trays,
  };
}

/** Trays for the field, a seed to the cell, the reserve with them; whole ones. */
function inTrays(
  { context, decisions, facts }: Draft,
  usual: NonNullable<NonNullable<Draft["context"]["crop"]["method"]["nursery"]>["trays"]>,
  seedsPerHa: number,
  reservePct: number,
): NonNullable<StockPlan["trays"]> {
  const cells = decisions.seed?.cellsPerTray ?? usual.cells;
  const { areaHa } = facts.field;
  const basis: Basis =
    decisions.seed?.cellsPerTray === undefined
      ? { kind: "source", text: context.source(usual.source) }
      : { kind: "decided", text: "your trays" };
  const needed = seedsPerHa * areaHa * (1 + reservePct / 100);
  const count = Math.ceil(needed / cells - SLACK);
  context.show(
    "seed.trays",
    computed("Trays for the field", count, "", "seeds x area x (1 + reserve) / cells of a tray, whole ones", [
      { label: "seeds, one to a cell", value: seedsPerHa, unit: "/ha" },
      { label: "area", value: areaHa, unit: "ha" },
      { label: "reserve", value: reservePct, unit: "%" },
      { label: "cells of a tray", value: cells, basis },
    ]),
  );
  const substrateL = (count * cells * usual.cellMl) / 1000;
  context.show(
    "seed.substrate",
    computed("Substrate for the trays", substrateL, "L", "trays x cells x what fills one", [
      { label: "trays", value: count },
      { label: "cells of a tray", value: cells, basis },
      {
        label: "fills one",
        value: usual.cellMl,
        unit: "mL",
        basis: { kind: "source", text: context.source(usual.source) },
      },
    ]),
  );
  return { count, cells, substrateL };
}

/** What rounding adds fills no tray. */
const SLACK = 1e-9;
