/** What of a plan's water is short, too much, late or unsaid. */

import { formatDay } from "../../dates";
import { q } from "../../units/told";
import { relativeYield } from "../../water/yield-from-water";
import { change } from "../decisions";
import type { Plan } from "../plan";
import type { Check } from "../sheet";
import { round, sentence } from "../words";
import { checkQuality } from "./check-quality";
import { checkRisks } from "./check-risks";

/** Slope from which water that is given fast runs off [%], and systems that give it so; usual advice for furrows and guns. */
const STEEP_PCT = 5;
const RUNS_OFF = ["furrow", "border", "basin", "reel"];
/** Days of more rain than the soil lets through that harm roots on slowly drained ground; assumption. */
const AIRLESS_DAYS = 2;
const SLOW = ["poor"];
/** A dry season that asks for so much more than is planned is said; assumption. */
const DRIER = 1.3;

/** What lack of water costs, where it is more than a bad season is under the middle; null where it is not. */
function drought({ rehearsal, crop }: Plan): { title: string; why: string } | null {
  const { rehearsed, expectedTPerHa } = rehearsal;
  if (!rehearsed || rehearsed.lostToWaterTPerHa <= expectedTPerHa - rehearsed.badTPerHa) return null;
  const ky = crop.guide.water.seasonKy?.value;
  const check = ky === undefined ? null : 100 * relativeYield([{ ky, etcMm: 100, etaMm: rehearsed.usedPct }]);
  return {
    title: `Lack of water is likely to cost about ${q(rehearsed.lostToWaterTPerHa, "t/ha", 1)}, ${q(100 - rehearsed.waterPct, "%", 0)} of the yield with enough water.`,
    why: `That is the mean of ${rehearsed.seasons} simulated seasons; the expected yield of ${q(expectedTPerHa, "t/ha", 1)} counts it.${
      check === null ? "" : ` FAO-33, as a check by the sums of the same seasons, would take ${q(100 - check, "%", 0)}.`
    }`,
  };
}

export function checkWater({ plan, facts, decisions, add }: Check): void {
  const { water, crop } = plan;
  const { field, today, log } = facts;
  const { irrigations, system, season } = water;
  const [first] = irrigations;
  if (season && SLOW.includes(field.drainage) && water.wetDays >= AIRLESS_DAYS)
    add(
      "advise",
      "water.airless",
      `The soil is expected to be waterlogged for ${water.wetDays} days in a row, in the season planned for.`,
      `Drainage is ${field.drainage}: roots lack air. Open furrows and outlets before, and keep machines off meanwhile.`,
    );
  if (!field.irrigated) {
    const dry = season && drought(plan);
    if (dry)
      add(
        "advise",
        "water.rain",
        dry.title,
        `${dry.why} Choose an earlier or deeper-rooting type, a thinner stand or another crop, or find water for the critical stages.`,
      );
    return;
  }
  if (water.school !== "none" && water.limitNetMm !== null && season && water.limitNetMm < water.dryNetMm) {
    // too little is left of it for one more irrigation
    const median = water.limitNetMm - water.netMm < system.leastMm;
    add(
      "advise",
      "water.short",
      `The annual water limit (${q(water.limitNetMm, "mm")} net) is less than a dry season (1 in 5) needs: ${q(water.dryNetMm, "mm")}.`,
      median
        ? `It ${irrigations.at(-1) ? `runs out on ${formatDay(irrigations.at(-1)?.date as string)}` : "is not enough for one irrigation"}, and about ${round(water.stressDays)} stress days follow. Irrigate only the critical stages, or a smaller area.`
        : "The planned irrigations are within it; in a dry season it is expected to run out.",
      median && water.school !== "stages"
        ? [{ label: "Irrigate the critical stages only", changes: [change("water/school", "stages")] }]
        : [],
    );
  }
  if (first && !decisions.water?.system && !field.waterSystem)
    add(
      "hint",
      "water.system",
      `Irrigation system not recorded: ${system.name} assumed.`,
      "Application efficiency, irrigation depth, hours and cost follow from it. Enter it in the field's record or here.",
    );
  const slow = irrigations.find((g) => g.hours > water.hoursADay * system.restDays);
  if (slow)
    add(
      "advise",
      "water.flow",
      `The irrigation of ${formatDay(slow.date)} takes ${q(slow.hours, "h")}, ${round(slow.hours / water.hoursADay, 1)} days at ${q(water.hoursADay, "h")} a day; the next may be due ${system.restDays} days after it.`,
      "The flow is too small for the field. Start earlier, irrigate a part, or increase the flow.",
    );
  const late = irrigations.filter((g) => water.stopOn !== null && g.date > water.stopOn && g.date >= today);
  if (late[0])
    add(
      "advise",
      "water.late",
      `The irrigation of ${formatDay(late[0].date)} is after the last day for irrigation, ${formatDay(water.stopOn as string)}.`,
      `Last irrigation: ${crop.guide.water.stop}.`,
      late.map((g) => ({
        label: `Omit the irrigation of ${formatDay(g.date)}`,
        changes: [change(`skipped/${g.id}`, { reason: "after the last day for irrigation" })],
      })),
    );
  if (first && system.wetsLeaves)
    add(
      "hint",
      "water.leaves",
      `${sentence(system.name).slice(0, -1)} wet the leaves.`,
      `${sentence(crop.guide.water.risks)} Irrigate early in the day and in little wind, so that leaves are dry by evening. Do not irrigate in midday heat.`,
    );
  if (first && (field.slopePct ?? 0) > STEEP_PCT && RUNS_OFF.includes(system.id))
    add(
      "advise",
      "water.runoff",
      `On a slope of ${q(field.slopePct ?? 0, "%")}, water from ${system.name} is likely to run off.`,
      "Apply less at a time or along the contour, or use drip lines or sprinklers.",
    );
  if (
    season &&
    water.school === "balance" &&
    water.dryNetMm > DRIER * Math.max(water.netMm, 1) &&
    water.limitNetMm === null
  )
    add(
      "hint",
      "water.dry",
      `A dry season (1 in 5) needs ${q(water.dryNetMm, "mm")}; ${q(water.netMm, "mm")} are planned.`,
      "The plan is made for another season. Reserve water and labour for more, or plan for a dry season.",
    );
  const past = irrigations.filter((g) => g.date < today);
  if (past.length > 0 && !log.some((entry) => past.some((g) => g.id === entry.operationId)))
    add(
      "hint",
      "water.unlogged",
      `No irrigation is logged; ${past.length} before today ${past.length === 1 ? "is" : "are"} assumed to have been applied.`,
      "Log each irrigation. From the first entry on, the balance counts only what is logged.",
    );
  checkLimits({ plan, facts, decisions, add });
  checkQuality({ plan, facts, decisions, add });
  checkRisks({ plan, facts, decisions, add });
  if (water.kwh > 0 && !facts.prices.energyPerKwh)
    add(
      "hint",
      "water.unpriced",
      "Pumping energy has no price and is not in the cost.",
      "Enter the price per kWh under Settings.",
    );
}

