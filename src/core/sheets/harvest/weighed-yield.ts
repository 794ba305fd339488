import { computed, type Input } from "../../figure";
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
  const area: Input = { label: "area", value: facts.field.areaHa, unit: "ha" };
  context.show(
    "harvest.yield",
    harvested.dryT !== null && dried
      ? computed("Yield, by its loads", tPerHa, "t/ha", "dry matter of the loads / (100 - standard moisture) / area", [
          { label: "dry matter of the loads", value: harvested.dryT, unit: "t" },
          { label: "standard moisture", value: product.moisturePct, unit: "%" },
          area,
        ])
      : computed(
          "Yield, by its loads",
          tPerHa,
          "t/ha",
          "mass of the loads / area",
          [{ label: "mass of the loads", value: harvested.massT, unit: "t" }, area],
          asWeighed && dried ? "As weighed: not every load has a moisture." : "Fresh, as weighed.",
        ),
  );
  return tPerHa;
}
