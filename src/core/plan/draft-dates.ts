/**
 * The dates of a plan: its operations as events, their waits and windows as a network, solved; where nothing can hold,
 * each smallest clash in turn is noted and one of its waits set aside, so that the ribbon still has dates to show.
 */

import { addDays, daysBetween, formatDay, type IsoDate } from "../dates";
import type { Kind, Trigger } from "../guides/schema";
import { type StageDate, stageDates } from "../phenology/stage-dates";
import {
  type Conflict,
  type EventDates,
  type Preference,
  type SeasonEvent,
  type SeasonWindow,
  solveSeason,
  type Wait,
} from "../season/solve-season";
import { seasonWeather } from "../weather/season-weather";
import type { DraftContext } from "./draft-context";

/** A dated thing before it has a date. */
export interface Datable {
  id: string;
  name: string;
  when: Trigger[];
  /** waits that come on top of the triggers */
  waits?: Wait[];
  weight: number;
}

export interface SolvedDates {
  dates: Record<string, EventDates>;
  stages: StageDate[];
  conflicts: Conflict[];
  broken: { id: string; byDays: number }[];
  waits: Wait[];
  windows: SeasonWindow[];
}

export const PREVIOUS = "previousHarvest";
export const PLANTING = "planting";
const MOST_CONFLICTS = 24;
/** Days before an anchor that stand for "at any time before". */
export const ANY_TIME_BEFORE = -400;

export interface DatedWindow {
  from: IsoDate;
  best: IsoDate;
  until: IsoDate;
  source: string;
  latenessLossPctPerDay: number;
}

/**
 * The customary sowing windows of a kind (and planting method) in a zone, as dates of the season, in their order. Some crops have two with a
 * dead period between; where the guide knows nothing of the zone, its windows for any zone hold.
 */
export function sowingWindows(kind: Kind, zone: string, season: number, methodId?: string): DatedWindow[] {
  const fitting = kind.windows.filter((w) => !w.methods || methodId === undefined || w.methods.includes(methodId));
  const of = (name: string) => fitting.filter((w) => w.zone === name);
  const list = [of(zone), of("any"), kind.windows.slice(0, 1)].find((l) => l.length > 0) ?? [];
  if (list.length === 0) throw new Error(`kind ${kind.id} has no sowing window`);
  return list
    .map((w) => ({
      from: `${season + w.year}-${w.from}`,
      best: `${season + w.year}-${w.best}`,
      until: `${season + w.year}-${w.until}`,
      source: w.source,
      latenessLossPctPerDay: w.latenessLossPctPerDay,
    }))
    .sort((a, b) => a.from.localeCompare(b.from));
}

/** The window that a plan is drafted for: the one nearest to the wished date, else the first that is not over yet. */
export function chosenWindow(windows: DatedWindow[], wished: IsoDate | undefined, today: IsoDate): DatedWindow {
  const off = (w: DatedWindow, date: IsoDate) =>
    date < w.from ? daysBetween(date, w.from) : date > w.until ? daysBetween(w.until, date) : 0;
  const found = wished
    ? windows.reduce((a, b) => (off(b, wished) < off(a, wished) ? b : a))
    : windows.find((w) => w.until >= today);
  return found ?? (windows.at(-1) as DatedWindow);
}

/** The sowing window that a plan stands in. */
export function windowOfPlan({ facts, decisions, resolved, season }: DraftContext): DatedWindow {
  const planted = facts.log.find((entry) => entry.operationId === PLANTING)?.doneOn;
  return chosenWindow(
    sowingWindows(resolved.kind, facts.field.zone, season, resolved.method.id),
    planted ?? decisions.dates?.[PLANTING]?.date,
    facts.today,
  );
}

