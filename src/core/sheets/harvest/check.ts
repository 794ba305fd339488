import { addDays, daysBetween, formatDay } from "../../dates";
import { daysToReady, readyInWords } from "../../harvest/days-to-ready";
import { q } from "../../units/told";
import { change } from "../decisions";
import { moistWayOf } from "../keep-way";
import type { Check, Repair } from "../sheet";
import { sentence } from "../words";
import { againstWay } from "./ways";

/** Days for which a look says something, and days off the plan from which on it is said; assumptions. */
const LOOK_HOLDS_DAYS = 21;
const OFF_DAYS = 3;
/** Loss by waiting from which on a harvest date is doubted [%]; assumption. */
const WORTH_SAYING_PCT = 3;

/** Whether method, moisture and day of the harvest fit. */
export function checkHarvest(check: Check): void {
  checkWay(check);
  checkMoisture(check);
  checkWaiting(check);
  checkLook(check);
  checkEndUse(check);
}

function checkWay({ plan, facts, add }: Check): void {
  const { methods } = plan.crop.guide.harvest;
  const way = methods.find((m) => m.id === plan.harvest.methodId);
  if (!way) return;
  const against = againstWay(way, plan.crop, facts.field);
  if (against.length === 0) return;
  const better = methods.filter((m) => m.id !== way.id && againstWay(m, plan.crop, facts.field).length === 0);
  add(
    "advise",
    "harvest.way",
    `${way.name} is not suitable for this field.`,
    against.map(sentence).join(" "),
    better.map((m): Repair => ({ label: m.name, changes: [change("harvest/methodId", m.id)] })),
  );
}

function checkMoisture({ plan, decisions, add }: Check): void {
  const { moisturePct, dryDown } = plan.crop.guide.harvest;
  const { cutPct } = plan.harvest;
  if (!moisturePct || cutPct === null || decisions.harvest?.cutPct === undefined) return;
  const back: Repair = { label: `Harvest at ${moisturePct.cut} %`, changes: [change("harvest/cutPct", undefined)] };
  const given = q(cutPct, "%", 1);
  const keptMoist = moistWayOf(plan) !== null;
  if (cutPct >= moisturePct.physiological)
    add(
      "stop",
      "harvest.green",
      `Harvest at ${given} moisture is before the crop is mature.`,
      `It is physiologically mature from ${moisturePct.physiological} % on. Enter a lower moisture.`,
      [back],
    );
  else if (dryDown && cutPct > dryDown.greatestPct)
    add(
      "advise",
      "harvest.moist",
      `At ${given} moisture the crop is hard to thresh.`,
      `Usual machines thresh up to ${dryDown.greatestPct} %. Above it grain is crushed or stays in the ear.`,
      [
        { label: `Harvest at ${dryDown.greatestPct} %`, changes: [change("harvest/cutPct", dryDown.greatestPct)] },
        back,
      ],
    );
  // what is kept moist is cut as moist as that on purpose
  else if (!keptMoist && cutPct < (plan.harvest.safePct ?? moisturePct.safe))
    add(
      "hint",
      "harvest.dry",
      `Waiting for ${given} moisture saves no drying: the crop is safe for storage at ${plan.harvest.safePct ?? moisturePct.safe} %.`,
      "Each day after that only adds losses, and over-dry grain breaks.",
      [back],
    );
}

function checkWaiting({ plan, add }: Check): void {
  const { harvest } = plan.crop.guide;
  const ready = plan.stages.find((s) => s.id === harvest.at.from)?.date;
  const cut = plan.operations.find((o) => o.role === "harvest");
  if (!ready || !cut?.date || cut.doneOn) return;
  const waited =
    daysBetween(ready, cut.date) - harvest.at.usual - harvest.lossFromDay - Math.max(0, plan.harvest.shiftDays);
  const lossPct = waited * harvest.lossPctPerDay.typical;
  if (lossPct < WORTH_SAYING_PCT) return;
  add(
    "advise",
    "harvest.waiting",
    `Harvest on ${formatDay(cut.date)} is ${waited} days after the crop can wait safely: about ${q(lossPct, "%")} loss.`,
    `${sentence(harvest.lossBy)} It costs about ${harvest.lossPctPerDay.typical} % a day. Let the date follow the crop, or harvest this field first.`,
    cut.held ? [{ label: "Let the date follow the crop", changes: [change(`dates/${cut.id}`, undefined)] }] : [],
  );
}

/** The last check of ripeness against the planned day. */
function checkLook({ plan, facts, add }: Check): void {
  const look = facts.ripeness?.[0];
  const cut = plan.operations.find((o) => o.role === "harvest");
  if (!look || !cut?.date || cut.doneOn || daysBetween(look.day, facts.today) > LOOK_HOLDS_DAYS) return;
  const { harvest } = plan.crop.guide;
  const found = daysToReady({
    signs: harvest.signs,
    seen: look.seen,
    moisturePct: look.moisturePct,
    cutPct: plan.harvest.cutPct,
    pctPerDay: harvest.dryDown?.pctPerDay.typical ?? null,
    expectedDays: daysBetween(look.day, cut.date),
  });
  if (found.days === null) return;
  const ready = addDays(look.day, found.days);
  const off = daysBetween(ready, cut.date);
  if (Math.abs(off) < OFF_DAYS) return;
  const date = ready < facts.today ? facts.today : ready;
  add(
    "advise",
    "harvest.look",
    `By the last ripeness check the crop will be ready on ${formatDay(ready)}; the plan says ${formatDay(cut.date)}.`,
    `Checked on ${formatDay(look.day)} by ${look.person}. ${sentence(readyInWords(found))}`,
    [{ label: `Harvest on ${formatDay(date)}`, changes: [change(`dates/${cut.id}`, { date, held: true })] }],
  );
}

/** A use that was chosen for another kind. */
function checkEndUse({ plan, decisions, add }: Check): void {
  const chosen = decisions.harvest?.endUse;
  if (chosen === undefined || chosen === plan.harvest.endUse) return;
  const { kind } = plan.crop;
  add(
    "advise",
    "harvest.endUse",
    `${kind.name} is not grown for ${chosen}: the plan assumes ${plan.harvest.endUse}.`,
    `It is grown for ${kind.endUses.join(", ")}.`,
    [{ label: `End use: ${plan.harvest.endUse}`, changes: [change("harvest/endUse", undefined)] }],
  );
}
