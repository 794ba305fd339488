/** Weather stations: their normals, what was measured there, which farms they stand for. */

import { type IsoDate, toDay } from "@/core/dates";
import type { WeatherRow } from "@/core/weather/read-weather-table";
import type { ObservedWeather } from "@/core/weather/season-weather";
import { Refused } from "../access/access";
import { audit } from "../access/audit";
import type { FarmStation, ImportResult, StationLine, StationSheet } from "../contracts";
import { type Client, hold, isId, row, rows, type Scope } from "../storage/db";
import { loadClimates } from "./climates";

/** Measured days since the year before a season, as the core takes them; null where there are none. */
export async function loadObservedWeather(
  client: Client,
  scope: Scope,
  stationId: string,
  season: number,
): Promise<ObservedWeather | null> {
  const days = await rows<{ day: IsoDate; tmin: number | null; tmax: number | null; rain: number | null }>(
    client,
    `select day, tmin_c as tmin, tmax_c as tmax, rain_mm as rain from station_day
     where practice_id = $1 and station_id = $2 and day >= $3 and day <= $4 order by day`,
    [scope.practiceId, stationId, `${season - 1}-01-01`, `${season + 1}-03-01`],
  );
  const first = days[0];
  const last = days.at(-1);
  if (!first || !last) return null;
  const from = toDay(first.day);
  const length = toDay(last.day) - from + 1;
  const empty = () => new Array<number | null>(length).fill(null);
  const observed: ObservedWeather = { firstDay: first.day, tminC: empty(), tmaxC: empty(), rainMm: empty() };
  for (const d of days) {
    const i = toDay(d.day) - from;
    observed.tminC[i] = d.tmin;
    observed.tmaxC[i] = d.tmax;
    observed.rainMm[i] = d.rain;
  }
  return observed;
}

export async function listStations(client: Client, scope: Scope): Promise<StationLine[]> {
  return rows<StationLine>(
    client,
    `select s.id, s.name, s.latitude_deg as "latitudeDeg", s.altitude_m as "altitudeM",
       coalesce((select array_agg(f.name order by f.name) from farm f where f.practice_id = s.practice_id and f.station_id = s.id), '{}') as farms,
       d.from_day as "measuredFrom", d.to_day as "measuredTo", coalesce(d.n, 0) as "measuredDays"
     from station s left join lateral (select min(day) as from_day, max(day) as to_day, count(*)::int as n from station_day d
       where d.practice_id = s.practice_id and d.station_id = s.id) d on true
     where s.practice_id = $1 order by s.name`,
    [scope.practiceId],
  );
}

export async function loadStation(client: Client, scope: Scope, stationId: string): Promise<StationSheet | null> {
  if (!isId(stationId)) return null;
  const station = (await listStations(client, scope)).find((s) => s.id === stationId);
  const climate = station ? (await loadClimates(client, scope.practiceId, [stationId])).get(stationId) : null;
  if (!station || !climate) return null;
  const imports = await rows<StationSheet["imports"][number]>(
    client,
    `select i.file_name as "fileName", i.days, i.new_days as "newDays", i.changed_days as "changedDays", i.from_day as "from", i.to_day as "to",
       i.person as by, to_char(i.at, 'YYYY-MM-DD HH24:MI') as at
     from weather_import i where i.practice_id = $1 and i.station_id = $2 order by i.at desc limit 20`,
    [scope.practiceId, stationId],
  );
  const observed = station.measuredTo
    ? await loadObservedWeather(client, scope, stationId, Number(station.measuredTo.slice(0, 4)))
    : null;
  return { station, climate, imports, observed };
}

export function listFarms(client: Client, scope: Scope): Promise<FarmStation[]> {
  return rows<FarmStation>(
    client,
    `select id, name, station_id as "stationId" from farm where practice_id = $1 order by name`,
    [scope.practiceId],
  );
}

/** Takes a farm's weather from another station. */
export async function chooseStation(
  client: Client,
  scope: Scope,
  { farmId, stationId }: { farmId: string; stationId: string },
): Promise<void> {
  if (!(await hasStation(client, scope, stationId))) throw new Refused(404, "There is no such station.");
  const before = await row<{ station_id: string | null }>(
    client,
    "select station_id from farm where practice_id = $1 and id = $2 for update",
    [scope.practiceId, farmId],
  );
  if (!before) throw new Refused(404, "There is no such farm.");
  await client.query("update farm set station_id = $3 where practice_id = $1 and id = $2", [
    scope.practiceId,
    farmId,
    stationId,
  ]);
  await audit(client, scope, "farm", farmId, "took its weather from another station", before, { stationId });
}

