/** Water of a plan: the school's irrigations on the median season, what they take, and what the crop makes of them. */

import { addDays, daysBetween } from "../../dates";
import type { SolvedDates } from "../../plan/dates";
import { giverOf, type WaterRule } from "../../water/giver";
import { WATER_SYSTEMS, type WaterSystemId } from "../../water/systems";
import { type Trace, traceOf } from "../../water/walk";
import { relativeYield } from "../../water/yield-from-water";
import type { Draft } from "../sheet";
import { mulchOf } from "./coefficients";
import { showFigures } from "./figures";
import { intervalRule, moistDays, openDays, usualCd, usualEvery, WHOLE_DAY } from "./limits";
import { means } from "./means";
import type { Irrigation, StageResponse, WaterDays, WaterPart } from "./part";
import { pondSeason } from "./pond";
import { keptOfWater, leachingNeed, showQuality, waterGiven } from "./quality";
import type { WaterSchoolId } from "./schools";
import { etoOf, rainOf, rankCourses, type WaterYear, walkCourse, waterYear } from "./season";
import { irrigationId, irrigationLogged, settledIrrigations } from "./settled";
import { startMissing } from "./start";

/** What a school of fixed irrigations gives where nobody typed an amount [mm net], and how often; assumptions from usual custom. */
const USUAL_IRRIGATION_MM = 25;
const USUAL_EVERY_DAYS = 10;
/** Water over the available capacity that makes a day without air [mm]; assumption. */
const AIRLESS_MM = 10;

function waterDecided({ decisions, facts, context }: Draft) {
  const { field } = facts;
  const own = decisions.water ?? {};
  const standing = context.crop.method.waterAtPlanting === "standing";
  const usual: WaterSystemId = standing ? "basin" : field.handWork ? "furrow" : "sprinkler";
  const systemId = own.system ?? field.waterSystem ?? usual;
  const wanted = own.school === "days" && !context.crop.guide.water.calendar ? "balance" : (own.school ?? "balance");
  const school: WaterSchoolId = field.irrigated ? wanted : "none";
  return { own, standing, system: WATER_SYSTEMS[systemId], school, assumed: !own.system && !field.waterSystem };
}

