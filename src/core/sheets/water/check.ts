/** What of a plan's water is short, too much, late or unsaid. */

import { formatDay } from "../../dates";
import { change } from "../decisions";
import type { Check } from "../sheet";
import { round } from "../words";
import { checkQuality } from "./check-quality";
import { checkRisks } from "./check-risks";
import { type WaterPart, waterDoubtsTarget, yieldSpan } from "./part";

/** Slope from which water that is given fast runs off [%], and systems that give it so; usual advice for furrows and guns. */
const STEEP_PCT = 5;
const RUNS_OFF = ["furrow", "border", "basin", "reel"];
/** Days of more rain than the soil lets through that harm roots on slowly drained ground; assumption. */
const AIRLESS_DAYS = 2;
const SLOW = ["poor"];
/** A dry season that asks for so much more than is planned is said; assumption. */
const DRIER = 1.3;

/** Yield by rain alone below which a plan says so [%]; assumption. */
const RAIN_DOUBTED_PCT = 50;

const spanInWords = (water: WaterPart): string =>
  yieldSpan(water)
    .map((pct) => round(pct))
    .join(" to ");

/** What the figures of a yield for want of water rest on: that of the stages, and that of the season where it is another. */
const howReckoned = (water: WaterPart): string => {
  const stages = "the crop's response at each stage multiplied, which is severe where several dry out in turn";
  const [first, second] = yieldSpan(water);
  if (second === undefined) return `By ${stages}.`;
  const [lower, higher] =
    first === water.relativeYieldPct ? [stages, "the season's sums"] : ["the season's sums", stages];
  return `The lower is by ${lower}; the higher by ${higher}.`;
};

