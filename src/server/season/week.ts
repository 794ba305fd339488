/** What is due across all fields: issued versions, drafted again with what was logged, seen and moved since. */

import { addDays, byDate, type IsoDate } from "@/core/dates";
import { type OutlookDay, outlook } from "@/core/season/outlook";
import type { WeekOperation } from "@/core/views/outline";
import type { Access } from "../access/access";
import type { DueOperation, FarmOutlook, WeekSheet } from "../contracts";
import { commonestSoils } from "../land/commonest-soils";
import { loadGround } from "../land/ground";
import { loadPlaces } from "../land/places";
import { brokenLines } from "../plans/broken-plan";
import { outlineLines } from "../plans/outlines";
import { loadClimates } from "../stations/climates";
import { loadObservedWeather } from "../stations/stations";
import { byName } from "../storage/by-name";
import { type Client, rows } from "../storage/db";

/** Days after the week that the page shows too. */
const AFTER = 14;

/**
 * Operations of all issued plans round a week, with those that are overdue, and the outlook for each farm. What is done, and with
 * what, is as it was issued; when follows from the decisions of the last issued version and from what was logged, seen and moved
 * since, so that a draft in progress changes nothing of what the grower was given.
 */
export async function loadWeek(client: Client, access: Access, from: IsoDate): Promise<WeekSheet> {
  const [lines, places, broken, found] = await Promise.all([
    outlineLines(client, access, "issued"),
    loadPlaces(client, access),
    brokenLines(client, access, "issued"),
    rows<{ planId: string; crop: string; issuedDate: IsoDate | null; operation: WeekOperation }>(
      client,
      `select plan_id as "planId", crop, issued_on as "issuedDate", operation from outline_operation
       where practice_id = $1 and (late or on_day between $2::date and $3::date) order by plan_id, nr`,
      [access.practiceId, from, addDays(from, 6 + AFTER)],
    ),
  ]);
  const farms = new Set([...places.values()].flatMap((p) => (p.version === null ? [] : [p.farmId])));
  const outlooks = await loadOutlooks(client, access, farms);
  const stale = lines.filter((l) => !l.fresh).map((l) => l.id);
  const since = stale.length > 0 ? await loadSince(client, access, stale) : null;
  const at = (planId: string, id: string) => `${planId} ${id}`;
  // what was moved into these days by a move that nothing was drafted from yet
  const movedIn = since
    ? await rows<(typeof found)[number]>(
        client,
        `select plan_id as "planId", crop, issued_on as "issuedDate", operation from outline_operation
         where practice_id = $1 and (plan_id, operation ->> 'id') in (select * from unnest($2::uuid[], $3::text[]))`,
        [access.practiceId, ...since.movedInto(from, addDays(from, 6 + AFTER))],
      )
    : [];
  const all = [...new Map([...found, ...movedIn].map((f) => [at(f.planId, f.operation.id), f])).values()].map((f) =>
    since?.plans.has(f.planId) ? { ...f, operation: since.overlay(f.planId, f.operation) } : f,
  );
  const due = all
    .flatMap(({ planId, crop, issuedDate, operation }): DueOperation[] => {
      const place = places.get(planId);
      const version = place?.version ?? null;
      if (!place || version === null) return [];
      const { field, farm, areaHa } = place;
      return [{ ...operation, planId, crop, field, farm, areaHa, version, issuedDate }];
    })
    .sort((a, b) => byDate(a.date, b.date) || byName(a.farm, b.farm));
  const plans = [...places]
    .flatMap(([planId, { version, field }]) => (version === null ? [] : [{ planId, version, field }]))
    .sort((a, b) => byName(a.field, b.field));
  return { due, plans, outlooks, waiting: lines.filter((l) => !l.fresh).length, broken };
}

/**
 * What was logged and moved of plans whose outline waits to be drafted: it shows at once, before anything is drafted from it.
 */
async function loadSince(client: Client, { practiceId }: Access, planIds: string[]) {
  const [logged, moved] = await Promise.all([
    rows<{ planId: string; id: string; on: IsoDate }>(
      client,
      `select plan_id as "planId", operation_id as id, done_on as "on" from log_entry
       where practice_id = $1 and plan_id = any($2::uuid[]) and withdrawn_at is null`,
      [practiceId, planIds],
    ),
    rows<{ planId: string; id: string; on: IsoDate }>(
      client,
      `select m.plan_id as "planId", m.operation_id as id, m.moved_to as "on" from moved_operation m
       where m.practice_id = $1 and m.plan_id = any($2::uuid[]) and m.version =
         (select max(number) from plan_version v where v.practice_id = m.practice_id and v.plan_id = m.plan_id)`,
      [practiceId, planIds],
    ),
  ]);
  const key = (planId: string, id: string) => `${planId} ${id}`;
  const doneOn = new Map(logged.map((l) => [key(l.planId, l.id), l.on]));
  const movedTo = new Map(moved.map((m) => [key(m.planId, m.id), m.on]));
  return {
    plans: new Set(planIds) as ReadonlySet<string>,
    overlay: (planId: string, o: WeekOperation): WeekOperation => {
      const done = doneOn.get(key(planId, o.id)) ?? null;
      return {
        ...o,
        doneOn: done,
        date: movedTo.get(key(planId, o.id)) ?? o.date,
        overdueDays: done ? 0 : o.overdueDays,
      };
    },
    movedInto: (from: IsoDate, to: IsoDate): [string[], string[]] => {
      const own = moved.filter((m) => m.on >= from && m.on <= to);
      return [own.map((m) => m.planId), own.map((m) => m.id)];
    },
  };
}

/** Outlooks of this process by station (and its clock), day and soil: they follow from these alone. */
const keptOutlooks = new Map<string, OutlookDay[]>();

/** The coming seven days for each farm with an issued plan, on its commonest soil. */
async function loadOutlooks(client: Client, access: Access, farmIds: ReadonlySet<string>): Promise<FarmOutlook[]> {
  const [ground, measured, clocks] = await Promise.all([
    loadGround(client, access),
    rows<{ stationId: string; to: IsoDate }>(
      client,
      `select station_id as "stationId", max(day) as to from station_day where practice_id = $1 group by 1`,
      [access.practiceId],
    ),
    rows<{ of: string; n: number }>(
      client,
      `select of_id as "of", n from facts_clock where practice_id = $1 and of_id in (select id from station where practice_id = $1)`,
      [access.practiceId],
    ),
  ]);
  const measuredTo = new Map(measured.map((m) => [m.stationId, m.to]));
  const clock = new Map(clocks.map((c) => [c.of, c.n]));
  const soils = commonestSoils(ground);
  const farms = [...ground.farms.values()].flatMap(({ id, name, stationId }) => {
    const soil = farmIds.has(id) ? soils.get(id) : undefined;
    return soil && stationId
      ? [{ farm: name, stationId, ...soil, clock: clock.get(stationId), measuredTo: measuredTo.get(stationId) ?? null }]
      : [];
  });
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
