/** The season's load: jobs of machines and crews, what they can do, and the moves that are offered. */

import { type IsoDate, toDay } from "@/core/dates";
import { type Capacity, type Job, levelLoad, type Move, type WeekLoad, weeklyLoad } from "@/core/season/level-load";
import type { Resource } from "@/core/views/outline";
import type { FarmCapacity } from "@/server/contracts";
import type { SeasonRow } from "./season-rows";

export const RESOURCE_NAMES: Record<Resource, string> = {
  tractors: "tractors",
  harvesters: "harvesters",
  hands: "hands",
  contractor: "contractor",
};

/** Days a week that people work by hand whatever the soil; assumption: six. */
const HAND_DAYS = 6;

export interface SeasonLoad {
  loads: WeekLoad[];
  over: WeekLoad[];
  moves: Move[];
  /** overbooked weeks that no move inside the windows mends */
  left: WeekLoad[];
}

/** A job's key, "plan.operation", of resources "farm|tractors". */
export const jobKey = (planId: string, operationId: string) => `${planId}.${operationId}`;

export function capacityOf(farms: FarmCapacity[], firstWeek: IsoDate): Capacity {
  const byId = new Map(farms.map((f) => [f.id, f]));
  const first = toDay(firstWeek);
  return (resource, week) => {
    const [farmId, kind] = resource.split("|") as [string, Resource];
    const farm = byId.get(farmId);
    if (!farm) return 0;
    const days = kind === "hands" ? HAND_DAYS : (farm.days[(toDay(week) - first) / 7] ?? HAND_DAYS);
    // a contractor comes with one set of machines; assumption
    const units = kind === "contractor" ? 1 : farm[kind];
    return days * farm.dayHours * units;
  };
}

/** Work out loads and moves of all rows; farm by farm, so that the time grows with the fields and no faster. */
export function seasonLoad(rows: SeasonRow[], farms: FarmCapacity[], firstWeek: IsoDate, today: IsoDate): SeasonLoad {
  const capacity = capacityOf(farms, firstWeek);
  const byResource = new Map<string, Job[]>();
  for (const row of rows)
    for (const o of row.operations) {
      if (!o.resource || o.hours <= 0) continue;
      const resource = `${row.farmId}|${o.resource}`;
      const job: Job = {
        id: jobKey(row.planId, o.id),
        resource,
        hours: o.hours,
        date: o.date,
        earliest: o.earliest,
        latest: o.latest,
        fixed: o.done || o.held,
        // planting and harvest move last: the rest of the plan hangs on them
        weight: o.role === "plant" || o.role === "harvest" ? 10 : 1,
      };
      const own = byResource.get(resource);
      if (own) own.push(job);
      else byResource.set(resource, [job]);
    }
  const result: SeasonLoad = { loads: [], over: [], moves: [], left: [] };
  for (const jobs of byResource.values()) {
    const loads = weeklyLoad(jobs, capacity);
    result.loads.push(...loads);
    const over = loads.filter((l) => l.hours > l.capacity + 1e-9 && toDay(l.week) + 6 >= toDay(today));
    if (over.length === 0) continue;
    result.over.push(...over);
    const { moves, left } = levelLoad(jobs, capacity, today);
    result.moves.push(...moves);
    result.left.push(...left);
  }
  return result;
}