/** Puts the part on the draft, once dates are known. */
export function draftWater(draft: Draft, solved: SolvedDates): WaterPart {
  const { context, facts } = draft;
  const { own, standing, system, school, assumed } = waterDecided(draft);
  const { field } = facts;
  const brought = field.irrigated ? means(draft, system, assumed) : { efficiency: 100, flow: 1, pumpKw: 0 };
  const { flow, pumpKw } = brought;
  const quality = waterGiven(draft);
  const leachingPct = field.irrigated ? leachingNeed(draft, quality) : null;
  // what drains with the salt does not stay at the roots
  const efficiency = brought.efficiency * keptOfWater(draft, leachingPct);
  const hoursADay = own.hoursADay ?? WHOLE_DAY;
  const year = waterYear(draft, solved);
  const limitNetMm =
    field.waterM3PerYear == null ? null : (field.waterM3PerYear * efficiency) / 100 / (10 * field.areaHa);
  const part: WaterPart = {
    season: null,
    pond: null,
    school,
    system,
    irrigations: [],
    stopOn: null,
    netMm: 0,
    grossMm: 0,
    volumeM3: 0,
    hours: 0,
    kwh: 0,
    etcMm: 0,
    etaMm: 0,
    drainageMm: 0,
    stressDays: 0,
    relativeYieldPct: 100,
    seasonYieldPct: null,
    responses: [],
    dryNetMm: 0,
    wetNetMm: 0,
    wetDays: 0,
    limitNetMm,
    pumpKw,
    quality,
    leachingPct,
    nitrogenKgPerHa: 0,
    hoursADay,
    limited: false,
    shut: [],
    intervals: null,
    mulch: mulchOf(draft),
    given: null,
    missingAtPlantingMm: null,
  };
  if (!year) return part;
  const stopDay = stopAfter(draft, year);
  part.stopOn = stopDay === null ? null : addDays(year.from, stopDay);
  const openings = openDays(draft, year);
  part.limited = openings !== null;
  const found: { number: number; day: number; netMm: number }[] = [];
  const start = startMissing(draft, year);
  const ranked = rankCourses(year, start, {
    firstDay: firstDay(draft, "balance", year),
    lastDay: stopDay ?? Number.POSITIVE_INFINITY,
  });
  const course = ranked[own.plannedOn ?? "median"];
  if (standing && context.crop.guide.water.standing.length > 0) {
    part.pond = pondSeason(draft, year, course, found, stopDay, solved, {
      openings,
      mostMmPerDay: (flow * hoursADay) / (10 * field.areaHa),
      // what seeps away is counted in the depth: all of the source's water comes to stand
      limitMm: field.waterM3PerYear == null ? Number.POSITIVE_INFINITY : field.waterM3PerYear / (10 * field.areaHa),
    });
    const { etcMm, ks } = part.pond;
    part.etcMm = sum(etcMm);
    part.etaMm = sum(etcMm.map((mm, d) => mm * (ks[d] ?? 1)));
    part.stressDays = ks.filter((k) => k < 1).length;
    respond(draft, part, responsesOf(draft, year, part.pond));
  } else {
    const trace = traceOf(year.days);
    const settled = settledIrrigations(draft, year, efficiency);
    // once water is logged, what was not logged was not given
    const logged = irrigationLogged(draft);
    const rule = ruleOf(draft, school, year, course);
    const limits = {
      leastMm: system.leastMm,
      mostMm: system.mostMm,
      restDays: system.restDays,
      ...(stopDay === null ? {} : { stopAfterDay: stopDay }),
      ...(limitNetMm === null ? {} : { limitNetMm }),
      ruleFromDay: Math.max(firstDay(draft, school, year), logged ? daysBetween(year.from, facts.today) : 0),
    };
    const options = {
      ...limits,
      settled,
      open: openings && {
        ...openings,
        mostMmPerDay: (flow * hoursADay * efficiency) / 100 / (10 * field.areaHa),
        usedMm: (day: number) => (year.kc[day] ?? 0) * etoOf(year, course, day),
      },
      atRawPctOn: own.atRawPct === undefined ? moistDays(draft, year) : null,
    };
    part.given = {
      rule,
      limits,
      settled: [...settled],
      moist: options.atRawPctOn && Array.from(options.atRawPctOn),
    };
    part.missingAtPlantingMm = start;
    const sums = walkCourse(
      year,
      course,
      start,
      giverOf(rule, options, (number, day, netMm) => found.push({ number, day, netMm })),
      trace,
    );
    part.season = daysOf(year, course, trace);
    part.etcMm = sums.etcMm;
    part.etaMm = sums.etaMm;
    part.drainageMm = sums.drainageMm;
    part.stressDays = sums.stressDays;
    respond(draft, part, responsesOf(draft, year, part.season));
    part.wetDays = airless(part.season);
    part.dryNetMm = ranked.dryNetMm;
    part.wetNetMm = ranked.wetNetMm;
  }
  part.irrigations = found.map(({ number, day, netMm }): Irrigation => {
    const grossMm = part.pond ? netMm : (netMm * 100) / efficiency;
    const volumeM3 = grossMm * 10 * field.areaHa;
    const hours = volumeM3 / flow;
    return {
      id: irrigationId(number),
      number,
      date: addDays(year.from, day),
      netMm,
      grossMm,
      volumeM3,
      hours,
      kwh: hours * pumpKw,
    };
  });
  part.shut = found.flatMap(({ number, day }) => (openings?.run[day] === 0 ? [irrigationId(number)] : []));
  part.netMm = sum(part.irrigations.map((g) => g.netMm));
  part.grossMm = sum(part.irrigations.map((g) => g.grossMm));
  part.volumeM3 = sum(part.irrigations.map((g) => g.volumeM3));
  part.hours = sum(part.irrigations.map((g) => g.hours));
  part.kwh = sum(part.irrigations.map((g) => g.kwh));
  if (school === "interval") {
    const irrigationMm = own.irrigationMm ?? USUAL_IRRIGATION_MM;
    part.intervals = {
      byMonth: usualEvery(year, course, irrigationMm),
      cd: usualCd(draft, year, course, irrigationMm),
    };
  }
  showFigures(draft, part, { ...brought, efficiency }, ranked.medianNetMm);
  if (field.irrigated) showQuality(draft, part);
  return part;
}

const sum = (list: number[]) => list.reduce((a, b) => a + b, 0);

/** Share of its full canopy from which a crop is watered by the calendar: before, rain and the season's cool suffice; assumption. */
const CALENDAR_COVER = 0.25;

/** The first day of a school's irrigations: a seed or bulb that sprouts is not watered, the ground is before it. */
function firstDay({ context }: Draft, school: WaterSchoolId, year: WaterYear): number {
  const { stages } = context.crop.guide;
  const most = Math.max(...stages.map((s) => s.cover));
  const at = school === "balance" || school === "days" ? 0 : stages.findIndex((s) => s.cover >= CALENDAR_COVER * most);
  return year.stageDays[Math.max(0, at)]?.day ?? 0;
}

