/**
 * The dates of a plan: its operations as events, their waits and windows as a network, solved; where nothing can hold,
 * each smallest clash in turn is noted and one of its waits set aside, so that the ribbon still has dates to show.
 */

import { addDays, formatDay, type IsoDate } from "../dates";
import type { OperationRole } from "../guides/roles";
import type { Trigger } from "../guides/schema";
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
import type { PlanContext } from "./context";
import { ANY_TIME_BEFORE, PREVIOUS_OFF } from "./own-operations";
import { relax } from "./relax";
import { chosenWindow, type DatedWindow, sowingWindows } from "./sowing-windows";
import { waitReason } from "./wait-reason";

/** A wait of a plan, with what it is and how easing it is offered. */
export interface PlanWait extends Wait {
  kind: "trigger" | "sequence" | "stage" | "settling";
  /** how easing it is offered; by the name of what waits where absent */
  ease?: (byDays: number) => string;
}
export interface PlanWindow extends SeasonWindow {
  kind: "sowing" | "held" | "previousOff";
}

/** What dating needs of an operation. */
interface Datable {
  id: string;
  role: OperationRole;
  name: string;
  when: Trigger[];
  waits?: PlanWait[];
  weight: number;
}

export interface SolvedDates {
  dates: Record<string, EventDates>;
  /** of the operations that were solved, by their ids */
  roles: Readonly<Record<string, OperationRole>>;
  stages: StageDate[];
  conflicts: Conflict[];
  broken: { id: string; byDays: number }[];
  waits: PlanWait[];
  windows: PlanWindow[];
  /** days by which operations are overdue that clash with today, by operation */
  overdue: ReadonlyMap<string, number>;
  /** jobs that come before one that was logged and were not logged: they have no date any more; by id, the name of what was logged */
  overtaken: ReadonlyMap<string, string>;
}

const MOST_CONFLICTS = 24;
const FACTS: ReadonlySet<OperationRole> = new Set(["plant", "harvest"]);
/** Anchors of guides that stand for the operation of a role. */
const ANCHOR_ROLES: Partial<Record<string, OperationRole>> = {
  planting: "plant",
  harvest: "harvest",
  nursery: "nursery",
};

/** The sowing window that a plan stands in. */
export function windowOfPlan(context: PlanContext, plantId: string): DatedWindow {
  const { facts, common, crop, season } = context;
  const planted = facts.log.find((entry) => entry.operationId === plantId)?.doneOn;
  return chosenWindow(
    sowingWindows(crop.kind, facts.field.zone, season, {
      methodId: crop.method.id,
      latitudeDeg: facts.climate?.latitudeDeg,
    }),
    planted ?? common.dates?.[plantId]?.date,
    facts.today,
  );
}

/** When a plan is planted, before anything is solved: as it was done, else as somebody set it, else on the best day that is left. */
export function firstPlanting(context: PlanContext, plantId: string): IsoDate {
  const { facts, common } = context;
  const done = facts.log.find((entry) => entry.operationId === plantId)?.doneOn;
  return done ?? common.dates?.[plantId]?.date ?? latest(windowOfPlan(context, plantId).best, facts.today);
}

