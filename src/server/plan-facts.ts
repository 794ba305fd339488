/** The facts that plans are drafted from, for one plan or for hundreds with the same few queries. */

import type { IsoDate } from "@/core/dates";
import type { StageObservation } from "@/core/phenology/stage-dates";
import type { LoggedOperation, PlanFacts, PreviousCrop } from "@/core/plan/facts";
import { offDate } from "@/core/plan/off-date";
import { previousCropOf } from "@/core/plan/previous-crop";
import { type Boundary, boundaryAreaHa, longestSideM, shapeAlongRows } from "@/core/records/boundary-measures";
import type { GrownCrop } from "@/core/records/grown-crop";
import { draftPlan } from "@/core/sheets/draft-plan";
import { INDEX_LIMITS } from "@/core/soil/soil-limits";
import type { ObservedWeather } from "@/core/weather/season-weather";
import type { Asker } from "./access";
import { type Catalogue, loadCatalogue } from "./catalogue";
import { loadClimates } from "./climates";
import { type Client, rows, type Scope } from "./db";
import { loadRain } from "./field-rain";
import { type Ground, loadGround } from "./ground";
import { groupBy } from "./group-by";
import { cropBefore } from "./guides";
import { keptEachUntilChange } from "./kept";
import { keepByInputs, keyOf } from "./kept-by-inputs";
import { placeName } from "./places";
import { harvestedOn, loadHarvested } from "./produce-loads";
import { loadGrownCrops } from "./records/grown-crops";
import { limitsOfScheme, loadSoilSchemes } from "./records/soil-schemes";
import { loadLastSoilTests } from "./records/soil-tests";
import { loadRipeness } from "./ripeness";
import { loadScouting } from "./scouting";
import { loadSignOffs } from "./sign-offs";
import { loadObservedWeather } from "./stations";
import { readDecisions } from "./stored-decisions";

export interface PlanRow {
  id: string;
  fieldId: string;
  season: number;
}