/** The last day of water after planting; null where the guide names none. */
function stopAfter({ context }: Draft, year: WaterYear): number | null {
  const stop = context.crop.guide.water.stopAt;
  const at = stop && year.stageDays.find((s) => s.id === stop.stage)?.day;
  return stop && at !== undefined ? at + stop.days : null;
}

function ruleOf(draft: Draft, school: WaterSchoolId, year: WaterYear, course: number): WaterRule | null {
  const { decisions, context } = draft;
  const own = decisions.water ?? {};
  const netMm = own.irrigationMm ?? USUAL_IRRIGATION_MM;
  switch (school) {
    case "balance":
      return {
        kind: "depletion",
        atRawPct: own.atRawPct ?? 100,
        refill: own.irrigationMm ? { netMm: own.irrigationMm } : own.leaveMm ? { leaveMm: own.leaveMm } : "capacity",
      };
    case "interval":
      return intervalRule(draft, year, course, netMm, USUAL_EVERY_DAYS, firstDay(draft, school, year));
    case "weekly":
      return { kind: "weekly", netMm, rainSince: "turn" };
    case "days": {
      const { calendar } = context.crop.guide.water;
      return { kind: "days", afterPlanting: calendar?.days ?? [], netMm: own.irrigationMm ?? calendar?.mm ?? netMm };
    }
    case "stages":
      return {
        kind: "stages",
        onDays: context.crop.guide.water.criticalStages.flatMap(
          (id) => year.stageDays.find((s) => s.id === id)?.day ?? [],
        ),
        netMm,
      };
    case "none":
      return null;
  }
}

function daysOf(year: WaterYear, course: number, trace: Trace): WaterDays {
  const tenths = (list: ArrayLike<number>) => Array.from(list, (v) => Math.round(v * 10) / 10);
  return {
    from: year.from,
    depletionMm: tenths(trace.depletionMm),
    rawMm: tenths(trace.rawMm),
    tawMm: tenths(trace.tawMm),
    rainMm: tenths(Array.from({ length: year.days }, (_, d) => rainOf(year, course, d))),
    irrigationMm: tenths(trace.irrigationMm),
    drainageMm: tenths(trace.drainageMm),
    etcMm: tenths(trace.etcMm),
    ks: Array.from(trace.ks, (v) => Math.round(v * 1000) / 1000),
  };
}

/** What the crop needs and gets in each stage that it answers in: from that stage to the next one. */
function responsesOf({ context }: Draft, year: WaterYear, days: Pick<WaterDays, "etcMm" | "ks">): StageResponse[] {
  const { stages, water } = context.crop.guide;
  const answering = water.yieldResponse
    .flatMap(({ stage, ky }) => {
      const from = year.stageDays.find((s) => s.id === stage)?.day;
      return from === undefined ? [] : [{ stage: stages.find((s) => s.id === stage)?.name ?? stage, from, ky }];
    })
    .sort((a, b) => a.from - b.from);
  return answering.flatMap(({ stage, from, ky }, i) => {
    const to = answering[i + 1]?.from ?? year.days;
    let [etcMm, etaMm] = [0, 0];
    for (let d = Math.max(0, from); d < Math.min(to, year.days); d++) {
      etcMm += days.etcMm[d] ?? 0;
      etaMm += (days.etcMm[d] ?? 0) * (days.ks[d] ?? 1);
    }
    return etcMm > 0 ? [{ stage, ky, etcMm, etaMm }] : [];
  });
}

/** What is left of the yield, by both schools. */
function respond({ context }: Draft, part: WaterPart, responses: StageResponse[]): void {
  const ky = context.crop.guide.water.seasonKy?.value;
  const { etcMm, etaMm } = part;
  part.responses = responses;
  part.relativeYieldPct = 100 * relativeYield(responses);
  part.seasonYieldPct = ky === undefined || etcMm <= 0 ? null : 100 * relativeYield([{ ky, etcMm, etaMm }]);
}

/** The longest run of days that drain more than the soil's air can take. */
function airless({ drainageMm }: WaterDays): number {
  let [longest, run] = [0, 0];
  for (const mm of drainageMm) {
    run = mm > AIRLESS_MM ? run + 1 : 0;
    longest = Math.max(longest, run);
  }
  return longest;
}
