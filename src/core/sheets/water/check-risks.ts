/** Other risks of irrigation: lodging, frost, paddies that do not hold water. */

import { formatDay } from "../../dates";
import { q } from "../../units/told";
import type { Check } from "../sheet";
import { sentence } from "../words";

/** What keeps ice wet on leaves in a frost without wind [mm/h], and how far down it protects [C]; usual figures. */
const FROST_MM_PER_H = 3;
const FROST_PROTECTS_C = -5;
/** A cold night lies so far under the month's mean minimum [C]; assumption, as in the site's criteria. */
const COLD_SPELL_C = 5;
/** Days without standing water from which it is said; assumption. */
const DRY_DAYS = 5;
/** A puddled floor lets less through [mm/day]; usual figure. */
const HOLDS_MM = 10;

export function checkRisks({ plan, facts, decisions, add }: Check): void {
  const { water, crop, stages } = plan;
  const { system, irrigations } = water;
  const { field, climate } = facts;
  const { lodges } = crop.guide.water;
  const from = lodges && stages.find((s) => s.id === lodges.fromStage);
  const late = from ? irrigations.filter((g) => g.date >= from.date) : [];
  if (late[0] && lodges && from && system.wetsLeaves)
    add(
      "hint",
      "water.lodging",
      `${late.length === 1 ? "One overhead irrigation" : `${late.length} overhead irrigations`} at or after ${from.name}, the first on ${formatDay(late[0].date)}: the crop may lodge.`,
      `${sentence(lodges.why)} Irrigate little at a time in still weather. Do not irrigate a dense stand that is high in nitrogen.`,
    );
  const flow = plan.figures["water.flow"]?.value ?? 0;
  const hectares = flow / (10 * FROST_MM_PER_H);
  if (system.wetsLeaves && climate && flow > 0)
    for (const harm of crop.guide.climate.harm) {
      const stage = stages.find((s) => s.id === harm.stage);
      if (harm.kind !== "cold" || harm.belowOrAboveC < FROST_PROTECTS_C || !stage) continue;
      const normal = climate.months[Number(stage.date.slice(5, 7)) - 1];
      const coldest = (normal?.tminC ?? (normal?.meanC ?? 0) - 5) - COLD_SPELL_C;
      if (coldest >= harm.belowOrAboveC) continue;
      add(
        "hint",
        "water.frost",
        `Frost is possible at ${stage.name} (${formatDay(stage.date)}): this flow can protect ${q(hectares, "ha", 1)} of ${q(field.areaHa, "ha", 1)} by sprinkling.`,
        `Apply ${q(FROST_MM_PER_H, "mm")} an hour over the whole area, from before ${q(0, "C")} until the ice has melted, in still air down to about ${q(FROST_PROTECTS_C, "C")}. Stopping early cools the crop more than the frost does. Hours of it waterlog slowly drained soil.`,
      );
      break;
    }
  const missing = water.pond?.missingDays ?? 0;
  if (missing > DRY_DAYS)
    add(
      "advise",
      "water.notStanding",
      `No standing water on ${missing} days that need it, in the season planned for.`,
      water.limited
        ? "Rotation days are too far apart. Refill deeper before a long interval, raise the bunds, store a day's water in a tank, or use alternate wetting and drying. Weeds emerge meanwhile."
        : "Rain alone does not keep the paddy flooded. Weeds emerge meanwhile, and a dry spell at flowering costs most.",
    );
  const seeps = decisions.water?.percolationMmPerDay;
  if (water.pond && seeps !== undefined && seeps > HOLDS_MM)
    add(
      "advise",
      "water.seepage",
      `Percolation of ${q(seeps, "mm")} a day is high; a puddled soil loses up to ${q(HOLDS_MM, "mm")}.`,
      "Close crab and rat holes in the bunds, puddle once more, use alternate wetting and drying, or grow it aerobic.",
    );
}
