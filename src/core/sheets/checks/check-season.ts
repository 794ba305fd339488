/** Dates against the ground and the year: work on days that can hardly be worked, jobs after the crop is off, stages never reached. */

import { addDays, daysBetween, formatDay, type IsoDate } from "../../dates";
import type { OperationRole } from "../../guides/roles";
import type { PlanFacts } from "../../plan/facts";
import { offDate } from "../../plan/off-date";
import type { Operation } from "../../plan/operation";
import { sowingWindows } from "../../plan/sowing-windows";
import { type ReliableDays, reliableSpans } from "../../season/work-window";
import { q, span } from "../../units/told";
import { seasonWeather } from "../../weather/season-weather";
import { change } from "../decisions";
import type { Plan } from "../plan";
import type { Finding } from "../sheet";
import { days, joinNames, sentence } from "../words";

/** Days from a date on within which a job has to find its day, and the reliable days under which that is doubted; assumptions. */
const SPAN_DAYS = 14;
const FEW_DAYS = 2;
/** A better date has so many, within so many days either way. */
const ENOUGH_DAYS = 4;
const LOOK_AROUND_DAYS = 75;
/** Done to the standing crop: pointless once it is off. */
const FOR_THE_CROP: readonly OperationRole[] = ["feed", "weed", "irrigate", "drain", "tend"];
/** A season so much longer or shorter than the kind's is doubted. */
const LONGER = 1.15;
const SHORTER = 0.8;
/** Days outside of the customary harvest from which on a harvest date is doubted; assumption, a week. */
const OFF_CUSTOM_DAYS = 7;

export function checkSeason(plan: Plan, facts: PlanFacts): Finding[] {
  return [...workability(plan, facts), ...afterTheCrop(plan), ...stagesAgainstTheYear(plan, facts)];
}

function workability(plan: Plan, facts: PlanFacts): Finding[] {
  const { climate, field } = facts;
  if (!climate) return [];
  const waiting = plan.operations.filter((o) => o.needsWorkable && o.date && !o.doneOn);
  if (waiting.length === 0) return [];
  const weather = seasonWeather(climate, plan.season, { today: facts.today, observed: facts.observedWeather });
  const reliable = reliableSpans(weather, climate, field.textureClass, field.drainage);
  const doubted = waiting.flatMap((o) => {
    const date = o.date as IsoDate;
    const within = o.latest && o.latest > date ? Math.min(SPAN_DAYS, daysBetween(date, o.latest) + 1) : SPAN_DAYS;
    const found = reliable(date, within);
    return found >= Math.min(FEW_DAYS, within)
      ? []
      : [{ o, date, within, found, better: betterDate(o, date, reliable) }];
  });
  const soil = `In 7 seasons of 10 this soil (${field.drainage} drainage) stays too wet.`;
  const movable = doubted.flatMap(({ o, date, within, found, better }): Finding[] =>
    better
      ? [
          {
            id: `workable.${o.id}`,
            sheet: o.sheet,
            severity: "advise",
            title: `${o.name} from ${formatDay(date)}: expect ${found === 0 ? "no working day" : `only ${found} working ${found === 1 ? "day" : "days"}`} in the ${within} days from then.`,
            why: `${soil} From ${formatDay(better)} expect ${reliable(better, SPAN_DAYS)} of ${SPAN_DAYS}.`,
            repairs: [
              {
                label: `Plan it for ${formatDay(better)}`,
                changes: [change(`dates/${o.id}`, { date: better, held: false })],
              },
            ],
          },
        ]
      : [],
  );
  const stuck = doubted.filter((d) => !d.better);
  const first = stuck[0];
  if (!first) return movable;
  return [
    ...movable,
    {
      id: "workable",
      sheet: first.o.sheet,
      severity: "advise",
      title: `From ${formatDay(first.date)} hardly any working day can be expected for ${joinNames(stuck.map((d) => d.o.name)).toLowerCase()}.`,
      why: `${soil} No other date in the window is better. Have machines ready for the first dry spell, omit a job, or sow in another season.`,
      repairs: [],
    },
  ];
}

/** The nearest date within an operation's play from which enough days can be reckoned with. */
function betterDate(o: Operation, date: IsoDate, reliable: ReliableDays): IsoDate | null {
  for (let away = 1; away <= LOOK_AROUND_DAYS; away++)
    for (const candidate of [addDays(date, -away), addDays(date, away)]) {
      if ((o.earliest && candidate < o.earliest) || (o.latest && candidate > o.latest)) continue;
      if (reliable(candidate, SPAN_DAYS) >= ENOUGH_DAYS) return candidate;
    }
  return null;
}