export function checkWater({ plan, facts, decisions, add }: Check): void {
  const { water, crop } = plan;
  const { field, today, log } = facts;
  const { irrigations, system, season } = water;
  const [first] = irrigations;
  if (season && SLOW.includes(field.drainage) && water.wetDays >= AIRLESS_DAYS)
    add(
      "advise",
      "water.airless",
      `${water.wetDays} days in a row more rain falls than the ground holds, in the season planned on.`,
      `Drainage is ${field.drainage}: roots go without air. Open furrows and outlets before; no machine on it meanwhile.`,
    );
  if (!field.irrigated) {
    if (season && water.relativeYieldPct < RAIN_DOUBTED_PCT)
      add(
        "advise",
        "water.rain",
        `Rain alone lets the crop yield about ${spanInWords(water)} % of what it would with plenty, in the season planned on.`,
        `${howReckoned(water)} The yield to expect asks only whether water enough falls and is held. Compare with what this field has yielded; sow what roots deeper or ripens before the drought, or thinner, or water it at its critical stages.`,
      );
    return;
  }
  if (water.school !== "none" && water.limitNetMm !== null && season && water.limitNetMm < water.dryNetMm) {
    // too little is left of it for one more irrigation
    const median = water.limitNetMm - water.netMm < system.leastMm;
    add(
      "advise",
      "water.short",
      `The source gives ${round(water.limitNetMm)} mm net a year; one season in five asks for ${round(water.dryNetMm)} mm or more.`,
      median
        ? `The planned irrigations end with it, on ${irrigations.at(-1) ? formatDay(irrigations.at(-1)?.date as string) : "no day"}: ${round(water.stressDays)} days of stress follow. Water the critical stages first, or less of the field.`
        : "The planned irrigations are within it; in a dry season it ends before the crop does.",
      median && water.school !== "stages"
        ? [{ label: "Water at the critical stages only", changes: [change("water/school", "stages")] }]
        : [],
    );
  }
  if (first && !decisions.water?.system && !field.waterSystem)
    add(
      "hint",
      "water.system",
      `Nobody said how this field is watered: ${system.name} are assumed.`,
      "How much of the water arrives, the size of an irrigation, hours and cost follow from it. Say it in the field's record or here.",
    );
  const slow = irrigations.find((g) => g.hours > water.hoursADay * system.restDays);
  if (slow)
    add(
      "advise",
      "water.flow",
      `${round(slow.hours)} hours of water for the irrigation of ${formatDay(slow.date)}: ${round(slow.hours / water.hoursADay, 1)} days at ${round(water.hoursADay)} hours; the next irrigation may come after ${system.restDays}.`,
      "The flow does not keep up with the field. Begin earlier, water a part, or find more flow.",
    );
  const late = irrigations.filter((g) => water.stopOn !== null && g.date > water.stopOn && g.date >= today);
  if (late[0])
    add(
      "advise",
      "water.late",
      `Water on ${formatDay(late[0].date)} comes after the last day for it, ${formatDay(water.stopOn as string)}.`,
      `Stop ${crop.guide.water.stop}.`,
      late.map((g) => ({
        label: `Leave out the irrigation of ${formatDay(g.date)}`,
        changes: [change(`skipped/${g.id}`, { reason: "after the last day of water" })],
      })),
    );
  if (first && system.wetsLeaves)
    add(
      "hint",
      "water.leaves",
      `${system.name.charAt(0).toUpperCase()}${system.name.slice(1)} wet the leaves.`,
      `${crop.guide.water.risks.charAt(0).toUpperCase()}${crop.guide.water.risks.slice(1)}. Water early in the day, in little wind, so that leaves are dry by evening; not in the heat of noon.`,
    );
  if (first && (field.slopePct ?? 0) > STEEP_PCT && RUNS_OFF.includes(system.id))
    add(
      "advise",
      "water.runoff",
      `Slope of ${round(field.slopePct ?? 0)} %: water from ${system.name} runs off.`,
      "Give less at a time, along the contour, or by drip lines or sprinklers.",
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
      `One season in five asks for ${round(water.dryNetMm)} mm or more; ${round(water.netMm)} mm are planned.`,
      "The plan stands on another season. Keep water and hands for more, or plan on a dry one.",
    );
  const past = irrigations.filter((g) => g.date < today);
  if (past.length > 0 && !log.some((entry) => past.some((g) => g.id === entry.operationId)))
    add(
      "hint",
      "water.unlogged",
      `No water is logged; ${past.length} ${past.length === 1 ? "irrigation" : "irrigations"} before today ${past.length === 1 ? "is" : "are"} taken as given.`,
      "Log what was given: from the first entry on the balance counts what is logged and nothing else.",
    );
  checkLimits({ plan, facts, decisions, add });
  checkQuality({ plan, facts, decisions, add });
  checkRisks({ plan, facts, decisions, add });
  if (water.kwh > 0 && !facts.prices.energyPerKwh)
    add(
      "hint",
      "water.unpriced",
      "Energy for water has no price: it counts as nothing.",
      "Set the price of a kilowatt-hour in Settings.",
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
      `No water may be given on ${formatDay(shut[0].date)}: it is outside of the turns, or banned.`,
      "The irrigation stands there because somebody put it there.",
      shut.map((g) => ({
        label: `Let the irrigation of ${formatDay(g.date)} move to a day that is open`,
        changes: [change(`dates/${g.id}`, undefined)],
      })),
    );
  if (water.limited && water.school === "balance" && water.stressDays > STRESS_WORTH_SAYING)
    add(
      "advise",
      "water.turns",
      `${round(water.stressDays)} days of stress between the days on which water may be given.`,
      "Store more in the ground before a dry turn, give from a tank, or sow what roots deeper.",
      decisions.water?.atRawPct === undefined
        ? [{ label: "Give at 60 % of the readily available water", changes: [change("water/atRawPct", 60)] }]
        : [],
    );
  if (!waterDoubtsTarget(water)) return;
  const reached = round((plan.targetTPerHa * water.relativeYieldPct) / 100, 1);
  add(
    "advise",
    "water.yield",
    `This water lets the crop yield about ${spanInWords(water)} % of what it would with plenty.`,
    `The target of ${round(plan.targetTPerHa, 1)} t/ha and the yield to expect count on plenty, and nitrogen is given for it.`,
    reached > 0 ? [{ label: `A target of ${reached} t/ha`, changes: [change("targetTPerHa", reached)] }] : [],
  );
}
