import { wholeBags } from "../../../feed/dose-fertilisers";
import { type Basis, computed, given, type Input } from "../../../figure";
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

/** Thousand-grain weight and germination of a lot: decided, from the lot, or typical of the guide. */
export function lotFigures(draft: Draft, lot: PlanLot | null) {
  const { seed } = draft.decisions;
  const { stock } = draft.context.crop.method;
  const typical = stock.by === "seed" ? stock : null;
  return {
    thousandGrainWeightG: lotFigure(
      draft,
      "seed.tgw",
      "Thousand-grain weight",
      "g",
      seed?.thousandGrainWeightG,
      lot?.thousandGrainWeightG,
      typical?.thousandGrainWeightG,
      lot,
    ),
    germinationPct: lotFigure(
      draft,
      "seed.germination",
      "Germination",
      "%",
      seed?.germinationPct,
      lot?.germinationPct,
      typical?.germinationPct,
      lot,
    ),
  };
}

/** Share of the viable seed or units that become plants. */
export function emergenceFigure(draft: Draft): number {
  const { method } = draft.context.crop;
  const decided = draft.decisions.seed?.fieldEmergencePct;
  return lotFigure(draft, "seed.emergence", "Field emergence", "%", decided, null, method.fieldEmergencePct, null);
}

function lotFigure(
  { context }: Draft,
  id: FigureId,
  label: string,
  unit: MeasureId,
  decided: number | undefined,
  fromLot: number | null | undefined,
  usual: Ranged | undefined,
  lot: PlanLot | null,
): number {
  const basis: Basis =
    decided !== undefined
      ? { kind: "decided", text: "entered" }
      : fromLot
        ? { kind: "measured", text: `seed lot ${lot?.variety}` }
        : { kind: "assumption", text: `typical; ${context.source(usual?.source)}` };
  return context.use(id, given(label, decided ?? fromLot ?? usual?.typical ?? 0, unit, basis));
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

/** What is bought for a hectare, and for the field in whole bags. */
export function order(
  draft: Draft,
  {
    perHa,
    formula,
    inputs,
    lot,
  }: {
    perHa: number;
    formula: string;
    inputs: Input[];
    lot: PlanLot | null;
  },
): Pick<StockPlan, "boughtKgPerHa" | "orderKg" | "bags"> {
  const { context, facts } = draft;
  const boughtKgPerHa = context.use("seed.bought", computed("Seed to buy", perHa, "kg/ha", formula, inputs));
  const orderKg = context.use(
    "seed.order",
    computed("Seed to order", boughtKgPerHa * facts.field.areaHa, "kg", "bought for a hectare x area", [
      { label: "bought for a hectare", value: boughtKgPerHa, unit: "kg/ha" },
      { label: "area", value: facts.field.areaHa, unit: "ha" },
    ]),
  );
  return { boughtKgPerHa, orderKg, bags: lot?.bagKg ? wholeBags(orderKg, lot.bagKg) : null };
}

/** What is ordered where the rate is sown as it is and the reserve is bought on top: 180 kg/ha with 5 % make 189 kg/ha. */
export const orderWithReserve = (draft: Draft, kgPerHa: number, reservePct: number, lot: PlanLot | null) =>
  order(draft, {
    perHa: kgPerHa * (1 + reservePct / 100),
    formula: "rate x (1 + reserve)",
    inputs: [
      { label: "rate", value: kgPerHa, unit: "kg/ha" },
      { label: "reserve", value: reservePct, unit: "%" },
    ],
    lot,
  });
