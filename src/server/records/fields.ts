import { type FieldRecord, fieldRecord } from "@/core/records/land/field";
import type { Client } from "../storage/db";
import { recordTable } from "./record-table";

export const fieldTable = recordTable("field", fieldRecord, {
  name: "name",
  areaHa: "area_ha",
  boundary: "boundary",
  textureClass: "texture_class",
  drainage: "drainage",
  compactionDepthCm: "compaction_depth_cm",
  irrigated: "irrigated",
  soilDepthCm: "soil_depth_cm",
  slopePct: "slope_pct",
  stonesPct: "stones_pct",
  waterSource: "water_source",
  waterM3PerYear: "water_m3_per_year",
  waterSystem: "water_system",
  waterFlowM3PerH: "water_flow_m3_per_h",
  waterLiftM: "water_lift_m",
  waterEcDsM: "water_ec_ds_m",
  waterSar: "water_sar",
  waterChlorideMgL: "water_chloride_mg_l",
  waterNitrateMgL: "water_nitrate_mg_l",
  outletKm: "outlet_km",
  waterDistanceM: "water_distance_m",
  sandPct: "sand_pct",
  clayPct: "clay_pct",
  shadePct: "shade_pct",
  obstacles: "obstacles",
  grazed: "grazed",
  openWaterM: "open_water_m",
  housesM: "houses_m",
  note: "note",
});

export const insertField = (
  client: Client,
  practiceId: string,
  id: string,
  farmId: string,
  field: FieldRecord,
): Promise<void> => fieldTable.insert(client, { practice_id: practiceId, id, farm_id: farmId }, field);