/** Solves the season for a plan's operations; one of them has the role of planting. */
export function solveDates(context: PlanContext, items: Datable[]): SolvedDates {
  const { facts, common, crop, season } = context;
  const plant = items.find((i) => i.role === "plant")?.id;
  if (plant === undefined) throw new Error("a plan needs an operation that plants");
  const done = new Map(facts.log.map((entry) => [entry.operationId, entry.doneOn]));
  const window = windowOfPlan(context, plant);
  const names = new Map<string, string>([
    [PREVIOUS_OFF, "the previous crop is off"],
    ...items.map((i) => [i.id, i.name] as [string, string]),
    ...crop.guide.stages.map((s) => [s.id, s.name] as [string, string]),
  ]);
  const eventOf = (anchor: string) => {
    const role = ANCHOR_ROLES[anchor];
    return (role && items.find((i) => i.role === role)?.id) ?? anchor;
  };

  const { climate, observedWeather: observed } = facts;
  const weather = climate ? seasonWeather(climate, season, { today: facts.today, observed }) : undefined;
  const seen = done.has(plant) ? facts.observations : [];
  const stagesByPlanting = new Map<IsoDate, StageDate[]>();
  const stagesFor = (date: IsoDate): StageDate[] => {
    const known = stagesByPlanting.get(date);
    if (known) return known;
    const made = stageDates(crop.guide, date, climate, { kind: crop.kind, weather, observed: seen });
    stagesByPlanting.set(date, made);
    return made;
  };

  // stages come by warmth and are seen in the field: nobody sets them, and what hangs on one is not carried past it
  const stageIds = new Set<string>(crop.guide.stages.map((s) => s.id));
  const wishes = Object.entries(common.dates ?? {}).filter(([id]) => !done.has(id) && !stageIds.has(id));
  const rules = standingRules();
  const overtaken = overtakenJobs(items, rules.waits, done);
  const left = items.filter((i) => !overtaken.has(i.id));
  const standing: Standing = {
    ...rules,
    waits: rules.waits.filter((w) => !overtaken.has(w.from) && !overtaken.has(w.to)),
    windows: rules.windows.filter((w) => !overtaken.has(w.event)),
    known: new Set([...rules.known].filter((id) => !overtaken.has(id))),
  };
  let planting = firstPlanting(context, plant);
  let solved = solveFor(planting);
  // stages follow planting by warmth, so a planting date that moved moves them: solve again until it stands
  for (let round = 0; round < 4; round++) {
    const at = solved.dates[plant]?.planned;
    if (!at || at === planting) break;
    planting = at;
    solved = solveFor(planting);
  }
  const roles = Object.fromEntries(items.map(({ id, role }) => [id, role]));
  return { ...solved, roles, dates: withPlayAfterPlanting(solved), overdue: overdueByConflict(solved), overtaken };

  /** What follows planting is given the play that it has for this planting date, not for any. */
  function withPlayAfterPlanting(free: Solved): SolvedDates["dates"] {
    const plantedOn = free.dates[plant as string]?.planned;
    if (!plantedOn || done.has(plant as string)) return free.dates;
    const tied = solveFor(plantedOn, plantedOn).dates;
    const dates = { ...free.dates };
    for (const [id, own] of Object.entries(free.dates)) {
      const play = tied[id];
      if (id !== plant && play && own.planned && own.planned >= plantedOn && !isBefore(id))
        dates[id] = { ...play, planned: own.planned };
    }
    return dates;
  }

  function isBefore(id: string): boolean {
    const item = items.find((i) => i.id === id);
    return item?.when.some((w) => eventOf(w.from) === plant && w.usual < 0) ?? false;
  }

  /** An operation whose own wait clashes with today is overdue by what that clash is short. */
  function overdueByConflict({ conflicts, waits, windows }: Solved): Map<string, number> {
    const overdue = new Map<string, number>();
    for (const conflict of conflicts) {
      if (!conflict.ids.includes("today")) continue;
      for (const member of [...waits, ...windows]) {
        const id = ownerOf(member);
        if (id && conflict.ids.includes(member.id) && !overdue.has(id)) overdue.set(id, conflict.shortByDays);
      }
    }
    return overdue;
  }

  /** What holds whatever the planting date: the triggers and waits of the operations, windows, and what was held. */
  function standingRules(): Standing {
    const events: SeasonEvent[] = [];
    const waits: PlanWait[] = [];
    const windows: PlanWindow[] = [];
    const previous = facts.previousCrop;
    if (previous?.harvest) {
      const past = previous.harvested || previous.harvest < facts.today;
      events.push({ id: PREVIOUS_OFF, ...(past ? { pinned: previous.harvest } : {}) });
      if (!past)
        windows.push({
          id: "previous.expected",
          kind: "previousOff",
          event: PREVIOUS_OFF,
          notBefore: previous.harvest,
          reason: `the previous crop is expected off on ${formatDay(previous.harvest)}`,
          source: "custom",
          hard: true,
        });
    }
    const known = new Set([...events, ...items, ...crop.guide.stages].map((e) => e.id));
    for (const item of items) {
      for (const when of item.when) {
        const from = eventOf(when.from);
        if (!known.has(from)) continue;
        waits.push({
          id: `${item.id}.from.${from}`,
          kind: "trigger",
          from,
          to: item.id,
          minDays: when.min,
          maxDays: when.max,
          reason: waitReason(item.name, when, names.get(from) ?? from),
          source: "agronomy",
          // a crop must be off, and the ground worked before planting: no one may ease that
          hard: from === PREVIOUS_OFF || when.min <= ANY_TIME_BEFORE,
        });
      }
      for (const wait of item.waits ?? []) if (known.has(wait.from) && known.has(wait.to)) waits.push({ ...wait });
    }
    windows.push({
      id: "planting.window",
      kind: "sowing",
      event: plant as string,
      notBefore: window.from,
      notAfter: window.until,
      reason: `${crop.kind.name.toLowerCase()} is sown here from ${formatDay(window.from)} to ${formatDay(window.until)}`,
      source: "custom",
      hard: false,
    });
    for (const [id, wish] of wishes)
      if (wish.held && known.has(id))
        windows.push({
          id: `held.${id}`,
          kind: "held",
          event: id,
          notBefore: wish.date,
          notAfter: wish.date,
          reason: `you set ${names.get(id) ?? id} for ${formatDay(wish.date)}`,
          source: "agronomist",
          hard: false,
        });
    relax(waits, windows, common.relaxed ?? {});
    return { events, waits, windows, known };
  }

  function solveFor(plantingGuess: IsoDate, plantedOn?: IsoDate): Solved {
    const stages = stagesFor(plantingGuess);
    const planted = done.has(plant as string);
    const events = [...standing.events];
    const preferences: Preference[] = [];
    for (const item of left) {
      const doneOn = done.get(item.id) ?? (item.id === plant ? plantedOn : undefined);
      events.push({ id: item.id, ...(doneOn ? { pinned: doneOn } : {}) });
    }
    const byStage: PlanWait[] = [];
    for (const { stage, daysAfterPlanting, date, basis } of stages) {
      const past = planted && (date < facts.today || basis === "observed");
      events.push({ id: stage.id, ...(past ? { pinned: date } : {}) });
      if (!past)
        byStage.push({
          id: `stage.${stage.id}`,
          kind: "stage",
          from: plant as string,
          to: stage.id,
          minDays: daysAfterPlanting,
          maxDays: daysAfterPlanting,
          reason: `${stage.name} comes ${daysAfterPlanting} days after planting at this station's warmth`,
          source: "agronomy",
          hard: true,
        });
    }
    relax(byStage, [], common.relaxed ?? {});
    for (const [id, wish] of wishes) {
      if (!standing.known.has(id)) continue;
      // a wish before planting may move planting; one after it only moves within the play that planting leaves
      const main = items.find((i) => i.id === id)?.when[0];
      preferences.push({
        event: id,
        date: wish.date,
        weight: id === plant || (main && eventOf(main.from) === plant && main.usual < 0) ? 100 : 40,
      });
    }

    const estimate = new Map<string, IsoDate>([
      [plant as string, plantingGuess],
      ...stages.map((s) => [s.stage.id, s.date] as [string, IsoDate]),
    ]);
    if (facts.previousCrop?.harvest) estimate.set(PREVIOUS_OFF, facts.previousCrop.harvest);
    for (let pass = 0; pass < 4; pass++)
      for (const item of left) {
        const main = item.when[0];
        const from = main && estimate.get(eventOf(main.from));
        if (main && from && !estimate.has(item.id))
          estimate.set(item.id, done.get(item.id) ?? addDays(from, main.usual));
      }
    preferences.push({
      event: plant as string,
      date:
        done.has(plant as string) || !common.dates?.[plant as string]
          ? window.best < facts.today
            ? plantingGuess
            : window.best
          : plantingGuess,
      weight: 50,
    });
    for (const item of left) {
      const date = estimate.get(item.id);
      if (date && item.id !== plant) preferences.push({ event: item.id, date, weight: item.weight });
    }
    const waits = [...standing.waits, ...byStage];
    const { windows } = standing;
    return { stages, ...solveSettingAside({ events, waits, windows, preferences, today: facts.today }) };
  }
}