/** Solves the season for a plan's operations. `setbackDays` is the guide's stage shift for transplants, already in its stages. */
export function draftDates(context: DraftContext, items: Datable[]): SolvedDates {
  const { facts, decisions, resolved, season } = context;
  const done = new Map(facts.log.map((entry) => [entry.operationId, entry.doneOn]));
  const window = windowOfPlan(context);
  const names = new Map<string, string>([
    [PREVIOUS, "the previous crop is off"],
    ...items.map((i) => [i.id, i.name] as [string, string]),
    ...resolved.guide.stages.map((s) => [s.id, s.name] as [string, string]),
  ]);

  const { climate, observedWeather: observed } = facts;
  const weather = climate ? seasonWeather(climate, season, { today: facts.today, observed }) : undefined;
  const seen = done.has(PLANTING) ? facts.observations : [];
  const stagesByPlanting = new Map<IsoDate, StageDate[]>();
  const stagesFor = (date: IsoDate): StageDate[] => {
    const known = stagesByPlanting.get(date);
    if (known) return known;
    const made = stageDates(resolved.guide, date, climate, { kind: resolved.kind, weather, observed: seen });
    stagesByPlanting.set(date, made);
    return made;
  };

  let planting = done.get(PLANTING) ?? decisions.dates?.[PLANTING]?.date ?? latest(window.best, facts.today);
  let solved = solveFor(planting);
  // stages follow planting by warmth, so a planting date that moved moves them: solve again until it stands
  for (let round = 0; round < 4; round++) {
    const at = solved.dates[PLANTING]?.planned;
    if (!at || at === planting) break;
    planting = at;
    solved = solveFor(planting);
  }
  return { ...solved, dates: withPlayAfterPlanting(solved) };

  /** What follows planting is given the play that it has for this planting date, not for any. */
  function withPlayAfterPlanting(free: SolvedDates): SolvedDates["dates"] {
    const plantedOn = free.dates[PLANTING]?.planned;
    if (!plantedOn || done.has(PLANTING)) return free.dates;
    const tied = solveFor(plantedOn, plantedOn).dates;
    const dates = { ...free.dates };
    for (const [id, own] of Object.entries(free.dates)) {
      const play = tied[id];
      if (id !== PLANTING && play && own.planned && own.planned >= plantedOn && !isBefore(id))
        dates[id] = { ...play, planned: own.planned };
    }
    return dates;
  }

  function isBefore(id: string): boolean {
    const item = items.find((i) => i.id === id);
    return item?.when.some((w) => w.from === PLANTING && w.usual < 0) ?? false;
  }

  function solveFor(plantingGuess: IsoDate, plantedOn?: IsoDate): SolvedDates {
    const stages = stagesFor(plantingGuess);
    const planted = done.has(PLANTING);
    const events: SeasonEvent[] = [];
    const waits: Wait[] = [];
    const windows: SeasonWindow[] = [];
    const preferences: Preference[] = [];
    const previous = facts.previousCrop;
    if (previous?.harvest) {
      const past = previous.harvested || previous.harvest < facts.today;
      events.push({ id: PREVIOUS, ...(past ? { pinned: previous.harvest } : {}) });
      if (!past)
        windows.push({
          id: "previous.expected",
          event: PREVIOUS,
          notBefore: previous.harvest,
          reason: `the previous crop is expected off on ${formatDay(previous.harvest)}`,
          source: "custom",
          hard: true,
        });
    }
    for (const item of items) {
      const doneOn = done.get(item.id) ?? (item.id === PLANTING ? plantedOn : undefined);
      events.push({ id: item.id, ...(doneOn ? { pinned: doneOn } : {}) });
      item.when.forEach((when) => {
        if (when.from === PREVIOUS && !previous?.harvest) return;
        waits.push({
          id: `${item.id}.from.${when.from}`,
          from: when.from,
          to: item.id,
          minDays: when.min,
          maxDays: when.max,
          reason: waitReason(item.name, when, names.get(when.from) ?? when.from),
          source: "agronomy",
          // a crop must be off, and the ground worked before planting: no one may ease that
          hard: when.from === PREVIOUS || when.min <= ANY_TIME_BEFORE,
        });
      });
      waits.push(...(item.waits ?? []));
    }
    for (const { stage, daysAfterPlanting, date, basis } of stages) {
      const past = planted && (date < facts.today || basis === "observed");
      events.push({ id: stage.id, ...(past ? { pinned: date } : {}) });
      if (!past)
        waits.push({
          id: `stage.${stage.id}`,
          from: PLANTING,
          to: stage.id,
          minDays: daysAfterPlanting,
          maxDays: daysAfterPlanting,
          reason: `${stage.name} comes ${daysAfterPlanting} days after planting at this station's warmth`,
          source: "agronomy",
          hard: true,
        });
    }
    windows.push({
      id: "planting.window",
      event: PLANTING,
      notBefore: window.from,
      notAfter: window.until,
      reason: `${resolved.kind.name.toLowerCase()} is sown here from ${formatDay(window.from)} to ${formatDay(window.until)}`,
      source: "custom",
      hard: false,
    });

    const known = new Set(events.map((e) => e.id));
    const usable = waits.filter((w) => known.has(w.from) && known.has(w.to));
    for (const [id, wish] of Object.entries(decisions.dates ?? {})) {
      if (!known.has(id) || done.has(id)) continue;
      if (wish.held)
        windows.push({
          id: `held.${id}`,
          event: id,
          notBefore: wish.date,
          notAfter: wish.date,
          reason: `you set ${names.get(id) ?? id} for ${formatDay(wish.date)}`,
          source: "agronomist",
          hard: false,
        });
      // a wish before planting may move planting; one after it only moves within the play that planting leaves
      const main = items.find((i) => i.id === id)?.when[0];
      preferences.push({
        event: id,
        date: wish.date,
        weight: id === PLANTING || (main?.from === PLANTING && main.usual < 0) ? 100 : 40,
      });
    }
    relax(usable, windows, decisions.relaxed ?? {});

    const estimate = new Map<string, IsoDate>([
      [PLANTING, plantingGuess],
      ...stages.map((s) => [s.stage.id, s.date] as [string, IsoDate]),
    ]);
    if (previous?.harvest) estimate.set(PREVIOUS, previous.harvest);
    for (let pass = 0; pass < 4; pass++)
      for (const item of items) {
        const main = item.when[0];
        const from = main && estimate.get(main.from);
        if (main && from && !estimate.has(item.id))
          estimate.set(item.id, done.get(item.id) ?? addDays(from, main.usual));
      }
    preferences.push({
      event: PLANTING,
      date:
        done.has(PLANTING) || !decisions.dates?.[PLANTING]
          ? window.best < facts.today
            ? plantingGuess
            : window.best
          : plantingGuess,
      weight: 50,
    });
    for (const item of items) {
      const date = estimate.get(item.id);
      if (date && item.id !== PLANTING) preferences.push({ event: item.id, date, weight: item.weight });
    }
    return { stages, ...solveSettingAside({ events, waits: usable, windows, preferences, today: facts.today }) };
  }
}

