/** What is due across all fields: issued versions, drafted again with what was logged, seen and moved since. */

import { addDays, byDate, type IsoDate } from "@/core/dates";
import { type OutlookDay, outlook } from "@/core/season/outlook";
import type { WeekOperation } from "@/core/sheets/outline";
import type { Access } from "./access";
import { brokenLines } from "./broken-plan";
import { byName } from "./by-name";
import { loadClimates } from "./climates";
import { commonestSoils } from "./commonest-soils";
import type { DueOperation, FarmOutlook, WeekSheet } from "./contracts";
import { type Client, rows } from "./db";
import { loadGround } from "./ground";
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
    rows<{ planId: string; crop: string; issuedDate: IsoDate | null; operation: WeekOperation }>(
      client,
      `select plan_id as "planId", crop, issued_on as "issuedDate", operation from outline_operation
       where practice_id = $1 and (late or on_day between $2::date and $3::date) order by plan_id, nr`,
      [access.practiceId, from, addDays(from, 6 + AFTER)],
    ),
  ]);
  const farms = new Set([...places.values()].flatMap((p) => (p.version === null ? [] : [p.farmId])));
  const outlooks = await loadOutlooks(client, access, farms);
  const due = found
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