/** The operation that a wait belongs to: the one that hangs on a trigger, or that states a wait of its own. */
function ownerOf(member: PlanWait | PlanWindow): string | null {
  switch (member.kind) {
    case "trigger":
      return member.to;
    case "sequence":
    case "settling":
      return member.from;
    case "sowing":
      return member.event;
    default:
      return null;
  }
}

/**
 * Jobs that come before one that was logged, and were not logged themselves: once wheat is drilled, no stubble is shredded and no
 * seed tested. By the job's id, the name of what was logged.
 */
function overtakenJobs(
  items: Datable[],
  waits: PlanWait[],
  logged: ReadonlyMap<string, IsoDate>,
): ReadonlyMap<string, string> {
  const overtaken = new Map<string, string>();
  // planting and harvest are facts that all else is counted from: they are logged late, and never fall away
  const nameOf = new Map(items.flatMap((i) => (FACTS.has(i.role) ? [] : [[i.id, i.name] as const])));
  const loggedName = new Map(items.flatMap((i) => (logged.has(i.id) ? [[i.id, i.name] as const] : [])));
  const before = waits.flatMap(({ from, to, minDays, maxDays }): [first: string, then: string][] => [
    ...(typeof minDays === "number" && minDays >= 0 ? [[from, to] as [string, string]] : []),
    ...(typeof maxDays === "number" && maxDays <= 0 ? [[to, from] as [string, string]] : []),
  ]);
  for (let more = true; more; ) {
    more = false;
    for (const [first, then] of before) {
      const by = loggedName.get(then) ?? overtaken.get(then);
      if (by === undefined || logged.has(first) || overtaken.has(first) || !nameOf.has(first)) continue;
      overtaken.set(first, by);
      more = true;
    }
  }
  return overtaken;
}

type Solved = Omit<SolvedDates, "overdue" | "overtaken" | "roles">;
type Standing = { events: SeasonEvent[]; waits: PlanWait[]; windows: PlanWindow[]; known: ReadonlySet<string> };
type Problem = {
  events: SeasonEvent[];
  waits: PlanWait[];
  windows: PlanWindow[];
  preferences: Preference[];
  today: IsoDate;
};

function solveSettingAside(problem: Problem): Omit<Solved, "stages"> {
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

const latest = (a: IsoDate, b: IsoDate): IsoDate => (a > b ? a : b);
