import { dayNumber, type IsoDate, isoDate } from "../dates";
import { type FieldError, fieldError } from "../result";
import { type Bounds, type Edge, Network, shortestNegativeCycle } from "./network";

type WaitSource = "agronomy" | "label" | "law" | "custom" | "weather" | "agronomist";

export interface SeasonEvent {
  id: string;
  /** the date on which it did happen */
  pinned?: IsoDate | null;
}

/** minDays <= to - from <= maxDays; an absent bound is open; hours are rounded up to days. */
export interface Wait {
  id: string;
  from: string;
  to: string;
  minDays?: number | null;
  maxDays?: number | null;
  reason: string;
  source: WaitSource;
  /** false: may be offered for relaxation in a conflict; it is enforced all the same */
  hard: boolean;
}

export interface SeasonWindow {
  id: string;
  event: string;
  notBefore?: IsoDate | null;
  notAfter?: IsoDate | null;
  reason: string;
  source: WaitSource;
  hard: boolean;
}

export interface Preference {
  event: string;
  date: IsoDate;
  weight: number;
}

export interface SeasonProblem {
  events: SeasonEvent[];
  waits: Wait[];
  windows: SeasonWindow[];
  preferences: Preference[];
  today?: IsoDate | null;
}

export interface EventDates {
  /** null: open */
  earliest: IsoDate | null;
  latest: IsoDate | null;
  planned: IsoDate | null;
}

/** A smallest set of waits that cannot hold together, and by how many days. */
export interface Conflict {
  ids: string[];
  shortByDays: number;
  relaxations: { id: string; byDays: number }[];
}

type SeasonResult =
  | { ok: true; value: { events: Record<string, EventDates>; broken: { id: string; byDays: number }[] } }
  | { ok: false; conflict: Conflict; errors?: undefined }
  | { ok: false; errors: FieldError[]; conflict?: undefined };

/**
 * Dates for all events of a season that keep every wait and window, or the smallest set of them that cannot hold
 * together.
 *
 * Earliest and latest come from shortest paths alone. Planned: preferences by falling weight (ties in the order given)
 * take the nearest date still possible; the remaining events take their earliest still possible date, else their
 * latest, else null. `today` bounds what is not pinned from below. What pins have broken among themselves is reported
 * under `broken` and no longer binds.
 *
 * Errors: unknown events, ids given twice (across waits and windows), min over max, dates that do not exist.
 *
 * Example: a to b 5 to 10 days, wishes a on 2027-03-01 (weight 5) and b on 2027-03-21 (weight 1) gives a 03-01, b 03-11.
 */
export function solveSeason(problem: SeasonProblem): SeasonResult {
  const errors = checkProblem(problem);
  if (errors.length > 0) return { ok: false, errors };

  const node = new Map(problem.events.map((event, i) => [event.id, i + 1]));
  const pins = new Map<string, number>();
  for (const event of problem.events) if (event.pinned) pins.set(event.id, dayNumber(event.pinned) as number);

  const { edges, broken } = buildEdges(problem, node, pins);
  const network = new Network(problem.events.length + 1, edges);
  const bounds = network.bounds();
  if (!bounds) return { ok: false, conflict: findConflict(problem, network) };

  const open = { low: bounds.low.slice(), high: bounds.high.slice() };
  planDates(problem, node, network, bounds);
  const events: Record<string, EventDates> = {};
  for (const [id, i] of node) {
    const planned = bounds.low[i] as number;
    events[id] = { earliest: toDate(open.low[i]), latest: toDate(open.high[i]), planned: toDate(planned) };
  }
  return { ok: true, value: { events, broken } };
}

/** Constraints as edges; those that the facts have broken are reported instead. */
function buildEdges(problem: SeasonProblem, node: Map<string, number>, pins: Map<string, number>) {
  const edges: Edge[] = [];
  const broken: { id: string; byDays: number }[] = [];
  const add = (from: number, to: number, weight: number, member: string) => edges.push({ from, to, weight, member });

  for (const wait of problem.waits) {
    const min = wait.minDays === null || wait.minDays === undefined ? null : Math.ceil(wait.minDays);
    const max = wait.maxDays === null || wait.maxDays === undefined ? null : Math.ceil(wait.maxDays);
    const a = pins.get(wait.from);
    const b = pins.get(wait.to);
    if (a !== undefined && b !== undefined) {
      const byDays = Math.max(min === null ? 0 : min - (b - a), max === null ? 0 : b - a - max);
      if (byDays > 0) broken.push({ id: wait.id, byDays });
      continue;
    }
    const from = node.get(wait.from) as number;
    const to = node.get(wait.to) as number;
    if (max !== null) add(from, to, max, wait.id);
    if (min !== null) add(to, from, -min, wait.id);
  }
  for (const window of problem.windows) {
    const low = window.notBefore ? (dayNumber(window.notBefore) as number) : null;
    const high = window.notAfter ? (dayNumber(window.notAfter) as number) : null;
    const pin = pins.get(window.event);
    if (pin !== undefined) {
      const byDays = Math.max(low === null ? 0 : low - pin, high === null ? 0 : pin - high);
      if (byDays > 0) broken.push({ id: window.id, byDays });
      continue;
    }
    const to = node.get(window.event) as number;
    if (high !== null) add(0, to, high, window.id);
    if (low !== null) add(to, 0, -low, window.id);
  }
  const today = problem.today ? (dayNumber(problem.today) as number) : null;
  for (const [id, i] of node) {
    const pin = pins.get(id);
    if (pin !== undefined) {
      add(0, i, pin, `pin:${id}`);
      add(i, 0, -pin, `pin:${id}`);
    } else if (today !== null) add(i, 0, -today, "today");
  }
  return { edges, broken };
}

