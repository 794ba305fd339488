/** Fields with what is known of them. */

import type { IsoDate } from "@/core/dates";
import { nextSeasonOf } from "@/core/plan/sowing-windows";
import type { FieldLine, FieldSheet, FoundField } from "../contracts";
import { cropNames, guideOf } from "../plans/guides";
import { listPlantings } from "../plans/plantings";
import { cropsOnField, loadSiteFacts, nextSeason } from "../plans/site";
import { loadGrownCrops } from "../records/grown-crops";
import { loadSoilSchemes } from "../records/soil-schemes";
import { loadSoilTests } from "../records/soil-tests";
import { loadClimates } from "../stations/climates";
import { byName } from "../storage/by-name";
import { type Client, isId, row, rows, type Scope } from "../storage/db";
import { groupBy } from "../storage/group-by";
import { loadDescent } from "./field-descent";
import { type GroundPlan, loadGround } from "./ground";

/** All fields that this person may see, each with its latest plan. */
export async function listFields(client: Client, scope: Scope): Promise<FieldLine[]> {
  const [{ fields, farms, growers, tests, plans, plantings, versions }, logs] = await Promise.all([
    loadGround(client, scope),
    rows<{ planId: string; n: number }>(
      client,
      `select plan_id as "planId", count(*)::int as n from log_entry where practice_id = $1 and withdrawn_at is null group by 1`,
      [scope.practiceId],
    ),
  ]);
  const loggedOf = new Map(logs.map((l) => [l.planId, l.n]));
  const count = new Map<string, number>();
  for (const { fieldId, season } of plantings.values()) {
    const at = `${fieldId} ${season}`;
    count.set(at, (count.get(at) ?? 0) + 1);
  }
  // of the latest season the first planting of the ground, then by the name of the part
  const first = (plan: GroundPlan) => {
    const planting = plantings.get(plan.plantingId);
    return `${planting?.follows ? 1 : 0} ${planting?.part ?? ""}`;
  };
  const planOf = new Map<string, GroundPlan>();
  for (const plan of plans.values()) {
    const other = planOf.get(plan.fieldId);
    if (!other || plan.season > other.season || (plan.season === other.season && first(plan) < first(other)))
      planOf.set(plan.fieldId, plan);
  }
  return [...fields.values()]
    .flatMap((field): FieldLine[] => {
      const farm = farms.get(field.farmId);
      if (!farm || field.retired) return [];
      const plan = planOf.get(field.id);
      const test = tests.get(field.id);
      return [
        {
          id: field.id,
          name: field.name,
          farm: farm.name,
          grower: growers.get(farm.growerId) ?? "",
          areaHa: field.areaHa,
          textureClass: field.textureClass,
          ph: test?.ph ?? null,
          testedOn: test?.takenOn ?? null,
          planId: plan?.id ?? null,
          season: plan?.season ?? null,
          guideId: plan?.guideId ?? null,
          issued: plan ? (versions.get(plan.id) ?? null) : null,
          logged: plan ? (loggedOf.get(plan.id) ?? 0) : 0,
          plantings: plan ? (count.get(`${field.id} ${plan.season}`) ?? 0) : 0,
        },
      ];
    })
    .sort((a, b) => byName(a.farm, b.farm) || byName(a.name, b.name));
}

/** Every field by name with its chosen plans, the newest first, for finding one. */
export async function listFieldNames(client: Client, scope: Scope): Promise<FoundField[]> {
  const key = [scope.practiceId];
  const [fields, farms, plans] = await Promise.all([
    rows<{ id: string; name: string; farmId: string }>(
      client,
      `select id, name, farm_id as "farmId" from field where practice_id = $1 and retired_at is null order by name`,
      key,
    ),
    rows<{ id: string; name: string }>(client, "select id, name from farm where practice_id = $1", key),
    rows<{ fieldId: string; id: string; season: number; guideId: string }>(
      client,
      `select field_id as "fieldId", id, season, guide_id as "guideId" from plan where practice_id = $1 and chosen order by season desc, draft`,
      key,
    ),
  ]);
  const farmOf = new Map(farms.map((f) => [f.id, f.name]));
  const plansOf = groupBy(plans, (p) => p.fieldId);
  const crops = cropNames();
  return fields.map((f) => ({
    fieldId: f.id,
    planId: plansOf.get(f.id)?.[0]?.id ?? null,
    name: f.name,
    farm: farmOf.get(f.farmId) ?? "",
    plans: (plansOf.get(f.id) ?? []).map((p) => ({
      id: p.id,
      season: p.season,
      crop: crops[p.guideId] ?? p.guideId,
    })),
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
       f.water_m3_per_year as "waterM3PerYear", f.outlet_km as "outletKm", f.water_distance_m as "waterDistanceM", f.shade_pct as "shadePct",
       f.obstacles, f.grazed, f.open_water_m as "openWaterM", f.houses_m as "housesM", f.retired_at is not null as retired, f.farm_id as "farmId", fa.machines, fa.harvesters, fa.hands,
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
  const suits = site ? cropsOnField(site) : [];
  const climate = stationId
    ? ((await loadClimates(client, scope.practiceId, [stationId])).get(stationId) ?? null)
    : null;
  return {
    field,
    suits,
    ...(await beginnings(client, scope, field.zone, climate?.latitudeDeg, suits)),
    descent: await loadDescent(client, scope, fieldId),
    beside: await rows<FieldSheet["beside"][number]>(
      client,
      `select id, name, area_ha as "areaHa" from field where practice_id = $1 and farm_id = $2 and id <> $3 and retired_at is null order by name`,
      [scope.practiceId, field.farmId, fieldId],
    ),
    soilTests,
    schemes: (await loadSoilSchemes(client, scope)).filter((s) => soilTests.some((t) => t.scheme === s.id)),
    history,
    plantings: await listPlantings(client, scope, fieldId),
    stationId,
    climate,
  };
}

/** What a new plan may begin with on a field: the stock at hand first, then what suits the field. */
async function beginnings(
  client: Client,
  scope: Scope & { today: IsoDate },
  zone: string,
  latitudeDeg: number | undefined,
  suits: FieldSheet["suits"],
): Promise<Pick<FieldSheet, "start" | "startKinds">> {
  const lots = await rows<{ guideId: string; kindId: string }>(
    client,
    `select guide_id as "guideId", kind_id as "kindId" from seed_lot where practice_id = $1 and retired_at is null order by changed_at desc, id`,
    [scope.practiceId],
  );
  const startKinds: FieldSheet["startKinds"] = {};
  for (const list of [lots, suits])
    for (const { guideId } of list) {
      // of several types with a lot the one that the guide has first, which is the commonest
      const kind = guideOf(guideId)?.kinds.find((k) => list.some((l) => l.guideId === guideId && l.kindId === k.id));
      if (kind) startKinds[guideId] ??= { kindId: kind.id, season: nextSeasonOf(kind, zone, scope.today, latitudeDeg) };
    }
  const known = [...lots, ...suits].find((l) => startKinds[l.guideId]);
  const kindId = known && startKinds[known.guideId]?.kindId;
  return { start: known && kindId ? { guideId: known.guideId, kindId } : null, startKinds };
}