/** Days of stress from which turns and bans are said to cost; assumption. */
const STRESS_WORTH_SAYING = 5;

/** What limits on time cost, and what water leaves of the target. */
function checkLimits({ plan, decisions, add }: Check): void {
  const { water } = plan;
  const done = new Set(plan.operations.filter((o) => o.doneOn).map((o) => o.id));
  const shut = water.irrigations.filter((g) => water.shut.includes(g.id) && !done.has(g.id));
  if (shut[0])
    add(
      "advise",
      "water.shut",
      `Irrigation is not possible on ${formatDay(shut[0].date)}: it is not a rotation day, or irrigation is banned.`,
      "The date of this irrigation was set by hand.",
      shut.map((g) => ({
        label: `Move the irrigation of ${formatDay(g.date)} to a permitted day`,
        changes: [change(`dates/${g.id}`, undefined)],
      })),
    );
  if (water.limited && water.school === "balance" && water.stressDays > STRESS_WORTH_SAYING)
    add(
      "advise",
      "water.turns",
      `About ${round(water.stressDays)} stress days are expected between the days on which irrigation is possible.`,
      "Refill the soil before a long interval, irrigate from a tank, or choose a crop that roots deeper.",
      decisions.water?.atRawPct === undefined
        ? [{ label: "Irrigate at 60 % of the readily available water", changes: [change("water/atRawPct", 60)] }]
        : [],
    );
  const dry = water.season && drought(plan);
  if (!dry) return;
  const { expectedTPerHa } = plan.rehearsal;
  const reached = round(expectedTPerHa, 1);
  add(
    "advise",
    "water.yield",
    dry.title,
    `${dry.why} Find more water, or lower the target: ${plan.feed.nitrogenBy === "rehearsed" ? "phosphate and potash are" : "nutrients are"} planned for ${q(plan.targetTPerHa, "t/ha", 1)}.`,
    reached > 0 && reached < plan.targetTPerHa
      ? [{ label: `Target ${q(reached, "t/ha", 1)}`, changes: [change("targetTPerHa", reached)] }]
      : [],
  );
}
