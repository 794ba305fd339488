import { shareLots } from "../../establish/share-lots";
import { wholeBags } from "../../feed/dose-fertilisers";
import { plus, times } from "../../figure/expression";
import { computed, quantity } from "../../figure/figure";
import type { PlanLot } from "../../plan/facts";
import type { Draft } from "../sheet";
import type { LotOnField, StockPlan } from "./part";
import { lotsOfKind } from "./pick-lot";

interface LotsOnField {
  lots: LotOnField[];
  /** where no lot reaches */
  shortHa: number;
}

/**
 * Several lots on a field, or one of which there is only so much: each at the rate that its own weight and germination ask for.
 * The first lot is the plan's; the others follow, those of which there is only so much before one that fills up. Null where
 * there is one lot and enough of it.
 */
export function lotsOnField(draft: Draft, first: PlanLot | null, stock: StockPlan): LotsOnField | null {
  const { context, decisions, facts } = draft;
  const { haveKg, moreLots = {} } = decisions.seed ?? {};
  if (!first || stock.mixture || (haveKg === undefined && Object.keys(moreLots).length === 0)) return null;
  const others = lotsOfKind(draft)
    .filter((l) => l.id !== first.id && moreLots[l.id])
    .sort(
      (a, b) =>
        Number(moreLots[a.id]?.haveKg === undefined) - Number(moreLots[b.id]?.haveKg === undefined) ||
        a.variety.localeCompare(b.variety) ||
        a.id.localeCompare(b.id),
    );
  const inHand = (lot: PlanLot) => (lot === first ? haveKg : moreLots[lot.id]?.haveKg) ?? null;
  const against = (lot: PlanLot) => (lot === first ? 1 : rateAgainst(draft, lot, first));
  const all = [first, ...others];
  const shared = context.take(
    "seed",
    shareLots({
      areaHa: facts.field.areaHa,
      lots: all.map((lot) => ({ id: lot.id, kgPerHa: stock.boughtKgPerHa * against(lot), inHandKg: inHand(lot) })),
    }),
  );
  if (!shared) return null;
  const lots = all.map((lot, i): LotOnField => {
    const part = shared.value.parts[i] as (typeof shared.value.parts)[number];
    return {
      id: lot.id,
      variety: lot.variety,
      sownKgPerHa: (stock.sownKgPerHa ?? stock.plantedKgPerHa ?? 0) * against(lot),
      kgPerHa: stock.boughtKgPerHa * against(lot),
      areaHa: part.areaHa,
      orderKg: part.kg,
      bags: lot.bagKg ? wholeBags(part.kg, lot.bagKg) : null,
      bagKg: lot.bagKg,
      pricePerT: lot.pricePerT,
      inHandKg: inHand(lot),
    };
  });
  context.show(
    "seed.order",
    computed(
      "Seed to order",
      "kg",
      plus(
        ...lots.map((l) =>
          times(
            quantity(`${l.variety}, for a hectare`, l.kgPerHa, "kg/ha"),
            quantity(`${l.variety}, area`, l.areaHa, "ha"),
          ),
        ),
      ),
      "Each lot as far as it goes.",
    ),
  );
  return { lots, shortHa: shared.value.shortHa };
}

/** By how much heavier or lighter a lot is sown than the plan's: by thousand-grain weight and germination, or as a handbook says. */
function rateAgainst({ context, decisions }: Draft, lot: PlanLot, first: PlanLot): number {
  const { stock } = context.crop.method;
  if (stock.by !== "seed") return (lot.unitMassG ?? first.unitMassG ?? 1) / (first.unitMassG ?? lot.unitMassG ?? 1);
  if (decisions.seed?.school === "handbook") return 1;
  const weight = (l: PlanLot, own?: number) => own ?? l.thousandGrainWeightG ?? stock.thousandGrainWeightG.typical;
  const { thousandGrainWeightG, germinationPct } = decisions.seed ?? {};
  const grows = (l: PlanLot, own?: number) => own ?? l.germinationPct ?? stock.germinationPct.typical;
  return (weight(lot) / weight(first, thousandGrainWeightG)) * (grows(first, germinationPct) / grows(lot));
}
