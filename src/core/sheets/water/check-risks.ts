/** What water does besides: crops that go down, frost, ponds that do not hold. */

import { formatDay } from "../../dates";
import type { Check } from "../sheet";
import { round, sentence } from "../words";

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
      `${late.length === 1 ? "An irrigation" : `${late.length} irrigations`} from above at or after ${from.name}, the first on ${formatDay(late[0].date)}: the crop may go down.`,
      `${sentence(lodges.why)}. Small irrigations in still weather, and none where the stand is thick and high in nitrogen.`,
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
        `Frost at ${stage.name} (${formatDay(stage.date)}): this flow keeps ice wet on ${round(hectares, 1)} of ${round(field.areaHa, 1)} ha.`,
        `It takes ${FROST_MM_PER_H} mm an hour over all of the ground, from before 0 C until the ice has melted in the sun, in still air down to about ${FROST_PROTECTS_C} C. Begun and broken off it cools the crop more than the frost. Hours of it drown slow soils.`,
      );
      break;
    }
  const missing = water.pond?.missingDays ?? 0;
  if (missing > DRY_DAYS)
    add(
      "advise",
      "water.notStanding",
      `${missing} days on which no water stands though it should, in the season planned on.`,
      water.limited
        ? "Turns come too seldom: fill deeper before a dry turn, raise the bunds, keep a day's water in a tank, or grow it wet and dry in turn. Weeds come up meanwhile."
        : "Rain alone does not keep it standing: weeds come up meanwhile, and a dry spell at flowering costs most.",
    );
  const seeps = decisions.water?.percolationMmPerDay;
  if (water.pond && seeps !== undefined && seeps > HOLDS_MM)
    add(
      "advise",
      "water.seepage",
      `${round(seeps, 1)} mm a day seep away; a puddled floor lets through up to ${HOLDS_MM}.`,
      "Stop holes of crabs and rats in the bunds, puddle once more, or grow it wet and dry in turn, or dry.",
    );
}