/** Whether the practice has a station of this id. */
export const hasStation = async (client: Client, scope: Scope, id: string): Promise<boolean> =>
  isId(id) &&
  (await row(client, "select 1 from station where practice_id = $1 and id = $2", [scope.practiceId, id])) !== null;

/**
 * Puts measured days in: all or none, in one transaction. Days that stand already with the same values are left, so that
 * the same file twice changes nothing; days with other values are replaced only when `replace` says so.
 */
export async function importWeather(
  client: Client,
  scope: Scope,
  stationId: string,
  fileName: string,
  days: WeatherRow[],
  replace: boolean,
): Promise<ImportResult> {
  await hold(client, stationId);
  if (!(await hasStation(client, scope, stationId))) throw new Refused(404, "There is no such station.");
  const known = await rows<WeatherRow>(
    client,
    `select day as date, tmin_c as "tminC", tmax_c as "tmaxC", rain_mm as "rainMm", solar_mj_per_m2 as "solarMjPerM2", rh_mean_pct as "rhMeanPct", wind_ms as "windAt2mMs"
     from station_day where practice_id = $1 and station_id = $2 and day = any($3::date[])`,
    [scope.practiceId, stationId, days.map((d) => d.date)],
  );
  const before = new Map(known.map((d) => [d.date, d]));
  const stored = (d: WeatherRow) => VALUES.map((key) => (d[key] === null ? null : Math.round(d[key] * 10) / 10));
  const fresh = days.filter((d) => !before.has(d.date));
  const changed = days.filter((d) => {
    const old = before.get(d.date);
    return old && stored(old).some((value, i) => value !== stored(d)[i]);
  });
  if (changed.length > 0 && !replace) {
    const first = changed[0] as WeatherRow;
    throw new Refused(
      409,
      `${changed.length} of the days stand already with other values, the first on ${first.date}. Tick "replace days that differ" to take those of this file.`,
    );
  }
  const put = [...fresh, ...changed];
  if (put.length > 0)
    await client.query(
      `insert into station_day (practice_id, station_id, day, tmin_c, tmax_c, rain_mm, solar_mj_per_m2, rh_mean_pct, wind_ms)
       select $1, $2, d.date, d."tminC", d."tmaxC", d."rainMm", d."solarMjPerM2", d."rhMeanPct", d."windAt2mMs"
       from jsonb_to_recordset($3::jsonb) as d (date date, "tminC" numeric, "tmaxC" numeric, "rainMm" numeric, "solarMjPerM2" numeric, "rhMeanPct" numeric, "windAt2mMs" numeric)
       on conflict (practice_id, station_id, day) do update set tmin_c = excluded.tmin_c, tmax_c = excluded.tmax_c, rain_mm = excluded.rain_mm,
         solar_mj_per_m2 = excluded.solar_mj_per_m2, rh_mean_pct = excluded.rh_mean_pct, wind_ms = excluded.wind_ms`,
      [scope.practiceId, stationId, JSON.stringify(put)],
    );
  const sorted = days.map((d) => d.date).sort();
  const result = {
    days: days.length,
    newDays: fresh.length,
    changedDays: changed.length,
    unchangedDays: days.length - put.length,
    from: sorted[0] as IsoDate,
    to: sorted.at(-1) as IsoDate,
  };
  if (put.length > 0) {
    await client.query(
      "insert into weather_import (practice_id, station_id, file_name, days, new_days, changed_days, from_day, to_day, user_id) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)",
      [
        scope.practiceId,
        stationId,
        fileName.slice(0, 200),
        result.days,
        result.newDays,
        result.changedDays,
        result.from,
        result.to,
        scope.userId,
      ],
    );
    await audit(client, scope, "station", stationId, `took in measured weather from ${fileName}`, null, result);
  }
  return result;
}

const VALUES = ["tminC", "tmaxC", "rainMm", "solarMjPerM2", "rhMeanPct", "windAt2mMs"] as const;
