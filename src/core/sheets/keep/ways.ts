/** Ways to dry or cure side by side on this plan's season: for the page that shows them, not for every draft. */

import { toDay } from "../../dates";
import { type DryingAnswer, dryingSeasons } from "../../keep/drying-seasons";
import { safeStorageDays } from "../../keep/safe-storage";
import type { PlanFacts } from "../../plan/facts";
import { seasonWeather } from "../../weather/season-weather";
import { keepsToPct, moistWayOf } from "../keep-way";
import type { Plan } from "../plan";

interface KeepLine {
  id: string;
  name: string;
  why: string;
  detail: string;
  chosen: boolean;
  airToC: number | null;
  layerCm: number | null;
  /** over the seasons of the station; null where it is a cure, or there is no station or date */
  drying: DryingAnswer | null;
  /** of a cure [days] */
  cureDays: number | null;
  handHoursPerHa: number | null;
  /** hands and dryer, minor units; null where neither is known */
  costPerHa: number | null;
  /** floor or racks for the whole field [m2]; null where its layer is not known */
  floorM2: number | null;
}

/** Each way of the guide, the one of the plan marked. */
export function keepWays(plan: Plan, facts: PlanFacts): KeepLine[] {
  const { guide } = plan.crop;
  const { keep } = guide;
  const cut = plan.operations.find((o) => o.role === "harvest")?.date ?? null;
  const { cutPct, endUse } = plan.harvest;
  return keep.ways.map((way) => {
    const safe = keepsToPct(guide.harvest, endUse, way);
    const pointsToDry = cutPct !== null && safe !== null ? Math.max(0, cutPct - safe) : 0;
    const drying =
      way.pctPerDay && cut && facts.climate && cutPct !== null && safe !== null && cutPct > safe
        ? dryingSeasons(
            {
              from: toDay(cut),
              startPct: cutPct,
              toPct: safe,
              pctPerDay: way.pctPerDay.typical,
              bySun: way.by === "sun",
              rainStopsIt: way.rainStopsIt ?? false,
              safeDays: keep.safeDays ?? null,
            },
            seasonWeather(facts.climate, plan.season, { today: facts.today, observed: facts.observedWeather }),
          )
        : null;
    const hours = way.handHoursPerT ? way.handHoursPerT.typical * plan.keep.asCutTPerHa : null;
    const dryer = way.paidByPoint ? plan.keep.asCutTPerHa * pointsToDry * facts.prices.dryingPerTPoint : null;
    return {
      id: way.id,
      name: way.name,
      why: way.why,
      detail: way.humidityPct
        ? `${way.detail}; at ${way.humidityPct.from} to ${way.humidityPct.to} % humidity`
        : way.detail,
      chosen: way.id === plan.keep.wayId,
      airToC: way.airToCByUse?.[endUse] ?? way.airToC ?? null,
      layerCm: way.layerCm ?? null,
      drying,
      cureDays: way.days?.typical ?? null,
      handHoursPerHa: hours,
      costPerHa: hours === null && dryer === null ? null : (hours ?? 0) * facts.prices.labourPerH + (dryer ?? 0),
      floorM2:
        way.layerCm === undefined
          ? null
          : (1000 * plan.keep.asCutTPerHa * facts.field.areaHa) / keep.bulkKgPerM3.typical / (way.layerCm / 100),
    };
  });
}

/**
 * Days that this plan's harvest keeps at some moistures and warmths, for the sheet's small table; null without a table, and where what is
 * mixed in or kept out keeps it: the table is of grain that nothing was done to.
 */
export function safeDaysTable(
  plan: Plan,
): { tempsC: number[]; rows: { moisturePct: number; days: number[] }[] } | null {
  const { safeDays } = plan.crop.guide.keep;
  const { cutPct, safePct: safe } = plan.harvest;
  if (!safeDays || safe === null || moistWayOf(plan)) return null;
  // drier than the table begins it keeps at least as long
  const moistures = [...new Set([safe, safe + 2, ...(cutPct === null ? [] : [Math.round(cutPct)])])].sort(
    (a, b) => a - b,
  );
  return {
    tempsC: safeDays.tempsC,
    rows: moistures.map((moisturePct) => ({
      moisturePct,
      days: safeDays.tempsC.map((t) => safeStorageDays(safeDays, moisturePct, t)),
    })),
  };
}
