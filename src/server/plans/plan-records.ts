/** What was recorded of plans and of where they lie: all that they are drafted from but decisions, in a few queries for hundreds. */

import type { StageObservation } from "@/core/phenology/stage-dates";
import type { LoggedOperation, PlanFacts } from "@/core/plan/facts";
import { type Boundary, boundaryAreaHa, longestSideM, shapeAlongRows } from "@/core/records/land/boundary-measures";
import type { GrownCrop } from "@/core/records/land/grown-crop";
import { INDEX_LIMITS } from "@/core/soil/soil-limits";
import type { ObservedWeather } from "@/core/weather/season-weather";
import { loadRain } from "../field-notes/field-rain";
import { loadRipeness } from "../field-notes/ripeness";
import { loadScouting } from "../field-notes/scouting";
import { type Ground, loadGround } from "../land/ground";
import { placeName } from "../land/places";
import { loadGrownCrops } from "../records/grown-crops";
import { limitsOfScheme, loadSoilSchemes } from "../records/soil-schemes";
import { loadLastSoilTests } from "../records/soil-tests";
import { loadClimates } from "../stations/climates";
import { loadObservedWeather } from "../stations/stations";
import { type Client, rows, type Scope } from "../storage/db";
import { groupBy } from "../storage/group-by";
import { keptEachUntilChange } from "../storage/kept";
import { harvestedOn, loadHarvested } from "../stores/produce-loads";
import type { Catalogue } from "./catalogue";
import { loadDoneTreatments } from "./done-treatments";
import { loadSignOffs } from "./sign-offs";

export interface PlanRow {
  id: string;
  fieldId: string;
  season: number;
}

/** What of a plan's facts follows from records: from everything but what is decided in plans. */
export interface Recorded {
  facts: Omit<PlanFacts, keyof Catalogue | "previousCrop" | "history" | "next" | "today">;
  labourPerH: number | null;
  /** of the field, the newest first */
  grown: GrownCrop[];
  /** the plan of the planting that it comes after, where there is one */
  before: PlanRow | null;
  /** whether anything is planned on the field for the season after */
  isFollowed: boolean;
}

interface FieldRow extends Omit<PlanFacts["field"], "longSideM" | "shape"> {
  labourPerH: number | null;
  stationId: string | null;
  farmId: string;
  boundary: Boundary | null;
}

/** A boundary that differs by more from the area that is planned is not that of the plan [share]; assumption. */
const SAME_AREA = 0.1;

/** The longest side of a field that has a boundary, along which its rows are drawn, and its shape where the plan has all of it. */
function shapeOf(boundary: Boundary | null, areaHa: number): Pick<PlanFacts["field"], "longSideM" | "shape"> {
  if (!boundary) return {};
  const shape = Math.abs(boundaryAreaHa(boundary) / areaHa - 1) <= SAME_AREA ? shapeAlongRows(boundary) : null;
  return { longSideM: Math.round(longestSideM(boundary) * 10) / 10, ...(shape ? { shape } : {}) };
}

/** Records of plans, by the plan; a plan whose field this person may not see has none. */
export const loadRecorded = keptEachUntilChange<Scope, PlanRow, Recorded>(readRecorded);

