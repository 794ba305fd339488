/** What is due across all fields: issued versions, drafted again with what was logged, seen and moved since. */

import { addDays, byDate, type IsoDate } from "@/core/dates";
import { type OutlookDay, outlook } from "@/core/season/outlook";
import type { WeekOperation } from "@/core/sheets/outline";
import type { Drainage } from "@/core/soil/drainage";
import type { TextureClass } from "@/core/soil/texture";
import type { Access } from "./access";
import { brokenLines } from "./broken-plan";
import { loadClimates } from "./climates";
import type { DueOperation, FarmOutlook, WeekSheet } from "./contracts";
import { type Client, rows } from "./db";
import { outlineLines } from "./outlines";
import { loadPlaces } from "./places";
import { loadObservedWeather } from "./stations";

/** Days after the week that the page shows too. */
const AFTER = 14;

/**
 * Operations of all issued plans round a week, with those that are overdue, and the outlook for each farm. Plans are
 * drafted again from the decisions of their last issued version, so that a draft in progress does not move what the
 * grower was given.
 */
export async function loadWeek(client: Client, access: Access, from: IsoDate): Promise<WeekSheet> {
  const [lines, places, broken, found] = await Promise.all([
    outlineLines(client, access, "issued"),
    loadPlaces(client, access),
    brokenLines(client, access, "issued"),
    rows<{ planId: string; crop: string; operation: WeekOperation }>(
      client,
      `select o.plan_id as "planId", o.season::json ->> 0 as crop, w.operation
       from plan_outline o cross join lateral jsonb_array_elements(o.week) as w (operation)
       where o.practice_id = $1 and o.basis = 'issued' and o.season <> '' and (o.first_open <= ($3::text)::date or o.last_done >= ($2::text)::date) and (
         (w.operation ->> 'doneOn' is null and ((w.operation ->> 'overdueDays')::int > 0 or w.operation ->> 'date' between $2 and $3))
         or w.operation ->> 'doneOn' between $2 and $3)`,
      [access.practiceId, from, addDays(from, 6 + AFTER)],
    ),
  ]);
  const farms = new Set([...places.values()].flatMap((p) => (p.version === null ? [] : [p.farmId])));
  const [issued, outlooks] = await Promise.all([
    rows<{ planId: string; operationId: string; plannedOn: IsoDate | null }>(
      client,
      `select o.plan_id as "planId", o.operation_id as "operationId", o.planned_on as "plannedOn"
       from unnest($2::uuid[], $3::text[], $4::int[]) as u (plan_id, operation_id, version)
       join operation o on o.practice_id = $1 and o.plan_id = u.plan_id and o.version = u.version and o.operation_id = u.operation_id`,
      [
        access.practiceId,
        found.map((f) => f.planId),
        found.map((f) => f.operation.id),
        found.map((f) => places.get(f.planId)?.version ?? null),
      ],
    ),
    loadOutlooks(client, access, [...farms]),
  ]);
  const issuedOn = new Map(issued.map((i) => [`${i.planId} ${i.operationId}`, i.plannedOn]));
  const due = found
    .flatMap(({ planId, crop, operation }): DueOperation[] => {
      const place = places.get(planId);
      const version = place?.version ?? null;
      if (!place || version === null) return [];
      const { field, farm, areaHa } = place;
      const issuedDate = issuedOn.get(`${planId} ${operation.id}`) ?? null;
      return [{ ...operation, planId, crop, field, farm, areaHa, version, issuedDate }];
    })
    .sort((a, b) => byDate(a.date, b.date) || a.farm.localeCompare(b.farm));
  const plans = [...places]
    .flatMap(([planId, { version, field }]) => (version === null ? [] : [{ planId, version, field }]))
    .sort((a, b) => a.field.localeCompare(b.field));
  return { due, plans, outlooks, waiting: lines.filter((l) => !l.fresh).length, broken };
}

/** Outlooks of this process by station (and its clock), day and soil: they follow from these alone. */
const keptOutlooks = new Map<string, OutlookDay[]>();

/** The coming seven days for each farm with an issued plan, on its commonest soil. */
async function loadOutlooks(client: Client, access: Access, farmIds: string[]): Promise<FarmOutlook[]> {
  const farms = await rows<{
    farm: string;
    stationId: string;
    texture: TextureClass;
    drainage: Drainage;
    measuredTo: IsoDate | null;
    clock: number | null;
  }>(
    client,
    `select fa.name as farm, fa.station_id as "stationId", s.texture, s.drainage,
       (select n from facts_clock k where k.practice_id = fa.practice_id and k.of_id = fa.station_id) as clock,
       (select max(day) from station_day d where d.practice_id = fa.practice_id and d.station_id = fa.station_id) as "measuredTo"
     from farm fa join lateral (select f.texture_class as texture, f.drainage from field f where f.practice_id = fa.practice_id and f.farm_id = fa.id
       group by 1, 2 order by sum(f.area_ha) desc limit 1) s on true
     where fa.practice_id = $1 and fa.station_id is not null and fa.id = any($2::uuid[])
     order by fa.name`,
    [access.practiceId, farmIds],
  );
  const climates = await loadClimates(client, access.practiceId, [...new Set(farms.map((f) => f.stationId))]);
  const season = Number(access.today.slice(0, 4));
  const result = new Map<string, FarmOutlook>();
  for (const farm of farms) {
    const climate = climates.get(farm.stationId);
    if (!climate) continue;
    const key = [farm.stationId, farm.clock, access.today, farm.texture, farm.drainage].join(" ");
    const same = result.get(key);
    if (same) {
      same.farms.push(farm.farm);
      continue;
    }
    let days = keptOutlooks.get(key);
    if (!days) {
      const observed = farm.measuredTo ? await loadObservedWeather(client, access, farm.stationId, season) : null;
      days = outlook(climate, access.today, farm.texture, farm.drainage, observed);
      if (keptOutlooks.size > 500) keptOutlooks.clear();
      keptOutlooks.set(key, days);
    }
    result.set(key, {
      farms: [farm.farm],
      station: climate.station,
      soil: farm.texture,
      days,
      measuredTo: farm.measuredTo,
    });
  }
  return [...result.values()];
}
