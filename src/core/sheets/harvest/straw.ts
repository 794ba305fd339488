import { minus, over, times } from "../../figure/expression";
import { computed, quantity, resultOf } from "../../figure/figure";
import type { Draft } from "../sheet";
import type { HarvestPart } from "./part";
import { USUAL_BALE_KG } from "./usual-figures";

/** Moisture of straw that is baled dry [%]; assumption. */
const STRAW_MOISTURE_PCT = 15;

/** What of the straw leaves the field with the product that was chosen. */
export function strawTaken({ context, decisions }: Draft): HarvestPart["straw"] {
  const { guide, product } = context.crop;
  const { residueTakenPct } = product;
  if (!residueTakenPct) return null;
  const index = guide.growth.harvestIndex;
  const harvestIndex = quantity("harvest index", index.typical, "", {
    basis: { kind: "source", text: context.source(index.source) },
  });
  const straw = computed(
    "Straw, baled",
    "t/ha of mass",
    over(
      times(
        context.input("target", "target"),
        minus(1, quantity("moisture of the target", product.moisturePct, "%")),
        over(minus(1, harvestIndex), harvestIndex),
        quantity("share taken", residueTakenPct.typical, "%", {
          basis: { kind: "source", text: context.source(residueTakenPct.source) },
        }),
      ),
      minus(
        1,
        quantity("moisture of the straw", STRAW_MOISTURE_PCT, "%", {
          basis: { kind: "assumption", text: "baled dry" },
        }),
      ),
    ),
    "What is left are stubble, chaff and what the baler drops.",
  );
  context.show("harvest.straw", straw);
  const tPerHa = straw.value;
  const { baleKg = USUAL_BALE_KG, strawPerT = 0 } = decisions.harvest ?? {};
  const worth = computed(
    "Straw, sold",
    "money/ha",
    times(resultOf("straw", straw), quantity("its price", strawPerT / 100, "money/t")),
  );
  if (worth.value > 0) context.show("harvest.strawWorth", worth);
  const worthPerHa = worth.value * 100;
  return { tPerHa, balesPerHa: (1000 * tPerHa) / baleKg, worthPerHa };
}