async function readRecorded(client: Client, scope: Scope, plans: PlanRow[]): Promise<Map<string, Recorded>> {
  const { practiceId } = scope;
  const fieldIds = [...new Set(plans.map((p) => p.fieldId))];
  const planIds = plans.map((p) => p.id);
  const asked = [practiceId, planIds];
  // asked together: see the pool
  const [
    fields,
    tests,
    history,
    log,
    observations,
    plantings,
    schemes,
    rain,
    signOffs,
    scouting,
    ripeness,
    harvested,
    ground,
  ] = await Promise.all([
    rows<FieldRow>(
      client,
      `select f.id, f.name, fa.name as farm, f.area_ha as "areaHa", f.texture_class as "textureClass", f.drainage, fa.zone,
       f.compaction_depth_cm as "compactionDepthCm", f.irrigated,
       f.soil_depth_cm as "soilDepthCm", f.slope_pct as "slopePct", f.stones_pct as "stonesPct", f.water_source as "waterSource",
       f.water_m3_per_year as "waterM3PerYear", f.outlet_km as "outletKm", f.water_system as "waterSystem", f.water_flow_m3_per_h as "waterFlowM3PerH", f.water_lift_m as "waterLiftM", f.water_ec_ds_m as "waterEcDsM", f.water_sar as "waterSar",
       f.water_chloride_mg_l as "waterChlorideMgL", f.water_nitrate_mg_l as "waterNitrateMgL", f.grazed, f.open_water_m as "openWaterM", f.houses_m as "housesM", f.water_distance_m as "waterDistanceM", fa.machines, fa.harvesters, fa.hands, fa.hand_work as "handWork", fa.contractor, fa.labour_per_h as "labourPerH", fa.station_id as "stationId", fa.id as "farmId", f.boundary
     from field f join farm fa on fa.practice_id = f.practice_id and fa.id = f.farm_id where f.practice_id = $1 and f.id = any($2::uuid[])`,
      [practiceId, fieldIds],
    ),
    loadLastSoilTests(client, scope, fieldIds),
    loadGrownCrops(client, scope, fieldIds),
    rows<LoggedOperation & { planId: string }>(
      client,
      `select l.plan_id as "planId", l.operation_id as "operationId", l.done_on as "doneOn", l.quantity_per_ha as "quantityPerHa", l.note,
       (select jsonb_agg(jsonb_build_object('id', i.product_id, 'perHa', i.per_ha::float8) order by i.position) from operation_input i
        where i.practice_id = l.practice_id and i.plan_id = l.plan_id and i.operation_id = l.operation_id and i.version =
          (select max(v.number) from plan_version v where v.practice_id = l.practice_id and v.plan_id = l.plan_id and v.issued_at <= l.at)) as planned
     from log_entry l where l.practice_id = $1 and l.plan_id = any($2::uuid[]) and l.withdrawn_at is null order by l.done_on`,
      asked,
    ),
    rows<StageObservation & { planId: string }>(
      client,
      `select plan_id as "planId", stage_id as "stageId", seen_on as "seenOn"
     from stage_observation where practice_id = $1 and plan_id = any($2::uuid[]) and withdrawn_at is null order by seen_on`,
      asked,
    ),
    loadPlantings(client, practiceId, planIds),
    loadSoilSchemes(client, scope),
    loadRain(client, scope, fieldIds),
    loadSignOffs(client, scope, planIds),
    loadScouting(client, scope, planIds),
    loadRipeness(client, scope, planIds),
    loadHarvested(client, scope, fieldIds),
    loadGround(client, scope),
  ]);
  const fieldOf = new Map(fields.map((f) => [f.id, f]));
  const stationIds = [...new Set(fields.flatMap((f) => f.stationId ?? []))];
  const seasonsAt = new Map<string, { stationId: string; season: number }>();
  for (const { fieldId, season } of plans) {
    const stationId = fieldOf.get(fieldId)?.stationId;
    if (stationId) seasonsAt.set(`${stationId} ${season}`, { stationId, season });
  }
  const farmIds = [...new Set(fields.map((f) => f.farmId))];
  const [treated, nearby, climates, observed] = await Promise.all([
    loadDoneTreatments(client, practiceId, plans, ground),
    loadFarmCrops(client, scope, ground, farmIds, [...new Set(plans.map((p) => p.season))]),
    loadClimates(client, practiceId, stationIds),
    Promise.all(
      [...seasonsAt].map(
        async ([key, { stationId, season }]): Promise<[string, ObservedWeather | null]> => [
          key,
          await loadObservedWeather(client, scope, stationId, season),
        ],
      ),
    ).then((found) => new Map(found)),
  ]);
  const followed = new Set([...ground.plans.values()].map((p) => `${p.fieldId} ${p.season - 1}`));
  const rainOf = groupBy(rain, (r) => r.fieldId);
  const logOf = groupBy(log, (l) => l.planId);
  const scoutedOf = groupBy(scouting, (s) => s.planId);
  const ripenessOf = groupBy(ripeness, (r) => r.planId);
  const signedOf = groupBy(signOffs, (s) => s.planId);
  const seenOf = groupBy(observations, (o) => o.planId);

  const result = new Map<string, Recorded>();
  for (const plan of plans) {
    const found = fieldOf.get(plan.fieldId);
    if (!found) continue;
    const { labourPerH, stationId, farmId, boundary, ...whole } = found;
    const planting = plantings.get(plan.id);
    const soilTest = tests.get(plan.fieldId) ?? null;
    const limits = limitsOfScheme(schemes.find((s) => s.id === soilTest?.scheme && s.id !== INDEX_LIMITS.id));
    const areaHa = planting?.areaHa ?? whole.areaHa;
    const facts: Recorded["facts"] = {
      field: { ...whole, name: placeName(whole.name, planting?.part ?? ""), areaHa, ...shapeOf(boundary, areaHa) },
      soilTest,
      ...(limits ? { soilLimits: limits } : {}),
      climate: stationId ? (climates.get(stationId) ?? null) : null,
      observedWeather: stationId ? (observed.get(`${stationId} ${plan.season}`) ?? null) : null,
      nearby: {
        thisSeason: cropsNear(nearby, farmId, plan.fieldId, plan.season),
        lastSeason: cropsNear(nearby, farmId, plan.fieldId, plan.season - 1),
      },
      ...(rainOf.has(plan.fieldId)
        ? { rain: (rainOf.get(plan.fieldId) ?? []).map(({ day, rainMm }) => ({ day, rainMm })) }
        : {}),
      ...(signedOf.has(plan.id)
        ? { signOffs: (signedOf.get(plan.id) ?? []).map(({ planId: _, ...signed }) => signed) }
        : {}),
      ...(treated.has(plan.id) ? { treated: treated.get(plan.id) ?? [] } : {}),
      ...(scoutedOf.has(plan.id)
        ? { scouting: (scoutedOf.get(plan.id) ?? []).map(({ planId: _, ...visit }) => visit) }
        : {}),
      // a load says of which field, not of which part of it
      ...(planting?.areaHa == null ? harvestedOn(harvested, plan) : {}),
      ...(ripenessOf.has(plan.id)
        ? { ripeness: (ripenessOf.get(plan.id) ?? []).map(({ planId: _, ...look }) => look) }
        : {}),
      log: (logOf.get(plan.id) ?? []).map(({ planId: _, planned, ...entry }) => ({
        ...entry,
        ...(planned ? { planned } : {}),
      })),
      observations: (seenOf.get(plan.id) ?? []).map(({ planId: _, ...entry }) => entry),
    };
    result.set(plan.id, {
      facts,
      labourPerH,
      grown: history.get(plan.fieldId) ?? [],
      before: planting?.before ?? null,
      isFollowed: followed.has(`${plan.fieldId} ${plan.season}`),
    });
  }
  return result;
}

