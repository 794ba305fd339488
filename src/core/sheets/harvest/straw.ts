import { computed } from "../../figure";
import type { Draft } from "../sheet";
import type { HarvestPart } from "./part";
import { USUAL_BALE_KG } from "./usual-figures";

/** Moisture of straw that is baled dry [%]; assumption. */
const STRAW_MOISTURE_PCT = 15;

/** What of the straw leaves the field with the product that was chosen. */
export function strawTaken({ context, decisions, targetTPerHa }: Draft): HarvestPart["straw"] {
  const { guide, product } = context.crop;
  const { residueTakenPct } = product;
  if (!residueTakenPct) return null;
  const index = guide.growth.harvestIndex;
  const dryT = targetTPerHa * (1 - product.moisturePct / 100);
  const tPerHa =
    (dryT * ((1 - index.typical) / index.typical) * residueTakenPct.typical) / 100 / (1 - STRAW_MOISTURE_PCT / 100);
  const { baleKg = USUAL_BALE_KG, strawPerT = 0 } = decisions.harvest ?? {};
  context.show(
    "harvest.straw",
    computed(
      "Straw, baled",
      tPerHa,
      "t/ha of mass",
      "dry matter of the target x (1 - harvest index) / harvest index x share taken / (100 - 15)",
      [
        { label: "dry matter of the target", value: dryT, unit: "t/ha of mass" },
        {
          label: "harvest index",
          value: index.typical,
          basis: { kind: "source", text: context.source(index.source) },
        },
        {
          label: "share taken",
          value: residueTakenPct.typical,
          unit: "%",
          basis: { kind: "source", text: context.source(residueTakenPct.source) },
        },
      ],
      "What is left are stubble, chaff and what the baler drops.",
    ),
  );
  const worthPerHa = tPerHa * strawPerT;
  if (worthPerHa > 0)
    context.show(
      "harvest.strawWorth",
      computed("Straw, sold", worthPerHa / 100, "money/ha", "straw x its price", [
        { label: "straw", value: tPerHa, unit: "t/ha of mass" },
        { label: "its price", value: strawPerT / 100, unit: "money/t" },
      ]),
    );
  return { tPerHa, balesPerHa: (1000 * tPerHa) / baleKg, worthPerHa };
}
