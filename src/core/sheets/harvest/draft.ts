import { asMeasure, minus, numberOf, over, rounded } from "../../figure/expression";
import { computed, given, quantity } from "../../figure/figure";
import { keepsToPct, keepWay } from "../keep-way";
import type { Draft } from "../sheet";
import { byProductsOf, soldBesides } from "./by-products";
import { carting } from "./carting";
import { harvestWay } from "./chosen-way";
import type { HarvestPart } from "./part";
import { strawTaken } from "./straw";
import { harvestedYield } from "./weighed-yield";

/** The way, the end use and the moisture at cutting; where nobody chose, what suits the farm and the guide says. */
export function draftHarvest(draft: Draft): HarvestPart {
  const { context, decisions } = draft;
  const { guide, kind } = context.crop;
  const { moisturePct: moisture, dryDown } = guide.harvest;
  const own = decisions.harvest ?? {};
  const way = harvestWay(draft);
  const typed = moisture ? own.cutPct : undefined;
  const cutPct = typed ?? moisture?.cut ?? null;
  const endUse = kind.endUses.find((use) => use === own.endUse) ?? (kind.endUses[0] as string);
  const safePct = keepsToPct(guide.harvest, endUse, keepWay(draft));
  const straw = strawTaken(draft);
  const byProducts = byProductsOf(draft);
  const source = { kind: "source" as const, text: context.source(moisture?.source) };
  if (cutPct !== null)
    context.show(
      "harvest.moisture",
      given("Moisture at harvest", cutPct, "%", typed === undefined ? source : { kind: "decided", text: "entered" }),
    );
  const shift =
    moisture && dryDown && typed !== undefined
      ? computed(
          "Days after the guide's date",
          "days",
          asMeasure(
            rounded(
              over(
                minus(
                  numberOf(quantity("moisture of the guide", moisture.cut, "%", { basis: source })),
                  numberOf(quantity("moisture entered", typed, "%")),
                ),
                quantity("points a day", dryDown.pctPerDay.typical, "", {
                  basis: { kind: "source", text: context.source(dryDown.pctPerDay.source) },
                }),
              ),
            ),
            "days",
          ),
          "In whole days; how moisture falls in the seasons of this station stands on the sheet.",
        )
      : null;
  if (shift && shift.value !== 0) context.show("harvest.shift", shift);
  return {
    methodId: way.id,
    methodName: way.name,
    lossPct: way.lossPct,
    endUse,
    cutPct,
    safePct,
    straw,
    byProducts,
    besides: soldBesides(straw, byProducts),
    carting: carting(draft, cutPct),
    yieldTPerHa: harvestedYield(draft),
    pointsToDry: safePct !== null && cutPct !== null ? Math.max(0, cutPct - safePct) : 0,
    // it falls in a straight line as far as a date needs it; the simulated seasons say more
    shiftDays: shift?.value ?? 0,
  };
}
