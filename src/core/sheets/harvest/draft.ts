import { asMeasure, minus, numberOf, over, rounded } from "../../figure/expression";
import { computed, given, quantity } from "../../figure/figure";
import { keepsToPct, keepWay } from "../keep-way";
import type { Draft } from "../sheet";
import { byProductsOf, soldBesides } from "./by-products";
import { carting } from "./carting";
import { harvestWay } from "./chosen-way";
import { strawTaken } from "./straw";
import { harvestedYield } from "./weighed-yield";

/** The way, the end use and the moisture at cutting; where nobody chose, what suits the farm and the guide says. */
export function draftHarvest(draft: Draft): void {
  const { context, decisions, parts } = draft;
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
  parts.harvest = {
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
    shiftDays:
      moisture && dryDown && typed !== undefined ? Math.round((moisture.cut - typed) / dryDown.pctPerDay.typical) : 0,
  };
  if (!moisture || cutPct === null) return;
  const source = { kind: "source" as const, text: context.source(moisture.source) };
  context.show(
    "harvest.moisture",
    typed === undefined
      ? given("Moisture at harvest", cutPct, "%", source)
      : given("Moisture at harvest", cutPct, "%", { kind: "decided", text: "entered" }),
  );
  if (dryDown && parts.harvest.shiftDays !== 0)
    context.show(
      "harvest.shift",
      computed(
        "Days after the guide's date",
        "days",
        asMeasure(
          rounded(
            over(
              minus(
                numberOf(quantity("moisture of the guide", moisture.cut, "%", { basis: source })),
                numberOf(quantity("moisture entered", cutPct, "%")),
              ),
              quantity("points a day", dryDown.pctPerDay.typical, "", {
                basis: { kind: "source", text: context.source(dryDown.pctPerDay.source) },
              }),
            ),
          ),
          "days",
        ),
        "In whole days; how moisture falls in the seasons of this station stands on the sheet.",
      ),
    );
}