/** Fixes every event within `bounds`: wishes first, then earliest, then latest. */
function planDates(problem: SeasonProblem, node: Map<string, number>, network: Network, bounds: Bounds): void {
  const fixed = new Uint8Array(network.size);
  const fix = (i: number, day: number) => {
    fixed[i] = 1;
    network.fix(bounds, i, day);
  };
  const wishes = problem.preferences
    .map((preference, order) => ({ ...preference, order }))
    .sort((a, b) => b.weight - a.weight || a.order - b.order);
  for (const wish of wishes) {
    const i = node.get(wish.event) as number;
    if (fixed[i]) continue;
    const day = dayNumber(wish.date) as number;
    fix(i, Math.min(Math.max(day, bounds.low[i] as number), bounds.high[i] as number));
  }
  // an event that is open below may gain a lower bound when another is fixed, so those come after the bounded ones
  for (const side of ["low", "high"] as const) {
    for (let again = true; again; ) {
      again = false;
      for (const i of node.values()) {
        if (fixed[i] || !Number.isFinite(bounds[side][i] as number)) continue;
        fix(i, bounds[side][i] as number);
        again = side === "low";
      }
    }
  }
}

function findConflict(problem: SeasonProblem, network: Network): Conflict {
  const cycle = shortestNegativeCycle(network.size, network.edges);
  if (!cycle) throw new Error("an inconsistent season without a negative cycle");
  const soft = new Set([...problem.waits, ...problem.windows].filter((c) => !c.hard).map((c) => c.id));
  const relaxations: Conflict["relaxations"] = [];
  for (const edge of cycle.edges) {
    if (!soft.has(edge.member)) continue;
    // enough for the whole season where this member alone is to blame, else enough for this conflict
    const rest = new Network(
      network.size,
      network.edges.filter((e) => e !== edge),
    );
    const back = rest.bounds() ? rest.distance(edge.to, edge.from, "") : -edge.weight - cycle.weight;
    relaxations.push({ id: edge.member, byDays: Math.max(-cycle.weight, -back - edge.weight) });
  }
  return { ids: cycle.edges.map((edge) => edge.member), shortByDays: -cycle.weight, relaxations };
}

function checkProblem(problem: SeasonProblem): FieldError[] {
  const errors: FieldError[] = [];
  for (const list of ["events", "waits", "windows", "preferences"] as const)
    if (!Array.isArray(problem?.[list])) errors.push(fieldError(list, problem?.[list], "a list"));
  if (errors.length > 0) return errors;

  // a field is named only where it is refused: hundreds are looked at for every draft
  type Place = [list: string, i: number, part: string];
  const refuse = ([list, i, part]: Place, given: unknown, allowed: string) =>
    errors.push(fieldError(`${list}[${i}].${part}`, given, allowed));
  const known = new Set<string>();
  const date = (given: unknown, ...place: Place) => {
    if (given !== undefined && given !== null && dayNumber(given) === null) refuse(place, given, A_DATE);
  };
  problem.events.forEach((event, i) => {
    if (typeof event?.id !== "string" || event.id === "") refuse(["events", i, "id"], event?.id, "a text");
    else if (known.has(event.id)) refuse(["events", i, "id"], event.id, "an id that no other event has");
    else known.add(event.id);
    date(event?.pinned, "events", i, "pinned");
  });
  const event = (given: unknown, ...place: Place) => {
    if (!known.has(given as string)) refuse(place, given, "the id of an event");
  };
  const ids = new Set<string>();
  const id = (given: unknown, ...place: Place) => {
    if (typeof given !== "string" || given === "") refuse(place, given, "a text");
    else if (ids.has(given)) refuse(place, given, "an id that no other wait or window has");
    else ids.add(given);
  };
  const days = (given: unknown, ...place: Place) => {
    if (given !== undefined && given !== null && !Number.isFinite(given)) refuse(place, given, "a number of days");
  };
  problem.waits.forEach((wait, i) => {
    id(wait?.id, "waits", i, "id");
    event(wait?.from, "waits", i, "from");
    event(wait?.to, "waits", i, "to");
    days(wait?.minDays, "waits", i, "minDays");
    days(wait?.maxDays, "waits", i, "maxDays");
    if (wait?.from !== undefined && wait.from === wait.to)
      refuse(["waits", i, "to"], wait.to, "another event than from");
    if (typeof wait?.minDays === "number" && typeof wait.maxDays === "number" && wait.minDays > wait.maxDays)
      refuse(["waits", i, "minDays"], wait.minDays, `at most maxDays (${wait.maxDays})`);
  });
  problem.windows.forEach((window, i) => {
    id(window?.id, "windows", i, "id");
    event(window?.event, "windows", i, "event");
    date(window?.notBefore, "windows", i, "notBefore");
    date(window?.notAfter, "windows", i, "notAfter");
    const low = dayNumber(window?.notBefore);
    const high = dayNumber(window?.notAfter);
    if (low !== null && high !== null && low > high)
      refuse(["windows", i, "notBefore"], window.notBefore, `on or before notAfter (${window.notAfter})`);
  });
  problem.preferences.forEach((preference, i) => {
    event(preference?.event, "preferences", i, "event");
    if (dayNumber(preference?.date) === null) refuse(["preferences", i, "date"], preference?.date, A_DATE);
    if (!Number.isFinite(preference?.weight)) refuse(["preferences", i, "weight"], preference?.weight, "a number");
  });
  if (problem.today !== undefined && problem.today !== null && dayNumber(problem.today) === null)
    errors.push(fieldError("today", problem.today, A_DATE));
  return errors;
}

const A_DATE = 'a date that exists, as "2027-03-04"';

function toDate(day: number | undefined): IsoDate | null {
  return day !== undefined && Number.isFinite(day) ? isoDate(day) : null;
}
