import { computed, given } from "../../figure";
import { type Haulage, haulage } from "../../harvest/haulage";
import { fieldYield } from "../../keep/store-ledger";
import { guideWork } from "../../money/field-work";
import type { Draft } from "../sheet";
import type { HarvestPart } from "./part";
import { USUAL_BALE_KG, USUAL_HAUL, USUAL_HAUL_BY_HAND } from "./usual-haul";

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
  const safePct = moisture ? (moisture.safeByUse?.[endUse] ?? moisture.safe) : null;
  parts.harvest = {
    methodId: way.id,
    methodName: way.name,
    lossPct: way.lossPct,
    endUse,
    cutPct,
    safePct,
    straw: straw(draft),
    carting: null,
    yieldTPerHa: harvestedYield(draft),
    pointsToDry: safePct !== null && cutPct !== null ? Math.max(0, cutPct - safePct) : 0,
    // it falls in a straight line as far as a date needs it; the simulated seasons say more
    shiftDays:
      moisture && dryDown && typed !== undefined ? Math.round((moisture.cut - typed) / dryDown.pctPerDay.typical) : 0,
  };
  parts.harvest.carting = carting(draft, cutPct);
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

/** Moisture of straw that is baled dry [%]; assumption. */
const STRAW_MOISTURE_PCT = 15;

/** What of the straw leaves the field with the product that was chosen. */
function straw({ context, decisions, facts, targetTPerHa }: Draft): HarvestPart["straw"] {
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
      "t/ha",
      "dry matter of the target x (1 - harvest index) / harvest index x share taken / (100 - 15)",
      [
        { label: "dry matter of the target", value: dryT, unit: "t/ha" },
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
      computed("Straw, sold", worthPerHa / 100, `${facts.prices.currency}/ha`, "straw x its price", [
        { label: "straw", value: tPerHa, unit: "t/ha" },
        { label: "its price", value: strawPerT / 100, unit: `${facts.prices.currency}/t` },
      ]),
    );
  return { tPerHa, balesPerHa: (1000 * tPerHa) / baleKg, worthPerHa };
}

/** Carting beside the machine; nothing where nobody knows how far it is. */
function carting({ context, decisions, facts, targetTPerHa }: Draft, cutPct: number | null): Haulage | null {
  const { field } = facts;
  const own = decisions.harvest?.haul ?? {};
  const km = own.km ?? field.outletKm;
  if (km === null) return null;
  const usual = field.handWork ? USUAL_HAUL_BY_HAND : USUAL_HAUL;
  const way = harvestWay({ context, decisions, facts });
  const work = guideWork(way.work, field);
  const hours = Math.max(
    work.implements.length > 0 ? work.hoursPerHa : 0,
    (work.helperHoursPerHa + (work.implements.length > 0 ? 0 : work.hoursPerHa)) / way.people,
  );
  const tPerHa =
    cutPct === null ? targetTPerHa : (targetTPerHa * (100 - context.crop.product.moisturePct)) / (100 - cutPct);
  const found = context.take(
    "harvest",
    haulage({
      haPerHour: hours > 0 ? 1 / hours : 1,
      tPerHa: tPerHa * (1 + (way.soilPct ?? 0) / 100),
      areaHa: field.areaHa,
      km,
      trailerT: own.trailerT ?? usual.trailerT,
      kmPerH: own.kmPerH ?? usual.kmPerH,
      turnMin: own.turnMin ?? usual.turnMin,
    }),
  );
  return found?.value ?? null;
}

/** What the loads of this field and season come to. */
function harvestedYield({ context, facts }: Draft): number | null {
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
  const area = { label: "area", value: facts.field.areaHa, unit: "ha" };
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

/** The one that was chosen; else where the farm works by hand the one with the most hours by hand; else the guide's first. */
export function harvestWay({ context, decisions, facts }: Pick<Draft, "context" | "decisions" | "facts">) {
  const { methods } = context.crop.guide.harvest;
  const chosen = methods.find((m) => m.id === decisions.harvest?.methodId);
  if (chosen) return chosen;
  const byHand = (m: (typeof methods)[number]) => (m.work.handHoursPerHa ?? 0) + (m.work.helperHoursPerHa ?? 0);
  const ordered = facts.field.handWork ? [...methods].sort((a, b) => byHand(b) - byHand(a)) : methods;
  return ordered[0] as (typeof methods)[number];
}