interface FarmCrop {
  farmId: string;
  fieldId: string;
  season: number;
  crop: string;
}

/** What stands or stood on farms in some seasons and the ones before them: by plan, and by history. */
async function loadFarmCrops(
  client: Client,
  { practiceId }: Scope,
  { fields, plans }: Ground,
  farmIds: string[],
  seasons: number[],
): Promise<FarmCrop[]> {
  const farms = new Set(farmIds);
  const wanted = new Set(seasons.flatMap((s) => [s, s - 1]));
  const farmOf = new Map(
    [...fields.values()].flatMap((f) => (farms.has(f.farmId) && !f.retired ? [[f.id, f.farmId] as const] : [])),
  );
  const grown = await rows<Omit<FarmCrop, "farmId">>(
    client,
    `select field_id as "fieldId", season, crop from crop_history
     where practice_id = $1 and retired_at is null and season = any($2::int[]) and field_id = any($3::uuid[])`,
    [practiceId, [...wanted], [...farmOf.keys()]],
  );
  const planned = [...plans.values()]
    .filter((p) => wanted.has(p.season))
    .map(({ fieldId, season, guideId }) => ({ fieldId, season, crop: guideId }));
  return [...planned, ...grown].flatMap((c) => {
    const farmId = farmOf.get(c.fieldId);
    return farmId === undefined ? [] : [{ ...c, farmId }];
  });
}

/** Crops of a season on the other fields of a farm. */
const cropsNear = (all: FarmCrop[], farmId: string, fieldId: string, season: number): string[] => [
  ...new Set(all.filter((c) => c.farmId === farmId && c.fieldId !== fieldId && c.season === season).map((c) => c.crop)),
];

interface Planting {
  planId: string;
  part: string;
  areaHa: number | null;
  /** the chosen plan of the planting that it follows */
  before: PlanRow | null;
}

/**
 * The planting that a planting comes after: the one that it was said to follow; else the last one of the season before on the same
 * ground, as long as nobody recorded what grew there in that season.
 */
const BEFORE = `coalesce(g.follows, (
  select z.id from planting z where z.practice_id = g.practice_id and z.field_id = g.field_id and z.season = p.season - 1 and z.part = g.part
    and not exists (select from planting y where y.practice_id = z.practice_id and y.follows = z.id and y.season = z.season)
    and not exists (select from crop_history h where h.practice_id = g.practice_id and h.field_id = g.field_id and h.season = z.season
      and h.retired_at is null)
  limit 1))`;

/** The planting of each plan that has a part of its field or comes after another one, by the plan's id. */
async function loadPlantings(client: Client, practiceId: string, planIds: string[]): Promise<Map<string, Planting>> {
  const found = await rows<Planting>(
    client,
    `select p.id as "planId", g.part, g.area_ha as "areaHa", case when b.id is null then null else
       jsonb_build_object('id', b.id, 'fieldId', b.field_id, 'season', b.season) end as before
     from plan p join planting g on g.practice_id = p.practice_id and g.id = p.planting_id
     left join lateral (select q.* from plan q where q.practice_id = g.practice_id and q.planting_id = ${BEFORE} and q.chosen
       and q.season <= p.season order by q.season desc limit 1) b on true
     where p.practice_id = $1 and p.id = any($2::uuid[]) and (g.part <> '' or b.id is not null)`,
    [practiceId, planIds],
  );
  return new Map(found.map((p) => [p.planId, p]));
}
