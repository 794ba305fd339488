/** Fields with what is known of them. */

import type { IsoDate } from "@/core/dates";
import type { Climate, MonthNormal } from "@/core/weather/climate";
import type { FieldLine, FieldName, FieldSheet } from "./contracts";
import { type Client, isId, row, rows, type Scope } from "./db";
import { listPlantings } from "./plantings";
import { loadGrownCrops } from "./records/grown-crops";
import { loadSoilTests } from "./records/soil-tests";
import { cropsOnField, loadSiteFacts, nextSeason } from "./site";

/** All fields that this person may see, each with its latest plan. */
export async function listFields(client: Client, scope: Scope): Promise<FieldLine[]> {
  return rows<FieldLine>(
    client,
    `select f.id, f.name, fa.name as farm, g.name as grower, f.area_ha as "areaHa", f.texture_class as "textureClass",
       t.ph, t.taken_on as "testedOn", p.id as "planId", p.season, p.guide_id as "guideId",
       (select count(*)::int from planting b where b.practice_id = f.practice_id and b.field_id = f.id and b.season = p.season) as plantings,
       (select max(number) from plan_version v where v.practice_id = f.practice_id and v.plan_id = p.id) as issued,
       (select count(*) from log_entry l where l.practice_id = f.practice_id and l.plan_id = p.id and l.withdrawn_at is null) as logged
     from field f
     join farm fa on fa.practice_id = f.practice_id and fa.id = f.farm_id
     join grower g on g.practice_id = f.practice_id and g.id = fa.grower_id
     left join lateral (select ph, taken_on from soil_test s where s.practice_id = f.practice_id and s.field_id = f.id order by taken_on desc limit 1) t on true
     left join lateral (select q.id, q.season, q.guide_id, q.planting_id from plan q join planting b on b.practice_id = q.practice_id and b.id = q.planting_id
       where q.practice_id = f.practice_id and q.field_id = f.id and q.chosen order by q.season desc, b.follows nulls first, b.part limit 1) p on true
     where f.practice_id = $1 order by fa.name, f.name`,
    [scope.practiceId],
  );
}

/** Every field by name with its newest plan, for finding one. */
export async function listFieldNames(client: Client, scope: Scope): Promise<FieldName[]> {
  const key = [scope.practiceId];
  const [fields, farms, plans] = await Promise.all([
    rows<{ id: string; name: string; farmId: string }>(
      client,
      `select id, name, farm_id as "farmId" from field where practice_id = $1 order by name`,
      key,
    ),
    rows<{ id: string; name: string }>(client, "select id, name from farm where practice_id = $1", key),
    rows<{ fieldId: string; id: string }>(
      client,
      `select distinct on (field_id) field_id as "fieldId", id from plan where practice_id = $1 and chosen order by field_id, season desc, draft`,
      key,
    ),
  ]);
  const farmOf = new Map(farms.map((f) => [f.id, f.name]));
  const planOf = new Map(plans.map((p) => [p.fieldId, p.id]));
  return fields.map((f) => ({
    fieldId: f.id,
    planId: planOf.get(f.id) ?? null,
    name: f.name,
    farm: farmOf.get(f.farmId) ?? "",
  }));
}

/** One field, whole; null when there is none that this person may see. */
export async function loadField(
  client: Client,
  scope: Scope & { today: IsoDate },
  fieldId: string,
): Promise<FieldSheet | null> {
  if (!isId(fieldId)) return null;
  const found = await row<FieldSheet["field"] & { stationId: string | null }>(
    client,
    `select f.id, f.name, fa.name as farm, g.name as grower, f.area_ha as "areaHa", f.texture_class as "textureClass", f.drainage, f.note, f.boundary,
       f.soil_depth_cm as "soilDepthCm", f.slope_pct as "slopePct", f.stones_pct as "stonesPct", f.water_source as "waterSource",
       f.water_m3_per_year as "waterM3PerYear", f.outlet_km as "outletKm", fa.machines, fa.harvesters, fa.hands,
       fa.zone, f.compaction_depth_cm as "compactionDepthCm", f.irrigated, fa.hand_work as "handWork", fa.contractor, fa.labour_per_h as "labourPerH", fa.station_id as "stationId"
     from field f join farm fa on fa.practice_id = f.practice_id and fa.id = f.farm_id
     join grower g on g.practice_id = f.practice_id and g.id = fa.grower_id
     where f.practice_id = $1 and f.id = $2`,
    [scope.practiceId, fieldId],
  );
  if (!found) return null;
  const { stationId, ...field } = found;
  const soilTests = await loadSoilTests(client, scope, fieldId);
  const history = (await loadGrownCrops(client, scope, [fieldId])).get(fieldId) ?? [];
  const site = (await loadSiteFacts(client, scope, nextSeason(scope.today), [fieldId])).get(fieldId);
  return {
    field,
    suits: site ? cropsOnField(site) : [],
    soilTests,
    history,
    plantings: await listPlantings(client, scope, fieldId),
    stationId,
    climate: stationId ? await loadClimate(client, scope, stationId) : null,
  };
}

export async function loadClimate(client: Client, scope: Scope, stationId: string): Promise<Climate | null> {
  const station = await row<{ name: string; latitude: number; altitude: number }>(
    client,
    "select name, latitude_deg as latitude, altitude_m as altitude from station where practice_id = $1 and id = $2",
    [scope.practiceId, stationId],
  );
  const months = await rows<MonthNormal>(
    client,
    `select mean_c as "meanC", rain_mm as "rainMm", eto_mm as "etoMm", tmin_c as "tminC", tmax_c as "tmaxC", wet_days as "wetDays",
       solar_mj_per_m2 as "solarMjPerM2", rh_mean_pct as "rhMeanPct", wind_ms as "windAt2mMs" from station_normal where practice_id = $1 and station_id = $2 order by month`,
    [scope.practiceId, stationId],
  );
  return station && months.length === 12
    ? { station: station.name, latitudeDeg: station.latitude, altitudeM: station.altitude, months }
    : null;
}
