/** A field's own yields of a crop, as far as they say something of a kind and what is harvested of it. */

import { goodsOf, waysOfKind } from "../guides/fitting";
import { type ResolvedGuide, resolveGuide } from "../guides/resolve-guide";
import type { Guide } from "../guides/schema";
import type { OwnYield } from "../rehearsal/fit";
import type { PlanFacts } from "./facts";

/** What another kind of the crop, or another use, yielded counts so much; assumption: the field is the same, the crop is not. */
const KIN_WEIGHT = 0.5;

/**
 * The own yields of a crop: those of its kind and use as they are; those of another kind or use by their share of that one's typical yield, at
 * half the weight. A record that does not say which counts as the kind and use whose typical yield is nearest to it (assumption): 24 t/ha of
 * potatoes were early ones.
 *
 * Example: 6.8 t/ha of winter barley, where 6.8 is typical, is 3.4 t/ha of an organic one of typical 3.4, and counts half.
 */
export function ownYields(
  history: PlanFacts["history"],
  crop: Pick<ResolvedGuide, "base" | "kind" | "product">,
): OwnYield[] {
  const { base, kind, product } = crop;
  return history.flatMap(({ crop: grown, yieldTPerHa, kindId, productId }): OwnYield[] => {
    if (grown !== base.id || yieldTPerHa === null) return [];
    const kin = grownAs(base, yieldTPerHa, kindId ?? null, productId ?? null);
    if (!kin) return [{ tPerHa: yieldTPerHa, weight: KIN_WEIGHT }];
    if (kin.kind.id === kind.id && goodsOf(kin.product) === goodsOf(product))
      return [{ tPerHa: yieldTPerHa, weight: 1 }];
    const share = yieldTPerHa / kin.product.targetTPerHa.typical;
    return [{ tPerHa: share * product.targetTPerHa.typical, weight: KIN_WEIGHT }];
  });
}

/** The kind and use that a yield is of: as recorded, else of those that can be meant the one that usually yields most nearly so much. */
function grownAs(base: Guide, tPerHa: number, kindId: string | null, productId: string | null): ResolvedGuide | null {
  let nearest: { of: ResolvedGuide; off: number } | null = null;
  for (const kind of base.kinds)
    for (const product of waysOfKind(base, kind.id).products) {
      if ((kindId !== null && kind.id !== kindId) || (productId !== null && product.id !== productId)) continue;
      const of = resolveGuide(base, { kind: kind.id, product: product.id });
      if (!of.ok) continue;
      const off = Math.abs(Math.log(Math.max(tPerHa, 0.001) / of.value.product.targetTPerHa.typical));
      if (nearest === null || off < nearest.off - 1e-9) nearest = { of: of.value, off };
    }
  return nearest?.of ?? null;
}
