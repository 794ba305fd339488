/** A field's own yields of a crop, as far as they say something of a kind and what is harvested of it. */

import { fitting, goodsOf } from "../guides/fitting";
import { type ResolvedGuide, resolveGuide } from "../guides/resolve-guide";
import type { OwnYield } from "../rehearsal/fit";
import type { PlanFacts } from "./facts";

/** What another kind of the crop, or another use, yielded counts so much; assumption: the field is the same, the crop is not. */
const KIN_WEIGHT = 0.5;

/**
 * The own yields of a crop: those of its kind and use as they are; those of another kind or use by their share of that one's typical yield, at
 * half the weight. A record that does not say which counts as the crop's usual kind and use.
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
    const of = resolveGuide(base, fitting(base, { kind: kindId ?? undefined, product: productId ?? undefined }));
    if (!of.ok) return [{ tPerHa: yieldTPerHa, weight: KIN_WEIGHT }];
    const kin = of.value;
    if (kin.kind.id === kind.id && goodsOf(kin.product) === goodsOf(product))
      return [{ tPerHa: yieldTPerHa, weight: 1 }];
    const share = yieldTPerHa / kin.product.targetTPerHa.typical;
    return [{ tPerHa: share * product.targetTPerHa.typical, weight: KIN_WEIGHT }];
  });
}
