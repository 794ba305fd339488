import { times } from "../../figure/expression";
import { computed, given, quantity } from "../../figure/figure";
import type { Draft } from "../sheet";
import type { HarvestPart } from "./part";

/** What comes off besides the product, with its price where somebody gave one. */
export function byProductsOf({ context, decisions }: Draft): HarvestPart["byProducts"] {
  return Object.entries(context.crop.guide.harvest.byProducts ?? {}).map(([id, { name, tPerHa }]) => {
    const pricePerT = decisions.harvest?.byProductPerT?.[id] ?? 0;
    const worthPerHa = tPerHa.typical * pricePerT;
    const basis = {
      kind: "source" as const,
      text: `${tPerHa.low} to ${tPerHa.high}; ${context.source(tPerHa.source)}`,
    };
    const label = `${name.charAt(0).toUpperCase()}${name.slice(1)}`;
    context.show(`harvest.byProduct.${id}`, given(label, tPerHa.typical, "t/ha of mass", basis));
    if (worthPerHa > 0)
      context.show(
        `harvest.byProduct.${id}.worth`,
        computed(
          `${label}, sold`,
          "money/ha",
          times(
            quantity(name, tPerHa.typical, "t/ha of mass", { basis }),
            quantity("its price", pricePerT / 100, "money/t", { basis: { kind: "decided", text: "entered" } }),
          ),
        ),
      );
    return { id, name, tPerHa: tPerHa.typical, worthPerHa };
  });
}

/** What is sold of a hectare besides the product, each with its worth; at the target, whatever the product yields. */
export const soldBesides = (
  straw: HarvestPart["straw"],
  byProducts: HarvestPart["byProducts"],
): HarvestPart["besides"] =>
  [...(straw ? [{ name: "straw", worthPerHa: straw.worthPerHa }] : []), ...byProducts].flatMap(
    ({ name, worthPerHa }) => (worthPerHa > 0 ? [{ name, worthPerHa }] : []),
  );
