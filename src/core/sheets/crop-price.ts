import { goodsOf } from "../guides/fitting";
import { listedPrice } from "../plan/listed-price";
import type { PlanParts } from "./plan";
import type { Draft } from "./sheet";

/**
 * What a tonne of the crop fetches [minor units]: what was entered, else the practice's price; undefined where it has none. A price of grain
 * with its straw has the straw in it: where straw is sold by itself, grain fetches grain's.
 */
export function cropPrice(draft: Draft, straw: PlanParts["harvest"]["straw"] | null = null): number | undefined {
  const { crop } = draft.context;
  const { guide, product } = crop;
  const sold = straw && straw.worthPerHa > 0 ? guide.products.find((p) => p.id === goodsOf(product)) : product;
  return draft.decisions.money?.pricePerT ?? listedPrice(draft.facts.prices, { ...crop, product: sold });
}

/** Whether simulated seasons and prices can say what nitrogen brings here: they need a climate, and something that the crop fetches. */
export const nitrogenPays = (draft: Draft): boolean => draft.facts.climate !== null && (cropPrice(draft) ?? 0) > 0;
