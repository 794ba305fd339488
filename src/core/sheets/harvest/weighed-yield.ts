import { minus, over } from "../../figure/expression";
import { computed, quantity } from "../../figure/figure";
import { fieldYield } from "../../keep/store-ledger";
import type { Draft } from "../sheet";

/** What the loads of this field and season come to. */
export function harvestedYield({ context, facts }: Draft): number | null {
  const { guide, product } = context.crop;
  const harvested = facts.harvested?.find((h) => h.crop === guide.id);
  if (!harvested || harvested.massT <= 0) return null;
  // what is sold by its fresh weight is brought to no moisture
  const dried = guide.harvest.moisturePct !== undefined;
  const { tPerHa, asWeighed } = fieldYield(
    dried ? harvested : { ...harvested, dryT: null },
    facts.field.areaHa,
    product.moisturePct,
  );
  const area = quantity("area", facts.field.areaHa, "ha");
  context.show(
    "harvest.yield",
    harvested.dryT !== null && dried
      ? computed(
          "Yield, by its loads",
          "t/ha",
          over(
            quantity("dry matter of the loads", harvested.dryT, "t"),
            minus(1, quantity("standard moisture", product.moisturePct, "%")),
            area,
          ),
        )
      : computed(
          "Yield, by its loads",
          "t/ha",
          over(quantity("mass of the loads", harvested.massT, "t"), area),
          asWeighed && dried ? "As weighed: not every load has a moisture." : "Fresh, as weighed.",
        ),
  );
  return tPerHa;
}
