import { computed, given } from "../../figure";
import type { Draft } from "../sheet";

/** The way, the end use and the moisture at cutting; where nobody chose, what suits the farm and the guide says. */
export function draftHarvest(draft: Draft): void {
  const { context, decisions, parts } = draft;
  const { guide, kind } = context.crop;
  const { moisturePct: moisture, dryDown } = guide.harvest;
  const own = decisions.harvest ?? {};
  const way = harvestWay(draft);
  const typed = moisture ? own.cutPct : undefined;
  const cutPct = typed ?? moisture?.cut ?? null;
  parts.harvest = {
    methodId: way.id,
    methodName: way.name,
    lossPct: way.lossPct,
    endUse: kind.endUses.find((use) => use === own.endUse) ?? (kind.endUses[0] as string),
    cutPct,
    pointsToDry: moisture && cutPct !== null ? Math.max(0, cutPct - moisture.safe) : 0,
    // it falls in a straight line as far as a date needs it; the simulated seasons say more
    shiftDays:
      moisture && dryDown && typed !== undefined ? Math.round((moisture.cut - typed) / dryDown.pctPerDay.typical) : 0,
  };
  if (!moisture || cutPct === null) return;
  const source = { kind: "source" as const, text: context.source(moisture.source) };
  context.show(
    "harvest.moisture",
    typed === undefined
      ? given("Moisture at cutting", cutPct, "%", source)
      : given("Moisture at cutting", cutPct, "%", { kind: "decided", text: "entered" }),
  );
  if (dryDown && parts.harvest.shiftDays !== 0)
    context.show(
      "harvest.shift",
      computed(
        "Days after the guide's date",
        parts.harvest.shiftDays,
        "days",
        "(moisture of the guide - moisture entered) / points a day",
        [
          { label: "moisture of the guide", value: moisture.cut, unit: "%", basis: source },
          { label: "moisture entered", value: cutPct, unit: "%" },
          {
            label: "points a day",
            value: dryDown.pctPerDay.typical,
            basis: { kind: "source", text: context.source(dryDown.pctPerDay.source) },
          },
        ],
        "In whole days; how moisture falls in the seasons of this station stands on the sheet.",
      ),
    );
}

/** The one that was chosen; else where the farm works by hand the one with the most hours by hand; else the guide's first. */
export function harvestWay({ context, decisions, facts }: Pick<Draft, "context" | "decisions" | "facts">) {
  const { methods } = context.crop.guide.harvest;
  const chosen = methods.find((m) => m.id === decisions.harvest?.methodId);
  if (chosen) return chosen;
  const byHand = (m: (typeof methods)[number]) => (m.work.handHoursPerHa ?? 0) + (m.work.helperHoursPerHa ?? 0);
  const ordered = facts.field.handWork ? [...methods].sort((a, b) => byHand(b) - byHand(a)) : methods;
  return ordered[0] as (typeof methods)[number];
}