function afterTheCrop(plan: Plan): Finding[] {
  const off = offDate(plan.operations);
  if (!off) return [];
  return plan.operations
    .filter((o) => FOR_THE_CROP.includes(o.role) && o.date && o.date > off && !o.doneOn)
    .map((o) => ({
      id: `afterCrop.${o.id}`,
      sheet: o.sheet,
      severity: "advise",
      title: `${o.name} on ${formatDay(o.date as IsoDate)} is after the crop is harvested.`,
      why: `Harvest is planned for ${formatDay(off)}.`,
      repairs: [
        { label: "Omit it this season", changes: [change(`skipped/${o.id}`, { reason: "after the harvest" })] },
      ],
    }));
}

function stagesAgainstTheYear(plan: Plan, facts: PlanFacts): Finding[] {
  const findings: Finding[] = [];
  const { climate } = facts;
  const { kind, guide } = plan.crop;
  const add = (id: string, severity: Finding["severity"], title: string, why: string) =>
    findings.push({ id, sheet: "seed", severity, title, why, repairs: [] });
  if (climate && climate.latitudeDeg < 0)
    add(
      "season.south",
      "hint",
      "Southern hemisphere: customary windows are those of the north, shifted by half a year.",
      "The shift keeps the harvest in its year. Enter local dates where you know them.",
    );
  const missed = climate ? plan.stages.find((s) => s.basis === "days") : undefined;
  if (missed && climate) {
    const cold = kind.vernalisationDays;
    const coldest = Math.min(...climate.months.map((m) => m.meanC));
    const warmest = Math.max(...climate.months.map((m) => m.meanC));
    const noCold = cold && coldest > cold.maxC;
    add(
      "season.notReached",
      "advise",
      noCold
        ? `${kind.name} will not vernalise at ${climate.station}.`
        : `${sentence(missed.name).slice(0, -1)} is not reached in half of the seasons at ${climate.station}.`,
      noCold
        ? `It needs ${days(cold.effectiveDays)} of ${span(cold.minC, cold.maxC, "C")}; the coldest month has ${q(coldest, "C", 1)}. It will not ${guide.category === "cereal" ? "head" : "form a crop"}. Choose a crop type without that need. Later dates follow the guide's days.`
        : `The warmest month has ${q(warmest, "C", 1)}. Later dates follow the guide's days, not this place. Choose an earlier crop type, or another crop.`,
    );
  }
  const custom = offByCustom(plan, facts);
  if (custom) findings.push(custom);
  const off = offDate(plan.operations);
  const inField = plan.plantingDate && off ? daysBetween(plan.plantingDate, off) : null;
  const raised = plan.crop.method.nursery?.days ?? 0;
  if (inField !== null && !plan.operations.some((o) => o.role === "harvest" && o.doneOn)) {
    const { low, high } = kind.maturityDays;
    const total = inField + raised;
    if (!custom && (total > high * LONGER || total < low * SHORTER))
      add(
        "season.length",
        "advise",
        `${days(total)} from ${raised > 0 ? "nursery" : "planting"} to harvest; ${kind.name.toLowerCase()} usually needs ${low} to ${high}.`,
        "The place is warmer or colder than this crop type suits, or the planting date is far from its season.",
      );
  }
  return findings;
}

/** A crop planted within a customary window that comes off the field well before or after what was sown in it does there. */
function offByCustom(plan: Plan, facts: PlanFacts): Finding | null {
  const { plantingDate: planted, crop } = plan;
  const off = offDate(plan.operations);
  const harvest = plan.operations.find((o) => o.role === "harvest");
  if (!planted || !off || harvest?.doneOn || harvest?.held) return null;
  const windows = sowingWindows(crop.kind, facts.field.zone, plan.season, {
    methodId: crop.method.id,
    latitudeDeg: facts.climate?.latitudeDeg,
  });
  const own = windows.find((w) => planted >= w.from && planted <= w.until);
  if (!own?.harvested) return null;
  const { from, usual, until } = own.harvested;
  const early = daysBetween(off, from);
  const late = daysBetween(until, off);
  if (early <= OFF_CUSTOM_DAYS && late <= OFF_CUSTOM_DAYS) return null;
  return {
    id: "season.customaryHarvest",
    sheet: "seed",
    severity: "advise",
    title: `${crop.kind.name} planted on ${formatDay(planted)} is expected to be harvested on ${formatDay(off)}; ${formatDay(from)} to ${formatDay(until)} is customary in the zone "${facts.field.zone}".`,
    why: `This is ${early > 0 ? `${days(early)} before the first` : `${days(late)} after the last`} customary day; ${formatDay(usual)} is usual (source: ${own.source}). Check the farm's station and the variety.`,
    repairs: [],
  };
}
