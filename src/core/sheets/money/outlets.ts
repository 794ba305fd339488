/** What else the field could be grown or sold for: the plan drafted with each, for the page that compares them. */

import { goodsOf, waysOfKind } from "../../guides/fitting";
import type { Guide } from "../../guides/schema";
import type { PlanFacts } from "../../plan/facts";
import type { CropOffer, OfferLimit } from "../../records/produce/crop-offer";
import { checkPlan } from "../check-plan";
import { applyChanges, type Change, change, type Decisions } from "../decisions";
import { draftPlan } from "../draft-plan";
import { takeAnother } from "../faces";
import type { Plan } from "../plan";
import { besidesPerHa } from "./besides";

interface OutletLine {
  id: string;
  name: string;
  /** grown for other goods, sold to a buyer, or kept for one's own stock */
  kind: "goods" | "offer" | "home";
  chosen: boolean;
  targetTPerHa: number;
  /** minor money units; null where nobody has a price */
  pricePerT: number | null;
  costPerHa: number;
  marginPerHa: number | null;
  /** at the expected yield */
  marginExpectedPerHa: number | null;
  /** price at which it earns as much at the target as what is chosen [minor units a tonne]; null where that earns nothing known */
  equalPricePerT: number | null;
  /** what speaks against it: findings that stop such a plan */
  stops: number;
  /** of an offer: area that its amount takes up at the target [ha], null without one; what it asks */
  coversHa: number | null;
  limits: OfferLimit[];
  /** how the plan takes it; none for what it is already */
  changes: Change[];
}

/**
 * A line for each product of the kind, for other kinds of the crop that are grown for other goods, for each offer of the season, and for
 * one's own stock where somebody said what a tonne is worth there. What was chosen goes first, then by margin.
 *
 * Equal price = (margin of what is chosen + cost of this) / its target; an offer changes the price alone.
 */
export function outletsOf(
  facts: PlanFacts,
  decisions: Decisions,
  season: number,
  guide: Guide,
  offers: CropOffer[],
): OutletLine[] {
  const now = draftPlan(facts, decisions, season, guide);
  if (!now.ok) return [];
  const plan = now.value;
  const { kind, product } = plan.crop;
  const { products } = waysOfKind(guide, kind.id);
  const taking = [
    ...products.filter((p) => p.id !== product.id).map((p) => ({ name: p.name, what: "product" as const, id: p.id })),
    ...guide.kinds.flatMap((k) => {
      const [goods] = waysOfKind(guide, k.id).products;
      // another kind counts where it is grown for something that this one is not
      return k.id !== kind.id && goods && !products.some((p) => goodsOf(p) === goodsOf(goods))
        ? [{ name: `${k.name}: ${goods.name.toLowerCase()}`, what: "kind" as const, id: k.id }]
        : [];
    }),
  ];
  const chosen = goodsLine(plan, `${product.id}`, product.name, true, [], 0, null);
  const margin = chosen.marginPerHa;
  const others = taking.flatMap(({ name, what, id }): OutletLine[] => {
    // a price that was typed was one for other goods
    const changes = [...takeAnother(guide, decisions.crop, what, id), change("money/pricePerT", undefined)];
    const own = applyChanges(decisions, changes);
    const other = draftPlan(facts, own, season, guide);
    if (!other.ok) return [];
    const stops = checkPlan(other.value, facts, own).filter((f) => f.severity === "stop").length;
    return [goodsLine(other.value, `${what}.${id}`, name, false, changes, stops, margin)];
  });
  const sold = offers
    .filter(
      (o) => o.guideId === guide.id && o.season === season && o.basis !== "sold" && o.productId === goodsOf(product),
    )
    .map((o): OutletLine => {
      const line = priced(plan, `offer.${o.id}`, o.buyer, "offer", o.pricePerT, margin);
      return { ...line, coversHa: o.amountT === null ? null : o.amountT / plan.targetTPerHa, limits: o.limits };
    });
  const home = decisions.money?.homeWorthPerT;
  const kept = home === undefined ? [] : [priced(plan, "home", "Kept for your own stock", "home", home, margin)];
  return [
    chosen,
    ...[...others, ...sold, ...kept].sort((a, b) => (b.marginPerHa ?? -Infinity) - (a.marginPerHa ?? -Infinity)),
  ];
}

function goodsLine(
  plan: Plan,
  id: string,
  name: string,
  chosen: boolean,
  changes: Change[],
  stops: number,
  margin: number | null,
): OutletLine {
  const { pricePerT, costPerHa, marginPerHa, marginExpectedPerHa } = plan.money;
  return {
    id,
    name,
    kind: "goods",
    chosen,
    targetTPerHa: plan.targetTPerHa,
    pricePerT,
    costPerHa,
    marginPerHa,
    marginExpectedPerHa,
    equalPricePerT: equalPrice(plan, margin),
    stops,
    coversHa: null,
    limits: [],
    changes,
  };
}

/** The plan as it is, sold at another price. */
function priced(
  plan: Plan,
  id: string,
  name: string,
  kind: "offer" | "home",
  pricePerT: number,
  margin: number | null,
): OutletLine {
  const { costPerHa } = plan.money;
  const besides = besidesPerHa(plan);
  return {
    id,
    name,
    kind,
    chosen: false,
    targetTPerHa: plan.targetTPerHa,
    pricePerT,
    costPerHa,
    marginPerHa: plan.targetTPerHa * pricePerT + besides - costPerHa,
    marginExpectedPerHa: plan.rehearsal.expectedTPerHa * pricePerT + besides - costPerHa,
    equalPricePerT: equalPrice(plan, margin),
    stops: 0,
    coversHa: null,
    limits: [],
    changes: [change("money/pricePerT", pricePerT)],
  };
}

const equalPrice = ({ money, targetTPerHa, harvest }: Plan, margin: number | null): number | null =>
  margin === null || targetTPerHa <= 0
    ? null
    : Math.max(0, (margin + money.costPerHa - besidesPerHa({ harvest, money })) / targetTPerHa);
