import { randomUUID } from "node:crypto";
import { type SoilTest, soilTestRecord } from "@/core/records/soil-test";
import { type Client, rows, type Scope } from "../db";
import { recordTable } from "./record-table";

const table = recordTable("soil_test", soilTestRecord, {
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
});
const LEVELS = `coalesce((select jsonb_object_agg(l.nutrient, l.value) from soil_test_level l
  where l.practice_id = t.practice_id and l.soil_test_id = t.id), '{}') as levels`;

/** All soil tests of a field, the newest first. */
export async function loadSoilTests(
  client: Client,
  scope: Scope,
  fieldId: string,
): Promise<(SoilTest & { id: string })[]> {
  const found = await rows<Record<string, unknown> & { id: string }>(
    client,
    `select t.id, ${table.select("t")}, ${LEVELS} from soil_test t where t.practice_id = $1 and t.field_id = $2 order by t.taken_on desc`,
    [scope.practiceId, fieldId],
  );
  return found.map((r) => ({ id: r.id, ...table.parse(r) }));
}

/** The newest soil test of each field that has one. */
export async function loadLastSoilTests(
  client: Client,
  scope: Scope,
  fieldIds: string[],
): Promise<Map<string, SoilTest>> {
  const found = await rows<Record<string, unknown> & { fieldId: string }>(
    client,
    `select distinct on (t.field_id) t.field_id as "fieldId", ${table.select("t")}, ${LEVELS}
     from soil_test t where t.practice_id = $1 and t.field_id = any($2::uuid[]) order by t.field_id, t.taken_on desc`,
    [scope.practiceId, fieldIds],
  );
  return new Map(found.map((r) => [r.fieldId, table.parse(r)]));
}

export async function insertSoilTest(
  client: Client,
  practiceId: string,
  fieldId: string,
  test: SoilTest,
): Promise<void> {
  const id = randomUUID();
  await table.insert(client, { practice_id: practiceId, id, field_id: fieldId }, test);
  await client.query(
    `insert into soil_test_level (practice_id, soil_test_id, nutrient, value)
     select $1, $2, key, value::numeric from jsonb_each_text($3)`,
    [practiceId, id, JSON.stringify(test.levels)],
  );
}
