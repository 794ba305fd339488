import { randomUUID } from "node:crypto";
import { type SoilTest, soilTestRecord } from "@/core/records/land/soil-test";
import { type Client, rows, type Scope } from "../storage/db";
import { amountRows, recordTable } from "./record-table";

export const soilTestTable = recordTable(
  "soil_test",
  soilTestRecord,
  {
    takenOn: "taken_on",
    depthCm: "depth_cm",
    scheme: "scheme",
    ph: "ph",
    organicMatterPct: "organic_matter_pct",
    soilMineralNKgPerHa: "soil_mineral_n_kg_per_ha",
    soilMineralNDepthCm: "soil_mineral_n_depth_cm",
    ecE: "ec_e",
    espPct: "esp_pct",
    sar: "sar",
    cecCmolPerKg: "cec_cmol_per_kg",
    bulkDensity: "bulk_density",
  },
  amountRows("levels", "soil_test_level", "soil_test_id", "nutrient", "value"),
);
/** All soil tests of a field, the newest first. */
export async function loadSoilTests(
  client: Client,
  scope: Scope,
  fieldId: string,
): Promise<(SoilTest & { id: string })[]> {
  const found = await rows<Record<string, unknown> & { id: string }>(
    client,
    `select t.id, ${soilTestTable.select("t")} from soil_test t where t.practice_id = $1 and t.field_id = $2 and t.retired_at is null order by t.taken_on desc`,
    [scope.practiceId, fieldId],
  );
  return found.map((r) => ({ id: r.id, ...soilTestTable.parse(r) }));
}

/** The newest soil test of each field that has one. */
export async function loadLastSoilTests(
  client: Client,
  scope: Scope,
  fieldIds: string[],
): Promise<Map<string, SoilTest>> {
  const found = await rows<Record<string, unknown> & { fieldId: string }>(
    client,
    `select distinct on (t.field_id) t.field_id as "fieldId", ${soilTestTable.select("t")}
     from soil_test t where t.practice_id = $1 and t.field_id = any($2::uuid[]) and t.retired_at is null order by t.field_id, t.taken_on desc`,
    [scope.practiceId, fieldIds],
  );
  return new Map(found.map((r) => [r.fieldId, soilTestTable.parse(r)]));
}

export async function insertSoilTest(
  client: Client,
  practiceId: string,
  fieldId: string,
  test: SoilTest,
): Promise<void> {
  await soilTestTable.insert(client, { practice_id: practiceId, id: randomUUID(), field_id: fieldId }, test);
}
