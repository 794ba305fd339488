import { addDays, daysBetween, formatDay } from "../../dates";
import { daysToReady, readyInWords } from "../../harvest/days-to-ready";
import { change } from "../decisions";
import { moistWayOf } from "../keep-way";
import type { Check, Repair } from "../sheet";
import { round } from "../words";
import { againstWay } from "./ways";

/** Days for which a look says something, and days off the plan from which on it is said; assumptions. */
const LOOK_HOLDS_DAYS = 21;
const OFF_DAYS = 3;
/** Loss by waiting from which on a harvest date is doubted [%]; assumption. */
const WORTH_SAYING_PCT = 3;

/** What speaks against the way, the moisture and the day of the harvest. */
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
    `${way.name} does not suit this field.`,
    `${against.join("; ")}.`.replace(/^./, (c) => c.toUpperCase()),
    better.map((m): Repair => ({ label: m.name, changes: [change("harvest/methodId", m.id)] })),
  );
}

function checkMoisture({ plan, decisions, add }: Check): void {
  const { moisturePct, dryDown } = plan.crop.guide.harvest;
  const { cutPct } = plan.harvest;
  if (!moisturePct || cutPct === null || decisions.harvest?.cutPct === undefined) return;
  const back: Repair = { label: `Cut at ${moisturePct.cut} %`, changes: [change("harvest/cutPct", undefined)] };
  const given = `${round(cutPct, 1)} %`;
  const keptMoist = moistWayOf(plan) !== null;
  if (cutPct >= moisturePct.physiological)
    add(
      "stop",
      "harvest.green",
      `Cutting at ${given} moisture is before the crop is ripe.`,
      `It fills until ${moisturePct.physiological} %: allowed is less.`,
      [back],
    );
  else if (dryDown && cutPct > dryDown.greatestPct)
    add(
      "advise",
      "harvest.moist",
      `At ${given} it can hardly be threshed.`,
      `Usual machines take up to ${dryDown.greatestPct} %: moister, grain is crushed and stays in the ear.`,
      [{ label: `Cut at ${dryDown.greatestPct} %`, changes: [change("harvest/cutPct", dryDown.greatestPct)] }, back],
    );
  // what is kept moist is cut as moist as that on purpose
  else if (!keptMoist && cutPct < (plan.harvest.safePct ?? moisturePct.safe))
    add(
      "hint",
      "harvest.dry",
      `Waiting for ${given} saves no drying: from ${plan.harvest.safePct ?? moisturePct.safe} % on it keeps.`,
      "Each day past that only loses, and dry grain breaks.",
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
    `${formatDay(cut.date)} is ${waited} days later than it can wait without loss: about ${round(lossPct)} % are lost.`,
    `${harvest.lossBy}: ${harvest.lossPctPerDay.typical} % a day.`.replace(/^./, (c) => c.toUpperCase()),
    cut.held ? [{ label: "Let the date follow the crop", changes: [change(`dates/${cut.id}`, undefined)] }] : [],
  );
}

/** The last look at its signs against the plan's day. */
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
    `The field says ${formatDay(ready)}, the plan ${formatDay(cut.date)}.`,
    `Looked at on ${formatDay(look.day)} by ${look.person}. ${readyInWords(found)}.`,
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
    `${kind.name} is not grown for ${chosen}: planned for ${plan.harvest.endUse}.`,
    `It is grown for ${kind.endUses.join(", ")}.`,
    [{ label: `For ${plan.harvest.endUse}`, changes: [change("harvest/endUse", undefined)] }],
  );
}