/** What of a plan's facts follows from records: from everything but what is decided in plans. */
interface Recorded {
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
const loadRecorded = keptEachUntilChange<Scope, PlanRow, Recorded>(readRecorded);

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
      `select plan_id as "planId", operation_id as "operationId", done_on as "doneOn", quantity_per_ha as "quantityPerHa", note
     from log_entry where practice_id = $1 and plan_id = any($2::uuid[]) and withdrawn_at is null order by done_on`,
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
  const [nearby, climates, observed] = await Promise.all([
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
      ...(scoutedOf.has(plan.id)
        ? { scouting: (scoutedOf.get(plan.id) ?? []).map(({ planId: _, ...visit }) => visit) }
        : {}),
      // a load says of which field, not of which part of it
      ...(planting?.areaHa == null ? harvestedOn(harvested, plan) : {}),
      ...(ripenessOf.has(plan.id)
        ? { ripeness: (ripenessOf.get(plan.id) ?? []).map(({ planId: _, ...look }) => look) }
        : {}),
      log: (logOf.get(plan.id) ?? []).map(({ planId: _, ...entry }) => entry),
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

/** Facts as they were put together last, of as many plans as are looked at by turns. */
const factsAsBefore = keepByInputs<PlanFacts>(1000);

/**
 * Facts of each plan, by its id; a plan whose field this person may not see is left out. What is given is shared, and the
 * very same object as long as nothing of it changed: it is not to be changed.
 */
export async function loadPlanFacts(client: Client, asker: Asker, plans: PlanRow[]): Promise<Map<string, PlanFacts>> {
  const result = new Map<string, PlanFacts>();
  if (plans.length === 0) return result;
  const [recorded, catalogue] = await Promise.all([loadRecorded(client, asker, plans), loadCatalogue(client, asker)]);
  const planIds = [...recorded.keys()];
  const followed = planIds.filter((id) => recorded.get(id)?.isFollowed);
  const [before, next, chosen] = await Promise.all([
    loadPlansBefore(client, asker, recorded),
    followed.length > 0 ? loadNextPlantings(client, asker, followed) : new Map<string, PlanFacts["next"]>(),
    catalogue.retired.size > 0 ? loadChosenText(client, [asker.practiceId, planIds]) : new Map<string, string>(),
  ]);
  for (const { id, season } of plans) {
    const own = recorded.get(id);
    if (!own) continue;
    const last = before.get(id);
    const after = next.get(id);
    const offered = withoutRetired(asker.practiceId, catalogue, chosen.get(id) ?? "");
    const inputs = [own, offered, last, after && keyOf(after), asker.today];
    const facts = factsAsBefore(id, inputs, () => ({
      ...own.facts,
      previousCrop: last?.previousCrop ?? previousCropOf(own.grown, season, `${season}-01-01`, cropBefore),
      history: [...(last ? [last.grown] : []), ...own.grown].map(({ season, crop, yieldTPerHa }) => ({
        season,
        crop,
        yieldTPerHa,
        family: cropBefore(crop).family,
      })),
      ...offered,
      prices: { ...offered.prices, ...(own.labourPerH === null ? {} : { labourPerH: own.labourPerH }) },
      ...(after ? { next: after } : {}),
      today: asker.today,
    }));
    result.set(id, facts);
  }
  return result;
}

/** What is planted after the crops of plans with treatments, on the same ground: some labels ask the next crop to wait. */
async function loadNextPlantings(
  client: Client,
  { practiceId }: Asker,
  planIds: string[],
): Promise<Map<string, NonNullable<PlanFacts["next"]>>> {
  const found = await rows<{ planId: string; crop: string; planting: IsoDate | null }>(
    client,
    `select p.id as "planId", n.decisions->'crop'->>'guideId' as crop,
       to_char('1970-01-01'::date + (nullif(o.season, '')::jsonb->>2)::int + (nullif(o.season, '')::jsonb->>3)::int, 'YYYY-MM-DD') as planting
     from plan p join plan n on n.practice_id = p.practice_id and n.field_id = p.field_id and n.chosen and n.season = p.season + 1
     join plan_outline o on o.practice_id = n.practice_id and o.plan_id = n.id and o.basis = 'draft' and o.problem is null
     where p.practice_id = $1 and p.id = any($2::uuid[]) and p.decisions->'protect'->'treatments' is not null`,
    [practiceId, planIds],
  );
  return new Map(
    found.flatMap(({ planId, crop, planting }) =>
      planting ? [[planId, { crop, name: cropBefore(crop).name, planting }] as const] : [],
    ),
  );
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

/** What each plan has decided, as text to look for an id in. */
async function loadChosenText(client: Client, asked: unknown[]): Promise<Map<string, string>> {
  const found = await rows<{ id: string; text: string }>(
    client,
    "select id, decisions::text as text from plan where practice_id = $1 and id = any($2::uuid[])",
    asked,
  );
  return new Map(found.map((p) => [p.id, p.text]));
}

/** What plans were offered last, by the retired products that they have chosen: mostly none, so that all share one. */
const offeredBefore = keepByInputs<Catalogue>(200);

/** What is retired is offered to no plan that has not chosen it. */
function withoutRetired(
  practiceId: string,
  offered: Catalogue & { retired: ReadonlySet<string> },
  decided: string,
): Catalogue {
  const chosen = [...offered.retired].filter((id) => decided.includes(`"${id}"`));
  return offeredBefore(`${practiceId} ${chosen.join(" ")}`, [offered], () => {
    const { retired, ...catalogue } = offered;
    const still = <T extends { id: string }>(list: T[]) =>
      list.filter(({ id }) => !retired.has(id) || chosen.includes(id));
    return {
      ...catalogue,
      fertilisers: still(catalogue.fertilisers),
      limes: still(catalogue.limes),
      seedLots: still(catalogue.seedLots),
    };
  });
}

interface Planting {
  planId: string;
  part: string;
  areaHa: number | null;
  /** the chosen plan of the planting that it follows */
  before: PlanRow | null;
}

interface Before {
  previousCrop: PreviousCrop;
  grown: Pick<GrownCrop, "season" | "crop" | "yieldTPerHa">;
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

/** What plans of before left, by plan. */
const leftBy = keepByInputs<Before | null>(300);

/** What the planting before left, and when it is or was off, by the plan that comes after it. */
async function loadPlansBefore(
  client: Client,
  asker: Asker,
  recorded: Map<string, Recorded>,
): Promise<Map<string, Before>> {
  const result = new Map<string, Before>();
  const plans = [
    ...new Map([...recorded.values()].flatMap(({ before }) => (before ? [[before.id, before]] : []))).values(),
  ];
  if (plans.length === 0) return result;
  const [facts, decided] = await Promise.all([
    loadPlanFacts(client, asker, plans),
    rows<{ id: string; revision: number; decisions: unknown }>(
      client,
      "select id, revision, decisions from plan where practice_id = $1 and id = any($2::uuid[])",
      [asker.practiceId, plans.map((p) => p.id)],
    ),
  ]);
  const decisionsOf = new Map(decided.map((d) => [d.id, d]));
  for (const [planId, { before }] of recorded) {
    const own = before && facts.get(before.id);
    const stored = before && decisionsOf.get(before.id);
    if (!before || !own || !stored) continue;
    const { revision, decisions } = stored;
    const left = leftBy(before.id, [own, keyOf(decisions), revision], () => leftOf(before.season, decisions, own));
    if (left) result.set(planId, left);
  }
  return result;
}

/** What a plan of before leaves, as it is drafted now; null where it cannot be. */
function leftOf(season: number, decisions: unknown, facts: PlanFacts): Before | null {
  const read = readDecisions(decisions);
  const drafted = read.ok && draftPlan(facts, read.value.decisions, season, read.value.guide);
  if (!drafted || drafted.ok === false) return null;
  const harvest = drafted.value.operations.filter((o) => o.role === "harvest").at(-1);
  const crop = drafted.value.crop.guide.id;
  return {
    previousCrop: {
      crop,
      ...cropBefore(crop),
      harvest: offDate(drafted.value.operations),
      harvested: Boolean(harvest?.doneOn),
    },
    grown: { season, crop, yieldTPerHa: null },
  };
}
