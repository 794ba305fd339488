import { given } from "../../figure";
import type { Draft } from "../sheet";

/** The harvest method of this farm: where it works by hand, the one with the most hours by hand; else the guide's first. */
export function draftHarvest(draft: Draft): void {
  const { context, parts } = draft;
  const { harvest } = context.crop.guide;
  const way = harvestWay(draft);
  const { moisturePct: moisture } = harvest;
  parts.harvest = {
    methodId: way.id,
    methodName: way.name,
    lossPct: way.lossPct,
    pointsToDry: moisture ? Math.max(0, moisture.cut - moisture.safe) : 0,
  };
  if (moisture)
    context.show(
      "harvest.moisture",
      given("Moisture at cutting", moisture.cut, "%", { kind: "source", text: context.source(moisture.source) }),
    );
}

export function harvestWay({ context, facts }: Draft) {
  const { methods } = context.crop.guide.harvest;
  const byHand = (m: (typeof methods)[number]) => (m.work.handHoursPerHa ?? 0) + (m.work.helperHoursPerHa ?? 0);
  const ordered = facts.field.handWork ? [...methods].sort((a, b) => byHand(b) - byHand(a)) : methods;
  return ordered[0] as (typeof methods)[number];
}