type Problem = {
  events: SeasonEvent[];
  waits: Wait[];
  windows: SeasonWindow[];
  preferences: Preference[];
  today: IsoDate;
};

function solveSettingAside(problem: Problem): Omit<SolvedDates, "stages"> {
  const conflicts: Conflict[] = [];
  let { waits, windows } = problem;
  for (;;) {
    const result = solveSeason({ ...problem, waits, windows });
    if (result.ok)
      return {
        dates: result.value.events,
        broken: result.value.broken,
        conflicts,
        waits: problem.waits,
        windows: problem.windows,
      };
    if (result.errors) throw new Error(`plan dates: ${result.errors.map((e) => e.message).join("; ")}`);
    conflicts.push(result.conflict);
    const aside = setAside(result.conflict, waits, windows);
    if (!aside || conflicts.length >= MOST_CONFLICTS)
      return { dates: {}, broken: [], conflicts, waits: problem.waits, windows: problem.windows };
    waits = waits.filter((w) => w.id !== aside);
    windows = windows.filter((w) => w.id !== aside);
  }
}

/** What gives way for the picture: custom before agronomy, a date that the agronomist set last, what is hard never first. */
function setAside(conflict: Conflict, waits: Wait[], windows: SeasonWindow[]): string | undefined {
  const rank = (member: Wait | SeasonWindow) =>
    (member.hard ? 10 : 0) + (member.source === "agronomist" ? 5 : member.source === "custom" ? 0 : 1);
  return [...waits, ...windows].filter((m) => conflict.ids.includes(m.id)).sort((a, b) => rank(a) - rank(b))[0]?.id;
}

/** Widens what the agronomist has relaxed, on both sides. */
function relax(
  waits: Wait[],
  windows: SeasonWindow[],
  relaxed: Record<string, { days: number; reason: string }>,
): void {
  for (const wait of waits) {
    const by = relaxed[wait.id]?.days;
    if (!by) continue;
    if (typeof wait.minDays === "number") wait.minDays -= by;
    if (typeof wait.maxDays === "number") wait.maxDays += by;
  }
  for (const window of windows) {
    const by = relaxed[window.id]?.days;
    if (!by) continue;
    if (window.notBefore) window.notBefore = addDays(window.notBefore, -by);
    if (window.notAfter) window.notAfter = addDays(window.notAfter, by);
  }
}

function waitReason(name: string, when: Trigger, from: string): string {
  const span = (days: number) =>
    days === 0 ? "with" : `${Math.abs(days)} ${Math.abs(days) === 1 ? "day" : "days"} ${days < 0 ? "before" : "after"}`;
  const anchor = from.charAt(0).toLowerCase() + from.slice(1);
  if (when.min <= ANY_TIME_BEFORE) return `${name} comes before ${anchor}`;
  if (when.max === null) return `${name}: ${when.min > 0 ? `at least ${span(when.min)}` : "not before"} ${anchor}`;
  return when.min === when.max
    ? `${name}: ${span(when.min)} ${anchor}`
    : `${name}: ${span(when.min)} to ${span(when.max)} ${anchor}`;
}

/** Days that an operation still waiting is past its latest date. */
export function overdueDays(today: IsoDate, latest: IsoDate | null, doneOn: IsoDate | null): number {
  return doneOn || !latest || latest >= today ? 0 : daysBetween(latest, today);
}

const latest = (a: IsoDate, b: IsoDate): IsoDate => (a > b ? a : b);
