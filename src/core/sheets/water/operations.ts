import { WET_CAUTION } from "../../cautions";
import { addDays } from "../../dates";
import { handWork } from "../../money/field-work";
import type { SolvedDates } from "../../plan/dates";
import type { PlannedOperation } from "../../plan/operation";
import { settings } from "../../plan/settings";
import { q } from "../../units/told";
import type { Dated, Draft } from "../sheet";

/** An irrigation may come so many days earlier or later than on its day without being late. */
const PLAY_DAYS = 2;

/** The irrigations of the plan as operations; they come on days of their own, after all other dates are known. */
export function irrigationOperations(draft: Draft<Dated>, solved: SolvedDates): PlannedOperation[] {
  const { water } = draft.parts;
  const { prices, field } = draft.facts;
  return water.irrigations.map((irrigation): PlannedOperation => {
    solved.dates[irrigation.id] = {
      planned: irrigation.date,
      earliest: addDays(irrigation.date, -PLAY_DAYS),
      latest: addDays(irrigation.date, PLAY_DAYS),
    };
    const { number } = irrigation;
    const perHa = (total: number) => total / field.areaHa;
    const cost =
      perHa(irrigation.kwh) * (prices.energyPerKwh ?? 0) + perHa(irrigation.volumeM3) * (prices.waterPerM3 ?? 0);
    return {
      id: irrigation.id,
      role: "irrigate",
      sheet: "water",
      name: water.pond ? `Refill ${number}` : `Irrigation ${number} of ${water.irrigations.length}`,
      mark: q(irrigation.netMm, "mm", 0),
      detail: water.pond
        ? "Refill to the target depth."
        : `By ${water.system.name}.${hourOfDay(draft, irrigation.date)}`,
      settings: () =>
        settings({
          netWater: irrigation.netMm,
          grossWater: water.pond ? null : irrigation.grossMm,
          waterVolume: irrigation.volumeM3,
          runTime: irrigation.hours,
        }),
      reason: moistReason(draft, solved, irrigation.date) ?? REASONS[water.pond ? "pond" : water.school] ?? "",
      when: [],
      tiedTo: water.pond ? "water depth" : "soil water deficit",
      weight: 1,
      cautions: [water.pumpKw > 0 ? "pumps" : WET_CAUTION],
      byDaysAndStage: false,
      irrigation: {
        m3: irrigation.volumeM3,
        hours: irrigation.hours,
        flowM3PerH: draft.context.figures["water.flow"]?.value ?? 1,
        areaHa: field.areaHa,
        by: `${water.system.name}${field.waterSource ? `, ${field.waterSource}` : ""}`,
      },
      work: () => ({ ...handWork(water.system.handHoursPerHa), extraCostPerHa: cost }),
    };
  });
}

/** Why water is given in a time that the guide keeps moister than the crop needs; null at other times and by other schools. */
function moistReason({ context, decisions, parts }: Draft<Dated>, solved: SolvedDates, date: string): string | null {
  if (parts.water.pond || parts.water.school !== "balance" || decisions.water?.atRawPct !== undefined) return null;
  const kept = context.crop.guide.water.moist?.find(({ fromStage, days }) => {
    const stage = solved.stages.find((s) => s.stage.id === fromStage);
    const from = stage && (solved.dates[fromStage]?.planned ?? stage.date);
    return from !== undefined && date >= from && date < addDays(from, days);
  });
  return kept ? `${kept.why}; irrigated at ${kept.atRawPct} % of the readily available water` : null;
}

/** Wind that carries drops off [m/s], and heat in which they dry in the air [C]; usual advice. */
const WINDY_MS = 3;
const HOT_C = 28;

/** The time of day that suits the way of watering, by the month's heat and wind and by what wet leaves bring. */
function hourOfDay({ parts, facts }: Draft<Dated>, date: string): string {
  const { system, hoursADay } = parts.water;
  const normal = facts.climate?.months[Number(date.slice(5, 7)) - 1];
  const hot = (normal?.tmaxC ?? (normal?.meanC ?? 0) + 5) >= HOT_C;
  if (!system.wetsLeaves)
    return hot && hoursADay < 24 ? " Irrigate in the evening or at night: evaporation is lower." : "";
  const windy = (normal?.windAt2mMs ?? 2) >= WINDY_MS;
  const why = [
    "so that leaves are dry by evening",
    ...(windy ? ["when there is least wind"] : []),
    ...(hot ? ["and not in midday heat"] : []),
  ];
  return ` Start before dawn where the hours allow, ${why.join(", ")}.`;
}

const REASONS: Record<string, string> = {
  balance:
    "the readily available water is used up on this day of the season planned for. Check the soil first; skip it if the soil is still moist",
  interval: "due by the interval",
  weekly: "the weekly amount less rain",
  stages: "this stage is the most sensitive to drought",
  pond: "the water is at the refill level, in the season planned for",
};
