/**
 * The load of machines and crews by week against what can be done, and moves inside the windows that take a load off
 * where a week is overbooked.
 */

import { addDays, type IsoDate, isoDate, toDay } from "../dates";

export interface Job {
  id: string;
  /** whose machine or crew, such as "farm 3: tractors" */
  resource: string;
  hours: number;
  date: IsoDate;
  earliest: IsoDate | null;
  latest: IsoDate | null;
  /** done, held or bound: not to be moved */
  fixed: boolean;
  /** higher is moved later */
  weight: number;
}

/** Hours that a resource can work in a week that begins on a date (Monday). */
export type Capacity = (resource: string, week: IsoDate) => number;

export interface WeekLoad {
  resource: string;
  week: IsoDate;
  hours: number;
  capacity: number;
  jobs: string[];
}

export interface Move {
  job: string;
  from: IsoDate;
  to: IsoDate;
  hours: number;
  resource: string;
  fromWeek: IsoDate;
  toWeek: IsoDate;
}

/** Monday of a date's week. Example: "2027-03-04", a Thursday, gives "2027-03-01". */
export function weekOf(date: IsoDate): IsoDate {
  const day = toDay(date);
  return isoDate(day - ((day + 3) % 7));
}

/** Hours by resource and week, each against its capacity, in the order of resource and week. */
export function weeklyLoad(jobs: Job[], capacity: Capacity): WeekLoad[] {
  const loads = new Map<string, WeekLoad>();
  for (const job of jobs) {
    const week = weekOf(job.date);
    const key = `${job.resource}|${week}`;
    const load = loads.get(key);
    if (load) {
      load.hours += job.hours;
      load.jobs.push(job.id);
    } else
      loads.set(key, {
        resource: job.resource,
        week,
        hours: job.hours,
        capacity: capacity(job.resource, week),
        jobs: [job.id],
      });
  }
  return [...loads.values()].sort((a, b) => a.resource.localeCompare(b.resource) || a.week.localeCompare(b.week));
}

/**
 * Moves that bring overbooked weeks under their capacity, each inside the job's own window and from `today` on: from the
 * worst week on, the job that weighs least and fits best elsewhere goes to the nearest week with room (the same weekday
 * where its window allows). A week that no move can mend stays, and is listed under `left`.
 *
 * Each move keeps the other jobs where they are; a plan's own waits between its jobs are checked when it is drafted again.
 */
export function levelLoad(jobs: Job[], capacity: Capacity, today: IsoDate): { moves: Move[]; left: WeekLoad[] } {
  const placed = new Map(jobs.map((j) => [j.id, j.date]));
  const hours = new Map<string, number>();
  const add = (resource: string, week: IsoDate, h: number) =>
    hours.set(`${resource}|${week}`, (hours.get(`${resource}|${week}`) ?? 0) + h);
  for (const job of jobs) add(job.resource, weekOf(job.date), job.hours);
  const over = () =>
    weeklyLoad(
      jobs.map((j) => ({ ...j, date: placed.get(j.id) as IsoDate })),
      capacity,
    ).filter((l) => l.hours > l.capacity + 1e-9 && addDays(l.week, 6) >= today);

  const byId = new Map(jobs.map((j) => [j.id, j]));
  const moves = new Map<string, Move>();
  const given = new Set<string>();
  for (let round = 0; round < 200; round++) {
    const worst = over()
      .filter((l) => !given.has(`${l.resource}|${l.week}`))
      .sort((a, b) => b.hours - b.capacity - (a.hours - a.capacity))[0];
    if (!worst) break;
    const candidates = worst.jobs
      .map((id) => byId.get(id) as Job)
      .filter((j) => !j.fixed && !moves.has(j.id) && j.hours > 0)
      .sort(
        (a, b) =>
          a.weight - b.weight ||
          Math.abs(a.hours - (worst.hours - worst.capacity)) - Math.abs(b.hours - (worst.hours - worst.capacity)),
      );
    let moved = false;
    for (const job of candidates) {
      const to = nearestRoom(job);
      if (!to) continue;
      const from = placed.get(job.id) as IsoDate;
      placed.set(job.id, to);
      add(job.resource, weekOf(from), -job.hours);
      add(job.resource, weekOf(to), job.hours);
      moves.set(job.id, {
        job: job.id,
        from,
        to,
        hours: job.hours,
        resource: job.resource,
        fromWeek: weekOf(from),
        toWeek: weekOf(to),
      });
      moved = true;
      break;
    }
    if (!moved) given.add(`${worst.resource}|${worst.week}`);
  }
  return { moves: [...moves.values()], left: over() };

  function nearestRoom(job: Job): IsoDate | null {
    const from = toDay(placed.get(job.id) as IsoDate);
    const low = Math.max(toDay(job.earliest ?? addDays(job.date, -28)), toDay(today));
    const high = toDay(job.latest ?? addDays(job.date, 28));
    const own = weekOf(isoDate(from));
    for (let weeks = 1; weeks <= 12; weeks++)
      for (const sign of [1, -1]) {
        const wished = Math.min(high, Math.max(low, from + sign * 7 * weeks));
        const week = weekOf(isoDate(wished));
        if (wished < low || wished > high || week === own || (sign > 0 ? week < own : week > own)) continue;
        if ((hours.get(`${job.resource}|${week}`) ?? 0) + job.hours <= capacity(job.resource, week))
          return isoDate(wished);
      }
    return null;
  }
}
