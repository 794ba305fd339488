import { wholeBags } from "../../../feed/dose-fertilisers";
import { type Expression, plus, times } from "../../../figure/expression";
import { type Basis, computed, type Figure, given, quantity } from "../../../figure/figure";
import type { OperationRole } from "../../../guides/roles";
import type { PlantingMethod, Ranged } from "../../../guides/schema";
import type { PlanLot } from "../../../plan/facts";
import type { FigureId } from "../../../plan/figure-ids";
import type { MeasureId } from "../../../units/measure-ids";
import type { Draft } from "../../sheet";
import type { StockPlan } from "../part";

/** What a way of establishing a stand starts from. */
export interface StandWanted {
  lot: PlanLot | null;
  targetPlantsPerM2: number;
  rowSpacingCm: number | null;
  reservePct: number;
}

/** A way of establishing a stand: seeded by mass, planted by unit, raised in a nursery; all with the same face. */
export interface Way {
  fits: (method: PlantingMethod) => boolean;
  /** reserve where none is decided, per cent; assumption */
  usualReservePct: number;
  /** the role of the operation that uses the stock; null where nothing is planted */
  usedAt: OperationRole | null;
  stock: (draft: Draft, wanted: StandWanted) => StockPlan;
}

/** Thousand-grain weight and germination of a lot, or typical of the guide. */
export function lotFigures(draft: Draft, lot: PlanLot | null) {
  const { stock } = draft.context.crop.method;
  const typical = stock.by === "seed" ? stock : null;
  const { thousandGrainWeightG, germinationPct } = lot ?? {};
  return {
    thousandGrainWeightG: lotFigure(
      draft,
      "seed.tgw",
      "Thousand-grain weight",
      "g",
      typical?.thousandGrainWeightG,
      lot,
      thousandGrainWeightG,
    ),
    germinationPct: lotFigure(
      draft,
      "seed.germination",
      "Germination",
      "%",
      typical?.germinationPct,
      lot,
      germinationPct,
    ),
  };
}

/** On what the figures of a lot rest, for the formulas that they go into. */
export const knownOfSeed = ({ context }: Draft) => ({
  targetPlantsPerM2: context.known("seed.targetPlants"),
  thousandGrainWeightG: context.known("seed.tgw"),
  germinationPct: context.known("seed.germination"),
  fieldEmergencePct: context.known("seed.emergence"),
  rowSpacingCm: context.known("seed.rowSpacing"),
});

/** Share of the viable seed or units that become plants. */
export const emergenceFigure = (draft: Draft): number =>
  lotFigure(draft, "seed.emergence", "Field emergence", "%", draft.context.crop.method.fieldEmergencePct, null, null);

function lotFigure(
  { context }: Draft,
  id: FigureId,
  label: string,
  unit: MeasureId,
  usual: Ranged | undefined,
  lot: PlanLot | null,
  ofLot: number | null | undefined,
): number {
  const basis: Basis = ofLot
    ? { kind: "measured", text: `seed lot ${lot?.variety}` }
    : { kind: "assumption", text: `typical; ${context.source(usual?.source)}` };
  return context.use(id, given(label, ofLot ?? usual?.typical ?? 0, unit, basis));
}

/** Whether spacing, count and mass agree, and what to say where they do not. */
export const agreement = (found: {
  consistent: boolean;
  disagreements: { figures: string[]; message: string }[];
}): NonNullable<StockPlan["reconciliation"]> => ({
  consistent: found.consistent,
  messages: found.disagreements.map((d) => d.message),
  figures: found.disagreements.flatMap((d) => d.figures),
});

/** Distance in the row [cm], by what the expression gives; what was typed where there are no rows to compute it from. */
export function inRowOf({ context, decisions }: Draft, bySpacing: Expression | null): number | null {
  if (bySpacing) return context.use("seed.inRowSpacing", computed("In the row", "cm", bySpacing));
  const typed = decisions.seed?.inRowSpacingCm ?? null;
  return typed === null
    ? null
    : context.use("seed.inRowSpacing", given("In the row", typed, "cm", { kind: "computed" }));
}

/** What is bought for a hectare, and for the field in whole bags. */
export function order(
  draft: Draft,
  {
    perHa,
    lot,
  }: {
    perHa: Figure;
    lot: PlanLot | null;
  },
): Pick<StockPlan, "boughtKgPerHa" | "orderKg" | "bags"> {
  const { context, facts } = draft;
  const boughtKgPerHa = context.use("seed.bought", perHa);
  const orderKg = context.use(
    "seed.order",
    computed(
      "Seed to order",
      "kg",
      times(context.input("seed.bought", "bought for a hectare"), quantity("area", facts.field.areaHa, "ha")),
    ),
  );
  return { boughtKgPerHa, orderKg, bags: lot?.bagKg ? wholeBags(orderKg, lot.bagKg) : null };
}

/** What is ordered where the rate is sown as it is and the reserve is bought on top: 180 kg/ha with 5 % make 189 kg/ha. */
export const orderWithReserve = (draft: Draft, reservePct: number, lot: PlanLot | null) =>
  order(draft, {
    perHa: toBuy(times(draft.context.input("seed.rate", "rate"), plus(1, quantity("reserve", reservePct, "%")))),
    lot,
  });

/** What is bought for a hectare. */
export const toBuy = (expression: Expression): Figure => computed("Seed to buy", "kg/ha", expression);
