import { nurserySeed } from "../../../establish/planting-stock";
import { reconcilePlanting } from "../../../establish/reconcile-planting";
import { over, plus, times, wholeOnes } from "../../../figure/expression";
import { type Basis, computed, quantity, resultOf } from "../../../figure/figure";
import type { Draft } from "../../sheet";
import type { StockPlan } from "../part";
import { agreement, inRowOf, lotFigures, order, type StandWanted, toBuy, type Way } from "./way";

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
  const perHill = quantity("seedlings per hill", perStation, "");
  const target = context.input("seed.targetPlants", "seedlings");
  const rows = row === null ? null : context.input("seed.rowSpacing", "row spacing");
  const inRow = inRowOf(draft, rows && over(perHill, times(target, rows)));
  const seedlings = computed(
    "Seedlings",
    "/ha",
    rows && inRow !== null
      ? over(perHill, times(rows, context.input("seed.inRowSpacing", "in the row")))
      : times(target),
  );
  const plantsPerHa = seedlings.value;
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
      "kg/ha",
      over(
        times(
          over(
            resultOf("seedlings", seedlings),
            quantity("field survival", nursery.fieldSurvivalPct.typical, "%"),
            quantity("nursery survival", nursery.survivalPct.typical, "%"),
            context.input("seed.germination", "germination"),
          ),
          context.input("seed.tgw", "thousand-grain weight"),
        ),
        1000,
      ),
    ),
  );
  const trays =
    seed.raisedIn === "trays" && nursery.trays
      ? inTrays(draft, nursery.trays, need?.value.seeds ?? 0, reservePct)
      : null;
  const nurserySeedOf = context.input("seed.rate", "nursery seed");
  const bed = trays
    ? null
    : computed(
        "Nursery",
        "m² per ha",
        over(
          nurserySeedOf,
          quantity("seed on the bed", nursery.seedGPerM2, "g/m²", {
            basis: { kind: "source", text: context.source(nursery.source) },
          }),
        ),
      );
  if (bed) context.show("seed.nurseryArea", bed);
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
      perHa: toBuy(times(nurserySeedOf, plus(1, quantity("reserve", reservePct, "%")))),
      lot,
    }),
    inRowSpacingCm: inRow,
    drillCheck: null,
    reconciliation: reconciled && agreement(reconciled.value),
    nurseryM2PerHa: bed?.value ?? null,
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
  const cellsOf = quantity("cells of a tray", cells, "", { basis });
  const trays = computed(
    "Trays for the field",
    "",
    wholeOnes(
      over(
        times(
          quantity("seeds, one to a cell", seedsPerHa, "/ha"),
          quantity("area", areaHa, "ha"),
          plus(1, quantity("reserve", reservePct, "%")),
        ),
        cellsOf,
      ),
    ),
  );
  const substrate = computed(
    "Substrate for the trays",
    "L",
    times(
      resultOf("trays", trays),
      cellsOf,
      quantity("fills one", usual.cellMl, "mL", { basis: { kind: "source", text: context.source(usual.source) } }),
    ),
  );
  context.show("seed.trays", trays);
  context.show("seed.substrate", substrate);
  return { count: trays.value, cells, substrateL: substrate.value };
}
